package org.sobertally.core.leaver;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Part;
import org.sobertally.core.support.TestBook;

/** Ann's Folio (mail, docs) was taken back; at Ternhythe she holds Talk. */
class CoveredElsewhereTest {

  private static final LocalDate JANUARY = LocalDate.of(2026, 1, 10);

  private final TestBook facts = new TestBook();

  private boolean covered(String... parts) {
    facts.person("ann").holds("ann", "folio", JANUARY, LocalDate.of(2026, 8, 1));
    facts.talk("60", parts).talks("ann", JANUARY, List.of());
    Book book = facts.build();
    return CoveredElsewhere.of(book, book.accounts().require("a-ann"), TestBook.TODAY);
  }

  private void can(String vendor, String part, String capability) {
    facts.partFacts.add(new Part(vendor, part, part, capability, false));
  }

  @Test
  void allThatTheSeatGaveByAnotherSeatIsCovered() {
    can("quillmoor", "mail", "letters");
    can("quillmoor", "docs", "papers");
    can("ternhythe", "post", "letters");
    can("ternhythe", "sheets", "papers");
    assertThat(covered("post", "sheets")).isTrue();
  }

  @Test
  void aPartOfItIsNotEnough() {
    can("quillmoor", "mail", "letters");
    can("ternhythe", "post", "letters");
    assertThat(covered("post")).isFalse();
  }

  @Test
  void theSameNameAtAnotherVendorSaysNothing() {
    assertThat(covered("mail", "docs")).isFalse();
  }
}
