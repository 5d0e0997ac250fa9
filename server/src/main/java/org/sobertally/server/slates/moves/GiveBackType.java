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

/** Fewer seats are bought from a day on. */
@ApplicationScoped
class GiveBackType implements NotedMoveType {

  private final BookEditor editor;
  private final Savings savings;
  private final Journal journal;

  GiveBackType(BookEditor editor, Savings savings, Journal journal) {
    this.editor = editor;
    this.savings = savings;
    this.journal = journal;
  }

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.GIVE_BACK);
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    return resolver.quantity(request, move);
  }

  @Override
  public Move toCore(SlateMove move) {
    return new Move.GiveBack(move.line, move.seats);
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "give back %d %s".formatted(move.seats, MoveWords.plan(book, move.plan));
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return today.isBefore(move.cashFrom);
  }

  @Override
  public void settle(Books.Change change, SlateMove move, String author, String actor) {
    editor.changeQuantity(change, move.line, move.cashFrom, -move.seats, "Slate " + move.slate);
    savings.add(move);
    String text =
        "To be told to %s: %d %s fewer from %s. It is noted here; nobody was told by this.";
    journal.add(
        actor,
        "NOTICE_GIVEN",
        text.formatted(
            MoveWords.vendor(change.book(), move),
            move.seats,
            MoveWords.plan(change.book(), move.plan),
            Words.day(move.cashFrom)),
        move.journalEntryWithMoney());
  }

  @Override
  public void withdraw(Books.Change change, SlateMove move, String actor) {
    editor.changeQuantity(change, move.line, move.cashFrom, move.seats, "Notice withdrawn");
    savings.remove(move);
    String text = "Withdrawn: %s.".formatted(words(change.book(), move));
    journal.add(actor, "NOTICE_WITHDRAWN", text, move.journalEntry());
  }
}
