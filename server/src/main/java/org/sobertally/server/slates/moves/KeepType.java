package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Params;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.time.TallyClock;

/** A seat may not be taken back until a day. */
@ApplicationScoped
class KeepType implements NotedMoveType {

  private final BookEditor editor;
  private final Journal journal;
  private final TallyClock clock;

  KeepType(BookEditor editor, Journal journal, TallyClock clock) {
    this.editor = editor;
    this.journal = journal;
    this.clock = clock;
  }

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.KEEP);
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    move.keepReason = request.reason();
    move.keepUntil = Params.day("until", request.until()).orElse(null);
    return resolver.seat(request, move);
  }

  @Override
  public Move toCore(SlateMove move) {
    return new Move.KeepIt(move.holding(), move.keepReason, move.keepUntil);
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "%s %s until %s"
        .formatted(
            move.kind.words(), MoveWords.plan(book, move.plan()), MoveWords.day(move.keepUntil()));
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return true;
  }

  @Override
  public void settle(Books.Change change, SlateMove move, String author, String actor) {
    move.opened = editor.keep(change, move.holding(), move.keepReason(), author, move.keepUntil());
    String text = "%s is kept for %s until %s: %s.";
    journal.add(
        actor,
        "KEPT",
        text.formatted(
            MoveWords.plan(change.book(), move.plan()),
            MoveWords.holder(change.book(), move),
            Words.day(move.keepUntil()),
            move.keepReason),
        move.journalEntry());
  }

  @Override
  public void withdraw(Books.Change change, SlateMove move, String actor) {
    editor.endKeep(change, move.holding(), move.opened(), clock.today());
    String text = "Ended: %s.".formatted(words(change.book(), move));
    journal.add(actor, "KEEP_ENDED", text, move.journalEntry());
  }
}
