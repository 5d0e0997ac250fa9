package org.sobertally.core.pool;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.support.TestBook;

class OwnSeatsTest {

  private static final LocalDate FIRST = LocalDate.of(2026, 9, 1);
  private static final LocalDate LAST = LocalDate.of(2026, 9, 30);

  private final TestBook facts =
      new TestBook()
          .other("pool", PlanModel.FLOATING, "900", null, "drawing")
          .other("own", PlanModel.NAMED, "1200", null, "drawing", "plotting")
          .person("ann")
          .person("bo");

  private int starts() {
    Book book = facts.build();
    return OwnSeats.starts(book, book.plans().require("pool"), FIRST, LAST, ZoneOffset.UTC);
  }

  private void session(String who, String day) {
    Instant start = Instant.parse(day + "T09:00:00Z");
    String id = "s" + facts.sessions.size();
    facts.sessions.add(new Session(id, "a-" + who, "pool", start, start.plusSeconds(60)));
  }

  @Test
  void countsStartsOfThoseWhoHeldASeatThatWouldDoOnThatDay() {
    facts.holds("ann", "own", LocalDate.of(2026, 9, 10), LocalDate.of(2026, 9, 20));
    facts.holds("bo", "letter", LocalDate.of(2026, 1, 1));
    session("ann", "2026-09-09");
    session("ann", "2026-09-10");
    session("ann", "2026-09-19");
    session("ann", "2026-09-20");
    session("bo", "2026-09-15");
    assertThat(starts()).isEqualTo(2);
  }
}
