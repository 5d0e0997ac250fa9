package org.sobertally.server.slates.moves;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.kept.Savings;

/** Fewer seats are bought from a day on. */
@ApplicationScoped
class GiveBackType implements NotedMoveType {

  private final BookEditor editor;
  private final Savings savings;
  private final Journal journal;
  private final EntityManager entities;

  GiveBackType(BookEditor editor, Savings savings, Journal journal, EntityManager entities) {
    this.entities = entities;
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
    return new Move.GiveBack(move.line(), move.seats());
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "give back %d %s".formatted(move.seats(), MoveWords.plan(book, move.plan()));
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return today.isBefore(move.cashFrom);
  }

  @Override
  public void settle(Books.Change change, SlateMove move, String author, String actor) {
    editor.changeQuantity(
        change, move.line(), move.cashFrom(), -move.seats(), "Slate " + move.slate);
    savings.add(stopped(change.book(), move));
    String text =
        "To be told to %s: %d %s fewer from %s. It is noted here; nobody was told by this.";
    journal.add(
        actor,
        "NOTICE_GIVEN",
        text.formatted(
            MoveWords.vendor(change.book(), move),
            move.seats(),
            MoveWords.plan(change.book(), move.plan()),
            Words.day(move.cashFrom())),
        move.journalEntryWithMoney());
  }

  /** By whom a slate was decided, and on which day. */
  record Decided(@Nullable String by, @Nullable LocalDate on) {}

  private Savings.Stopped stopped(Book book, SlateMove move) {
    Decided decided =
        entities
            .createQuery(
                "select s.decider, cast(s.decided as LocalDate) from Slate s where s.id = :id",
                Decided.class)
            .setParameter("id", move.slate)
            .getSingleResult();
    return new Savings.Stopped(
        move.id,
        move.slate,
        "%s of %s fewer"
            .formatted(Words.count(move.seats(), "seat"), book.plans().byId(move.plan()).name()),
        book.lines().byId(move.line()).agreement(),
        move.line(),
        move.seats(),
        move.cashFrom(),
        new Money(requireNonNull(move.yearly).negate(), requireNonNull(move.currency)),
        decided.by(),
        decided.on());
  }

  @Override
  public void withdraw(Books.Change change, SlateMove move, String actor) {
    editor.changeQuantity(change, move.line(), move.cashFrom(), move.seats(), "Notice withdrawn");
    savings.remove(move.id);
    String text = "Withdrawn: %s.".formatted(words(change.book(), move));
    journal.add(actor, "NOTICE_WITHDRAWN", text, move.journalEntry());
  }
}
