package org.sobertally.core.pool;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Sessions;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.time.Days;

/**
 * People in a floating pool who hold a seat of their own that would do: a named seat of the same
 * vendor whose parts contain the pool's.
 */
public final class OwnSeats {

  private OwnSeats() {}

  /**
   * Whether the account holds such a seat on the day.
   *
   * @param account its number
   * @param pool the number of the floating plan
   */
  public static boolean holds(Book book, int account, int pool, LocalDate day) {
    Plan shared = book.plans().get(pool);
    for (int h : book.holdings().ofAccount(account)) {
      Plan held = book.planOfLine(book.holdings().line(h));
      if (held.model() == PlanModel.NAMED
          && held.parts().containsAll(shared.parts())
          && book.holdings().openOn(h, Days.of(day))) {
        return true;
      }
    }
    return false;
  }

  /**
   * How many starts on days in {@code [from, to]} were made by people who held a seat of their own
   * that day.
   */
  public static int starts(Book book, int pool, LocalDate from, LocalDate to, ZoneId zone) {
    long first = from.atStartOfDay(zone).toInstant().toEpochMilli();
    long end = to.plusDays(1).atStartOfDay(zone).toInstant().toEpochMilli();
    Sessions sessions = book.sessions();
    int starts = 0;
    for (int s = sessions.planStart(pool); s < sessions.planEnd(pool); s++) {
      long at = sessions.started(s);
      if (at >= first && at < end) {
        LocalDate day = LocalDate.ofInstant(Instant.ofEpochMilli(at), zone);
        starts += holds(book, sessions.account(s), pool, day) ? 1 : 0;
      }
    }
    return starts;
  }
}
