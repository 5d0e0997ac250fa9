package org.sobertally.core.pool;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.Series;

class PoolVisitorsTest {

  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");
  private static final LocalDate FIRST = LocalDate.of(2026, 9, 1);

  private final TestBook facts = new TestBook();

  private PoolVisitorsTest in(String account, String started, String ended) {
    facts.sessions.add(
        new Session(
            "s" + facts.sessions.size(),
            account,
            "draw",
            OffsetDateTime.parse(started).toInstant(),
            ended == null ? null : OffsetDateTime.parse(ended).toInstant()));
    return this;
  }

  private Series series() {
    facts.other("draw", PlanModel.FLOATING, "900", null, "drawing");
    for (String person : List.of("ann", "bo", "cy")) {
      facts.person(person);
    }
    Book book = facts.build();
    return Series.of(
        book, book.lines().require("draw"), FIRST, FIRST.plusDays(39), TestBook.TODAY, LISBON);
  }

  /**
   * Ann is in over the midnight from 1 to 2 September, Bo twice on the 5th, Cy on the 12th and, as
   * it seems, ever since the 27th. Use is known to the 28th.
   */
  @Test
  void accountsOfSessionsAreCountedAsThoseOfSeatsAre() {
    in("a-ann", "2026-09-01T22:00:00+01:00", "2026-09-02T01:00:00+01:00");
    in("a-bo", "2026-09-05T08:00:00+01:00", "2026-09-05T09:00:00+01:00");
    in("a-bo", "2026-09-05T10:00:00+01:00", "2026-09-05T11:00:00+01:00");
    in("a-cy", "2026-09-12T10:00:00+01:00", "2026-09-13T00:00:00+01:00");
    in("a-cy", "2026-09-27T10:00:00+01:00", null);
    Series series = series();
    assertThat(days(series::dailyActives, 1, 2, 3, 5, 12, 13, 26, 27, 28))
        .containsExactly(1, 1, 0, 1, 1, 0, 0, 1, 1);
    assertThat(days(series::weeklyActives, 1, 5, 8, 9, 11, 12, 18, 19))
        .containsExactly(1, 2, 2, 1, 1, 1, 1, 0);
    assertThat(days(series::monthlyActives, 1, 5, 12, 28)).containsExactly(1, 2, 3, 3);
    assertThat(days(series::named, 1, 5, 11, 12, 28)).containsExactly(1, 2, 2, 3, 3);
    assertThat(series.mostAtOnce(0)).isEqualTo(1);
    assertThat(series.dailyActives(29)).as("after the evidence ends").isEqualTo(Series.EMPTY);
  }

  private static List<Integer> days(java.util.function.IntUnaryOperator of, int... daysOfMonth) {
    return java.util.Arrays.stream(daysOfMonth).map(d -> of.applyAsInt(d - 1)).boxed().toList();
  }
}
