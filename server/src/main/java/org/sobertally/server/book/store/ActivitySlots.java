package org.sobertally.server.book.store;

import java.time.LocalDate;

/** Where a day of use is stored. */
public final class ActivitySlots {

  private ActivitySlots() {}

  /**
   * The slot of the month of the day.
   *
   * @param account the stored number of the account
   * @param part the stored number of the part
   */
  public static long slot(int account, int part, LocalDate day) {
    return ActivityMonths.slot(account, part, ActivityMonths.numberOf(day));
  }
}
