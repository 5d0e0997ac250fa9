package org.sobertally.core.roll;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.money.Money;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;

class PeopleRollTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private static PeopleRoll roll(Book book, LocalDate day) {
    UseStates states = UseStates.of(book, day);
    Covers covers = Covers.of(states);
    return PeopleRoll.of(states, covers, Findings.of(covers, ZoneOffset.UTC, Map.of()));
  }

  @Test
  void saysSeatsCostLastUseAndWhatWasFound() {
    Book book =
        new TestBook()
            .person("ann")
            .person("bo")
            .holds("ann", "opus", LONG_AGO)
            .holds("ann", "letter", LONG_AGO, TODAY)
            .uses("ann", "mail", EVIDENCE_TO.minusDays(3))
            .holds("bo", "folio", LONG_AGO)
            .build();
    PeopleRoll roll = roll(book, TODAY);
    int ann = book.people().require("ann");
    assertThat(roll.seats(ann)).isEqualTo(1);
    assertThat(roll.cost(ann)).isEqualTo(Money.of("396", "EUR"));
    // Ann needs mail only: Letter at 84 would do.
    assertThat(roll.recoverable(ann)).isEqualTo(Money.of("312", "EUR"));
    assertThat(Days.date(roll.lastUsed(ann))).isEqualTo(EVIDENCE_TO.minusDays(3));
    assertThat(roll.found(ann)).containsExactly(FindingKind.SMALLER_TIER);
    int bo = book.people().require("bo");
    assertThat(roll.found(bo, FindingKind.NEVER_OPENED)).isTrue();
    assertThat(roll.recoverable(bo)).isEqualTo(Money.of("180", "EUR"));
    assertThat(roll.lastUsed(bo)).isEqualTo(Days.NONE);
  }

  /** Over everybody (and nobody's accounts) it is the standing figure. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void addsUpToWhatIsKnownOfTheWhole(long seed) {
    RandomBook drawn = new RandomBook(seed);
    PeopleRoll roll = roll(drawn.book, drawn.asOf);
    UseStates states = UseStates.of(drawn.book, drawn.asOf);
    Covers covers = Covers.of(states);
    BigDecimal back = BigDecimal.ZERO;
    int seats = 0;
    for (int p = 0; p < drawn.book.people().size(); p++) {
      back = back.add(roll.recoverableAmount(p));
      seats += roll.seats(p);
      assertThat(roll.foundAny(p)).isEqualTo(!roll.found(p).isEmpty());
    }
    int open = 0;
    for (int h = 0; h < drawn.book.holdings().size(); h++) {
      int owner = drawn.book.personOfAccount(drawn.book.holdings().account(h));
      open += states.isOpen(h) && owner >= 0 ? 1 : 0;
    }
    assertThat(seats).isEqualTo(open);
    BigDecimal nobodys = BigDecimal.ZERO;
    for (int c = 0; c < covers.size(); c++) {
      nobodys = covers.person(c) < 0 ? nobodys.add(covers.recoverable(c)) : nobodys;
    }
    assertThat(back.add(nobodys)).isEqualByComparingTo(covers.recoverable().amount());
  }
}
