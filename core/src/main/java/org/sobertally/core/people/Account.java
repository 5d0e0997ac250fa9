package org.sobertally.core.people;

import java.math.BigDecimal;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * A login at a vendor.
 *
 * @param person whose it is; null for nobody's
 * @param stateSince from when the state holds; null for always
 * @param storedGb what it keeps at the vendor; null where unknown
 */
public record Account(
    String id,
    String vendor,
    @Nullable String person,
    String email,
    State state,
    @Nullable LocalDate stateSince,
    boolean admin,
    @Nullable BigDecimal storedGb) {

  /** An account of which nobody says how much it keeps. */
  public Account(
      String id,
      String vendor,
      @Nullable String person,
      String email,
      State state,
      @Nullable LocalDate stateSince,
      boolean admin) {
    this(id, vendor, person, email, state, stateSince, admin, null);
  }

  /** What the vendor says of the login. */
  public enum State {
    INVITED,
    ACTIVE,
    SUSPENDED,
    DELETED
  }

  /** The same with so much stored. */
  public Account storing(@Nullable BigDecimal gb) {
    return new Account(id, vendor, person, email, state, stateSince, admin, gb);
  }

  /** The state on the day: before {@code stateSince} the login was simply active. */
  public State stateOn(LocalDate day) {
    return stateSince != null && day.isBefore(stateSince) ? State.ACTIVE : state;
  }
}
