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
import org.sobertally.server.journal.Journal;
import org.sobertally.server.time.TallyClock;

/** More seats are bought, from today. */
@ApplicationScoped
class BuyMoreType implements NotedMoveType {

  private final BookEditor editor;
  private final Journal journal;
  private final TallyClock clock;

  BuyMoreType(BookEditor editor, Journal journal, TallyClock clock) {
    this.editor = editor;
    this.journal = journal;
    this.clock = clock;
  }

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.BUY_MORE);
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    return resolver.quantity(request, move);
  }

  @Override
  public Move toCore(SlateMove move) {
    return new Move.BuyMore(move.line(), move.seats());
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "buy %d %s more".formatted(move.seats(), MoveWords.plan(book, move.plan()));
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return false;
  }

  @Override
  public void settle(Books.Change change, SlateMove move, String author, String actor) {
    LocalDate today = clock.today();
    editor.changeQuantity(change, move.line(), today, move.seats(), "Slate " + move.slate);
    String text = "Bought at %s: %d %s more from %s.";
    journal.add(
        actor,
        "BOUGHT",
        text.formatted(
            MoveWords.vendor(change.book(), move),
            move.seats(),
            MoveWords.plan(change.book(), move.plan()),
            Words.day(today)),
        move.journalEntryWithMoney());
  }

  /**
   * @throws IllegalStateException always, for it is never undone
   */
  @Override
  public void withdraw(Books.Change change, SlateMove move, String actor) {
    throw new IllegalStateException("What was bought is given back by a move of its own.");
  }
}
