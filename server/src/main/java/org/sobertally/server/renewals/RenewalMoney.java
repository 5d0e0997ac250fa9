package org.sobertally.server.renewals;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.money.Money;

/**
 * What a renewal is about in money, a year, for the whole agreement: named and parked seats, pools
 * and extras. The one calculation behind list, page, Desk, brief and month's sheet.
 *
 * @param stands if nothing is decided and nothing was given back
 * @param byTheBook the same less what was given back already, and more what was bought
 * @param needed with the seats that are needed and no margin; null where this machine cannot say it
 * @param recommended with the margin of least cost; null likewise
 * @param decided what was decided; null where nothing is
 */
record RenewalMoney(
    Money stands,
    Money byTheBook,
    @Nullable Money needed,
    @Nullable Money recommended,
    @Nullable Money decided) {

  /** What it costs by what was decided, else by what is recommended. */
  Optional<Money> then() {
    return Optional.ofNullable(decided == null ? recommended : decided);
  }

  /**
   * How much less that is than if nothing is decided, what was given back already left out; below
   * zero where it is more.
   */
  Optional<Money> stake() {
    return then().map(then -> (decided == null ? byTheBook : stands).minus(then));
  }
}
