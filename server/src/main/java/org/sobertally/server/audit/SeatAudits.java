package org.sobertally.server.audit;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Posting;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.journal.JournalProof;

/** Gathers what the auditor's paper says. */
@ApplicationScoped
class SeatAudits {

  private static final Set<String> DECISIONS =
      Set.of(
          "SLATE_SENT",
          "SLATE_GRANTED",
          "SLATE_REFUSED",
          "SLATE_LAPSED",
          "SLATE_POSTED",
          "MOVE_DECLINED",
          "MOVE_LEFT_OUT",
          "ROUND_ANSWERED",
          "UNDO_ASKED");

  private final JournalProof journal;
  private final SignIns people;

  SeatAudits(JournalProof journal, SignIns people) {
    this.journal = journal;
    this.people = people;
  }

  SeatAudit of(Book book, int line, LocalDate from, LocalDate to) {
    String id = book.lines().get(line).id();
    List<JournalProof.Entry> entries = journal.about(id, from, to);
    List<Posting> postings =
        Ledger.of(book, line).upTo(to).stream()
            .filter(posting -> !posting.day().isBefore(from))
            .toList();
    return new SeatAudit(
        book,
        line,
        from,
        to,
        Ledger.count(book, line, from.minusDays(1)),
        Ledger.count(book, line, to),
        postings,
        held(book, line, from, to),
        known(book, line, to),
        entries.stream()
            .filter(entry -> DECISIONS.contains(entry.kind()))
            .map(this::decision)
            .toList(),
        entries,
        journal.chain());
  }

  private SeatAudit.Decision decision(JournalProof.Entry entry) {
    return new SeatAudit.Decision(
        entry.day(), entry.kind(), people.nameOf(entry.actor()), entry.text(), entry.slate());
  }

  private static List<SeatAudit.Held> held(Book book, int line, LocalDate from, LocalDate to) {
    long parts = book.partsOfPlan(book.plans().require(book.planOfLine(line).id()));
    Holdings holdings = book.holdings();
    List<SeatAudit.Held> held = new ArrayList<>();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (holdings.from(h) <= Days.of(to) && holdings.until(h) > Days.of(from)) {
        Account account = book.accounts().get(holdings.account(h));
        int person = book.personOfAccount(holdings.account(h));
        held.add(
            new SeatAudit.Held(
                holdings.id(h),
                account.id(),
                person < 0 ? null : book.people().get(person).id(),
                person < 0 ? null : book.people().get(person).name(),
                Days.known(holdings.from(h)),
                Days.date(holdings.until(h)),
                holdings.method(h).name(),
                lastUsed(book, h, parts, to)));
      }
    }
    return held;
  }

  /** Within the holding and by the day. */
  private static @Nullable LocalDate lastUsed(Book book, int h, long parts, LocalDate to) {
    Holdings holdings = book.holdings();
    int last = Math.min(Days.of(to), holdings.until(h) - 1);
    return Days.date(book.activity().lastUse(holdings.account(h), parts, holdings.from(h), last));
  }

  private static SeatAudit.@Nullable Known known(Book book, int line, LocalDate to) {
    String vendor = book.vendors().get(book.vendorOfLine(line)).id();
    if (!book.hasEvidence(vendor)) {
      return null;
    }
    Evidence evidence = book.evidenceOf(vendor, to);
    return new SeatAudit.Known(evidence.from(), evidence.to(), evidence.kind().name());
  }
}
