package org.sobertally.server.audit;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.ledger.Posting;
import org.sobertally.server.journal.JournalProof;

/**
 * Everything that the paper says of one subscription in some days.
 *
 * @param line the subscription's number in the book
 * @param from the first day
 * @param to the last day
 * @param opening where its seats lay the evening before the first day
 * @param closing where they lay on the last
 * @param postings of the days, by day
 * @param evidence to which days its use is known; null where nothing is known
 * @param decisions what somebody decided about its seats, in order
 * @param entries of the journal, in order
 * @param chain the journal's hashes, from the first to the newest
 */
record SeatAudit(
    Book book,
    int line,
    LocalDate from,
    LocalDate to,
    Places opening,
    Places closing,
    List<Posting> postings,
    List<Held> held,
    @Nullable Known evidence,
    List<Decision> decisions,
    List<JournalProof.Entry> entries,
    List<JournalProof.Link> chain) {

  /**
   * A seat that was held in these days.
   *
   * @param until the first day on which it was not held any more; null while it is
   * @param lastUsed as far as is known by the last day; null for never
   */
  record Held(
      String holding,
      String account,
      @Nullable String person,
      @Nullable String name,
      LocalDate from,
      @Nullable LocalDate until,
      String method,
      @Nullable LocalDate lastUsed) {}

  /** From when to when the vendor's use is known, and how closely. */
  record Known(LocalDate from, LocalDate to, String kind) {}

  /** What somebody said. */
  record Decision(LocalDate day, String kind, String name, String text, @Nullable String slate) {}

  String plan() {
    return book.planOfLine(line).name();
  }

  String vendor() {
    return book.vendors().get(book.vendorOfLine(line)).name();
  }

  String id() {
    return book.lines().get(line).id();
  }

  /** The hash of the journal's newest entry. */
  String head() {
    return chain.isEmpty() ? "none" : chain.get(chain.size() - 1).hash();
  }
}
