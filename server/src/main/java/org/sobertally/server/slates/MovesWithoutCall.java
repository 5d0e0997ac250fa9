package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.time.TallyClock;

/** Settles the moves that no vendor is asked for: keeps, and notices of another quantity. */
@ApplicationScoped
class MovesWithoutCall {

  private final BookEditor editor;
  private final Savings savings;
  private final Journal journal;
  private final TallyClock clock;

  MovesWithoutCall(BookEditor editor, Savings savings, Journal journal, TallyClock clock) {
    this.editor = editor;
    this.savings = savings;
    this.journal = journal;
    this.clock = clock;
  }

  void settle(Books.Change change, SlateMove move, Slate slate, String actor) {
    LocalDate today = clock.today();
    move.become(SlateMove.State.CONFIRMED);
    move.settledOn = today;
    move.settledHow = SlateMove.How.NOTED;
    JournalEntry entry = CallOutcomes.entry(move);
    if (move.kind == MoveKind.KEEP) {
      move.opened =
          editor.keep(change, move.holding, move.keepReason, slate.author, move.keepUntil);
      String text = "%s is kept for %s until %s: %s.";
      journal.add(
          actor,
          "KEPT",
          text.formatted(
              MoveWords.plan(change.book(), move.plan),
              MoveWords.holder(change.book(), move),
              Words.day(move.keepUntil),
              move.keepReason),
          entry);
      return;
    }
    entry.yearly = move.yearly;
    entry.currency = move.currency;
    entry.cashFrom = move.cashFrom;
    int delta = move.kind == MoveKind.GIVE_BACK ? -move.seats : move.seats;
    LocalDate from = move.kind == MoveKind.GIVE_BACK ? move.cashFrom : today;
    editor.changeQuantity(change, move.line, from, delta, "Slate " + slate.id);
    if (move.kind == MoveKind.GIVE_BACK) {
      savings.add(move);
    }
    String text =
        move.kind == MoveKind.GIVE_BACK
            ? "To be told to %s: %d %s fewer from %s. It is noted here; nobody was told by this."
            : "Bought at %s: %d %s more from %s.";
    journal.add(
        actor,
        move.kind == MoveKind.GIVE_BACK ? "NOTICE_GIVEN" : "BOUGHT",
        text.formatted(
            MoveWords.vendor(change.book(), move),
            move.seats,
            MoveWords.plan(change.book(), move.plan),
            Words.day(from)),
        entry);
  }

  void undo(Books.Change change, SlateMove move, String actor) {
    move.become(SlateMove.State.UNDONE);
    JournalEntry entry = CallOutcomes.entry(move);
    String what = MoveWords.of(change.book(), move);
    if (move.kind == MoveKind.KEEP) {
      editor.endKeep(change, move.holding, move.opened, clock.today());
      journal.add(actor, "KEEP_ENDED", "Ended: %s.".formatted(what), entry);
    } else {
      editor.changeQuantity(change, move.line, move.cashFrom, move.seats, "Notice withdrawn");
      savings.remove(move);
      journal.add(actor, "NOTICE_WITHDRAWN", "Withdrawn: %s.".formatted(what), entry);
    }
  }
}
