package org.sobertally.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;

class LedgerTest {

  private final TestBook facts = new TestBook();

  private Ledger opus() {
    Book book = facts.build();
    return Ledger.of(book, book.lines().require("opus"));
  }

  @Test
  void aSeatGoesOutComesBackAndRests() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 30, true, null);
    facts.person("ann").holds("ann", "opus", LocalDate.of(2026, 2, 5), LocalDate.of(2026, 3, 9));
    Ledger ledger = opus();
    assertThat(ledger.on(LocalDate.of(2026, 1, 6))).isEqualTo(new Places(0, 0, 0, 0, 0));
    assertThat(ledger.on(LocalDate.of(2026, 1, 7))).isEqualTo(new Places(10, 10, 0, 0, 0));
    assertThat(ledger.on(LocalDate.of(2026, 2, 5))).isEqualTo(new Places(10, 9, 0, 1, 0));
    assertThat(ledger.on(LocalDate.of(2026, 3, 9))).isEqualTo(new Places(10, 9, 0, 0, 1));
    assertThat(ledger.on(LocalDate.of(2026, 4, 7))).isEqualTo(new Places(10, 9, 0, 0, 1));
    assertThat(ledger.on(LocalDate.of(2026, 4, 8))).isEqualTo(new Places(10, 10, 0, 0, 0));
  }

  @Test
  void anUnansweredSeatIsPromisedUntilItsPersonIsShutOut() {
    facts.person("ann", Person.Status.SUSPENDED, LocalDate.of(2026, 8, 1), null);
    facts.account("a-ann", "ann", Account.State.INVITED, LocalDate.of(2026, 7, 1));
    facts.holds("ann", "opus", LocalDate.of(2026, 7, 1));
    Ledger ledger = opus();
    assertThat(ledger.on(LocalDate.of(2026, 7, 31)).promised()).isEqualTo(1);
    assertThat(ledger.on(LocalDate.of(2026, 8, 1)).held()).isEqualTo(1);
    assertThat(ledger.on(LocalDate.of(2026, 8, 1)).promised()).isZero();
  }

  @Test
  void moreHeldThanBoughtIsShownAndNeverClipped() {
    facts.lines.removeIf(line -> line.id().equals("opus"));
    facts.lines.add(new Subscription("opus", "qm", "opus", 1, PriceList.flat("396"), List.of()));
    facts.person("ann").holds("ann", "opus", LocalDate.of(2026, 2, 1));
    facts.person("bo").holds("bo", "opus", LocalDate.of(2026, 2, 1));
    Places places = opus().on(TODAY);
    assertThat(places.spare()).isEqualTo(-1);
    assertThat(places.missing()).isEqualTo(1);
  }

  @Test
  void aHoldingMayBeginBeforeItsAgreement() {
    facts.person("ann").holds("ann", "opus", LocalDate.of(2025, 12, 1));
    assertThat(opus().on(LocalDate.of(2026, 1, 1))).isEqualTo(new Places(0, -1, 0, 1, 0));
  }

  @Test
  void placesThatDoNotAddUpAreRefused() {
    assertThatThrownBy(() -> new Places(10, 5, 0, 4, 0))
        .hasMessageContaining("10 bought are not 5 spare + 0 promised + 4 held");
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void onEveryDayThePostingsAndTheFactsAgreeAndNoSeatIsLost(long seed) {
    RandomBook drawn = new RandomBook(seed);
    LocalDate last = LocalDate.of(2027, 3, 1);
    for (int line = 0; line < drawn.book.lines().size(); line++) {
      Ledger ledger = Ledger.of(drawn.book, line);
      for (LocalDate day = LocalDate.of(2025, 11, 25); day.isBefore(last); day = day.plusDays(1)) {
        Places folded = ledger.on(day);
        assertThat(folded).as("on " + day).isEqualTo(Ledger.count(drawn.book, line, day));
        assertThat(folded.bought()).isEqualTo(drawn.book.boughtOn(line, day));
      }
    }
  }
}
