package org.sobertally.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.LocalDate;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Reconciliation.Drift;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;

class ReconciliationTest {

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void ledgerAndFactsAgreeOverTheWholeHistory(long seed) {
    RandomBook drawn = new RandomBook(seed);
    for (int line = 0; line < drawn.book.lines().size(); line++) {
      assertThat(Reconciliation.ofLedger(drawn.book, line)).isEmpty();
    }
  }

  @Test
  void whatAVendorSaysOtherwiseIsDrift() {
    Book book =
        new TestBook()
            .person("ann")
            .person("bo")
            .holds("ann", "opus", LocalDate.of(2026, 2, 1))
            .holds("ann", "letter", LocalDate.of(2026, 2, 1), TODAY)
            .holds("bo", "folio", LocalDate.of(2026, 2, 1))
            .build();
    Map<String, Set<String>> reported =
        Map.of("a-ann", Set.of("letter", "opus"), "a-stranger", Set.of("opus"));
    assertThat(Reconciliation.drift(book, 0, TODAY, reported))
        .containsExactly(
            new Drift.OnlyAtVendor("a-ann", "letter"),
            new Drift.OnlyInBook("a-bo", "folio", "bo-folio"),
            new Drift.OnlyAtVendor("a-stranger", "opus"));
    assertThat(Reconciliation.drift(book, 0, TODAY.minusDays(1), reported))
        .doesNotContain(new Drift.OnlyAtVendor("a-ann", "letter"));
  }
}
