package org.sobertally.core.renewal;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Person.Status;
import org.sobertally.core.support.TestBook;

/** As of 30 Sep 2026: a crew that is back on 1 April. */
class ReturnsTest {

  private static final LocalDate JANUARY = LocalDate.of(2026, 1, 10);
  private static final LocalDate SENT_HOME = LocalDate.of(2026, 9, 20);
  private static final LocalDate APRIL = LocalDate.of(2027, 4, 1);

  private final TestBook facts = new TestBook();

  private List<String> returns() {
    Book book = facts.build();
    return Returns.of(book, TestBook.TODAY, book.agreements().byId("qm")).stream()
        .map(
            one ->
                "%s %s %s"
                    .formatted(
                        book.plans().get(one.plan()).id(),
                        one.month(),
                        one.people().stream().map(p -> book.people().get(p).id()).toList()))
        .toList();
  }

  @Test
  void whoHadASeatAndIsBackOnAKnownDayWillWantItAgain() {
    facts.person("ann", Status.SUSPENDED, SENT_HOME, APRIL);
    facts.holds("ann", "opus", JANUARY, SENT_HOME);
    facts.person("bo", Status.ON_LEAVE, SENT_HOME, APRIL);
    facts.holds("bo", "folio", JANUARY, LocalDate.of(2026, 5, 1));
    facts.holds("bo", "opus", LocalDate.of(2026, 5, 1), SENT_HOME);
    // Sent home with the seat: it is not needed now, and will be.
    facts.person("cy", Status.SUSPENDED, SENT_HOME, APRIL).holds("cy", "letter", JANUARY);
    assertThat(returns())
        .containsExactly("letter " + YearMonth.of(2027, 4) + " [cy]", "opus 2027-04 [ann, bo]");
  }

  @Test
  void whoKeepsTheSeatOrIsNotExpectedIsNotCountedAgain() {
    facts.person("kept", Status.ON_LEAVE, SENT_HOME, APRIL).holds("kept", "opus", JANUARY);
    facts.person("open", Status.ON_LEAVE, SENT_HOME, null);
    facts.holds("open", "opus", JANUARY, SENT_HOME);
    facts.person("left", Status.LEFT, SENT_HOME, null).holds("left", "opus", JANUARY, SENT_HOME);
    facts.person("never", Status.SUSPENDED, SENT_HOME, APRIL);
    facts.person("back", Status.ON_LEAVE, JANUARY, SENT_HOME);
    facts.holds("back", "opus", JANUARY, SENT_HOME);
    assertThat(returns()).isEmpty();
  }
}
