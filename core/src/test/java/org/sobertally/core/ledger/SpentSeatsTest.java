package org.sobertally.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.support.TestBook;

class SpentSeatsTest {

  private final TestBook facts = new TestBook();

  /** Ten bought, two back in May, one in June, the quantity lowered by two in July. */
  private Book book() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 30, false, null);
    facts.lines.removeIf(line -> line.id().equals("letter"));
    facts.lines.add(
        new Subscription(
            "letter",
            "qm",
            "letter",
            10,
            PriceList.flat("84"),
            List.of(new Subscription.QuantityChange(LocalDate.of(2026, 7, 1), -2, null))));
    for (String person : List.of("ann", "bo", "cy", "di")) {
      facts.person(person);
    }
    LocalDate start = LocalDate.of(2026, 2, 1);
    facts.holds("ann", "letter", start, LocalDate.of(2026, 5, 10));
    facts.holds("bo", "letter", start, LocalDate.of(2026, 5, 20));
    facts.holds("cy", "letter", start, LocalDate.of(2026, 6, 1));
    facts.holds("di", "letter", start);
    return facts.build();
  }

  @Test
  void seatsThatCannotBeUsedAgainRestUntilTheQuantityIsLowered() {
    Book book = book();
    int line = book.lines().require("letter");
    assertThat(Ledger.count(book, line, LocalDate.of(2026, 5, 31)))
        .isEqualTo(new Places(10, 6, 0, 2, 2));
    assertThat(Ledger.count(book, line, LocalDate.of(2026, 6, 30)))
        .as("not even once the days of rest are over")
        .isEqualTo(new Places(10, 6, 0, 1, 3));
    assertThat(Ledger.count(book, line, TODAY)).isEqualTo(new Places(8, 6, 0, 1, 1));
  }

  @Test
  void thePostingsSayTheSame() {
    Book book = book();
    Ledger ledger = Ledger.of(book, book.lines().require("letter"));
    assertThat(ledger.on(TODAY)).isEqualTo(new Places(8, 6, 0, 1, 1));
    assertThat(ledger.postings())
        .anyMatch(
            posting ->
                posting.from() == Place.RESTING
                    && posting.to() == Place.OUTSIDE
                    && posting.seats() == 2);
  }
}
