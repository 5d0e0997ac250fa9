package org.sobertally.server.audit;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.ledger.Posting;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.words.Words;
import org.sobertally.server.journal.JournalProof;
import org.sobertally.server.print.Paper;

/** The auditor's paper as pages to read; what is too long for them is in the files beside it. */
final class AuditPaper {

  /** Rows of one table; more are nothing to read. */
  private static final int MOST = 400;

  private static final int SHOWN_OF_HASH = 16;

  private final SeatAudit audit;
  private final Paper paper;

  private AuditPaper(SeatAudit audit) {
    this.audit = audit;
    paper =
        new Paper(
            "%s of %s: its seats from %s to %s"
                .formatted(
                    audit.plan(), audit.vendor(), Words.day(audit.from()), Words.day(audit.to())));
  }

  static Paper of(SeatAudit audit) {
    AuditPaper one = new AuditPaper(audit);
    one.terms();
    one.standing();
    one.decisions();
    one.evidence();
    one.ledger();
    one.seats();
    one.journal();
    one.howToCheck();
    return one.paper;
  }

  private void terms() {
    Agreement agreement = audit.book().agreementOfLine(audit.line());
    Money seat =
        new Money(
            audit
                .book()
                .lines()
                .get(audit.line())
                .pricesOn(audit.to())
                .seatPriceAt(audit.closing().bought()),
            agreement.currency());
    paper.paragraph(
        "Subscription %s on %s; %s a seat and year at the end of these days."
            .formatted(audit.id(), agreement.name(), MoneyWords.exact(seat)));
  }

  private void standing() {
    Places before = audit.opening();
    Places after = audit.closing();
    paper
        .heading("Where the seats lay")
        .table(
            List.of("", ">bought", ">held", ">promised", ">resting", ">spare"),
            List.of(
                places("Before " + Words.day(audit.from()), before),
                places("On " + Words.day(audit.to()), after)));
  }

  private static List<String> places(String when, Places places) {
    return List.of(
        when,
        "" + places.bought(),
        "" + places.held(),
        "" + places.promised(),
        "" + places.resting(),
        "" + places.spare());
  }

  private <T> void table(
      String heading, List<String> head, List<T> rows, Function<T, List<String>> cells) {
    paper.heading(heading);
    if (rows.isEmpty()) {
      paper.note("Nothing in these days.");
      return;
    }
    List<List<String>> shown = new ArrayList<>();
    for (T row : rows.subList(0, Math.min(MOST, rows.size()))) {
      shown.add(cells.apply(row));
    }
    paper.table(head, shown);
    if (rows.size() > MOST) {
      paper.note("%,d more are in the files.".formatted(rows.size() - MOST));
    }
  }

  private void decisions() {
    table(
        "What was decided, and by whom",
        List.of("Day", "By", "What"),
        audit.decisions(),
        one -> List.of(Words.day(one.day()), one.name(), one.text()));
  }

  private void evidence() {
    paper.heading("What use is known");
    SeatAudit.Known known = audit.evidence();
    if (known == null) {
      paper.paragraph("Nothing is known of the use of %s.".formatted(audit.vendor()));
    } else {
      paper.paragraph(
          "The use of %s is known from %s to %s, both included (%s). Nothing outside these days is counted, for or against anybody."
              .formatted(
                  audit.vendor(),
                  Words.day(known.from()),
                  Words.day(known.to()),
                  known.kind().equals("DAILY") ? "day by day" : "the last day of each part"));
    }
  }

  private void ledger() {
    table(
        "The ledger",
        List.of("Day", "From", "To", ">Seats", "Why", "Holding"),
        audit.postings(),
        one ->
            List.of(
                Words.day(one.day()),
                lower(one.from().name()),
                lower(one.to().name()),
                "" + one.seats(),
                lower(one.cause().name()),
                holding(one)));
  }

  private static String lower(String name) {
    return name.toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
  }

  private static String holding(Posting posting) {
    return posting.holding() == null ? "" : posting.holding();
  }

  private void seats() {
    table(
        "Who held them",
        List.of("Holder", "From", "Until", "Last used"),
        audit.held(),
        one ->
            List.of(
                one.name() == null ? one.account() : one.name(),
                Words.day(one.from()),
                one.until() == null ? "" : Words.day(one.until()),
                one.lastUsed() == null ? "not seen" : Words.day(one.lastUsed())));
  }

  private void journal() {
    table(
        "What the journal says",
        List.of(">No.", "Day", "What", "Hash"),
        audit.entries(),
        one -> List.of(number(one), Words.day(one.day()), one.text(), shortened(one.hash())));
  }

  private static String number(JournalProof.Entry entry) {
    String seq = entry.said().get("seq");
    return seq == null ? "" : seq;
  }

  private static String shortened(String hash) {
    return hash.substring(0, Math.min(SHOWN_OF_HASH, hash.length()));
  }

  private void howToCheck() {
    paper
        .heading("How to check it")
        .paragraph(
            "Each entry of the journal has a hash over everything that it says and over the hash of the entry before it. The files that belong to this paper hold every entry above with all of that, the hashes of the whole journal, the ledger and the seats, and a program of sixty lines (verify.py) that works the hashes and the sums out anew. It needs nothing but Python.")
        .paragraph(
            "The journal has %,d entries; the newest has the hash".formatted(audit.chain().size()))
        .boxed(audit.head())
        .note(
            "Written down elsewhere, this hash shows later whether the journal was written anew.");
  }
}
