package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.ledger.Place;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.vendors.VendorAccount;

/**
 * Writes into the book what a vendor showed of a move. What the book says already (after an intake)
 * is left as it is.
 */
@ApplicationScoped
class MoveEffects {

  private final BookEditor editor;

  MoveEffects(BookEditor editor) {
    this.editor = editor;
  }

  /** A seat that went from one place to another. */
  record Posted(String line, String holding, Place from, Place to) {}

  /**
   * The move is done.
   *
   * @param seen the account as the vendor showed it; null where it was not read
   */
  List<Posted> done(Books.Change change, SlateMove move, VendorAccount seen, LocalDate today) {
    List<Posted> posted = new ArrayList<>();
    if (move.kind.switches()) {
      end(change, move, move.holding, today, posted);
      shut(change, move, move.kind == MoveKind.REST, move.kind == MoveKind.WAKE, today);
      open(change, move, move.toLine, today, posted);
      return posted;
    }
    switch (move.kind) {
      case TAKE_BACK -> end(change, move, move.holding, today, posted);
      case HAND_OUT -> {
        addAccount(change, move, seen, today);
        open(change, move, move.line, today, posted);
      }
      case SUSPEND -> shut(change, move, true, false, today);
      case BRING_BACK -> shut(change, move, false, true, today);
      case DELETE -> delete(change, move, today, posted);
      case PUT_RIGHT -> {
        // The book said so all along.
      }
      default -> throw new IllegalStateException("Nothing at a vendor: " + move.kind);
    }
    return posted;
  }

  /** The move is undone. */
  List<Posted> undone(Books.Change change, SlateMove move, LocalDate today) {
    List<Posted> posted = new ArrayList<>();
    if (move.kind.switches()) {
      endOpened(change, move, today, posted);
      shut(change, move, move.kind == MoveKind.WAKE, move.kind == MoveKind.REST, today);
      reopen(change, move, today, posted);
      return posted;
    }
    switch (move.kind) {
      case TAKE_BACK -> reopen(change, move, today, posted);
      case HAND_OUT -> endOpened(change, move, today, posted);
      case SUSPEND -> shut(change, move, false, true, today);
      case BRING_BACK -> shut(change, move, true, false, today);
      case DELETE -> {
        shut(change, move, false, true, today);
        reopen(change, move, today, posted);
      }
      default -> throw new IllegalStateException("Nothing at a vendor: " + move.kind);
    }
    return posted;
  }

  private static boolean isOpen(Book book, String holding, LocalDate today) {
    int number = book.holdings().numberOf(holding);
    return number >= 0 && book.holdings().openOn(number, Days.of(today));
  }

  /** Whether it is open now or was to be: a holding that began today may end today. */
  private void end(
      Books.Change change, SlateMove move, String holding, LocalDate today, List<Posted> posted) {
    Book before = change.book();
    if (!isOpen(before, holding, today)) {
      return;
    }
    int number = before.holdings().numberOf(holding);
    String line = before.holding(number).line();
    Place from = Promise.of(before, number).on(Days.of(today)) ? Place.PROMISED : Place.HELD;
    editor.endHolding(change, holding, today);
    move.ended = move.ended == null ? holding : move.ended + "\n" + holding;
    posted.add(new Posted(line, holding, from, freePlace(before, line)));
  }

  private void open(
      Books.Change change, SlateMove move, String line, LocalDate today, List<Posted> posted) {
    String there = BookEditor.openHoldingOf(change.book(), move.account, line, today);
    if (there != null) {
      move.opened = there;
      return;
    }
    move.opened =
        editor.openHolding(
            change,
            move.account + "-" + line,
            move.account,
            line,
            today,
            move.method == null ? Holding.Method.HAND : move.method);
    int number = change.book().holdings().numberOf(move.opened);
    boolean promised = Promise.of(change.book(), number).on(Days.of(today));
    posted.add(new Posted(line, move.opened, Place.SPARE, promised ? Place.PROMISED : Place.HELD));
  }

  private void addAccount(
      Books.Change change, SlateMove move, VendorAccount seen, LocalDate today) {
    if (change.book().accounts().has(move.account)) {
      return;
    }
    boolean invited = seen != null && seen.invited();
    String email = change.book().people().byId(move.person).email();
    editor.put(
        change,
        new Account(
            move.account,
            move.vendor,
            move.person,
            email,
            invited ? Account.State.INVITED : Account.State.ACTIVE,
            invited ? today : null,
            false));
  }

  private void shut(
      Books.Change change, SlateMove move, boolean close, boolean open, LocalDate today) {
    if (close || open) {
      Account.State state = close ? Account.State.SUSPENDED : Account.State.ACTIVE;
      if (change.book().accounts().byId(move.account).state() != state) {
        editor.setState(change, move.account, state, today);
      }
    }
  }

  private void delete(Books.Change change, SlateMove move, LocalDate today, List<Posted> posted) {
    Book book = change.book();
    if (!book.accounts().has(move.account)) {
      return;
    }
    List<String> open = new ArrayList<>();
    for (int h : book.holdings().ofAccount(book.accounts().require(move.account))) {
      if (book.holdings().openOn(h, Days.of(today))) {
        open.add(book.holdings().id(h));
      }
    }
    open.forEach(holding -> end(change, move, holding, today, posted));
    editor.setState(change, move.account, Account.State.DELETED, today);
  }

  private void endOpened(
      Books.Change change, SlateMove move, LocalDate today, List<Posted> posted) {
    String keep = move.ended;
    end(change, move, move.opened, today, posted);
    move.ended = keep;
  }

  /** On the day on which it ended a holding goes on; later a new one begins. */
  private void reopen(Books.Change change, SlateMove move, LocalDate today, List<Posted> posted) {
    List<String> now = new ArrayList<>();
    for (String holding : move.endedHoldings()) {
      Book book = change.book();
      String line = book.holding(book.holdings().numberOf(holding)).line();
      Place from = today.equals(move.settledOn) ? freePlace(book, line) : Place.SPARE;
      String opened = holding;
      if (today.equals(move.settledOn)) {
        editor.endHolding(change, holding, null);
      } else {
        opened =
            editor.openHolding(change, holding, move.account, line, today, Holding.Method.HAND);
      }
      now.add(opened);
      posted.add(new Posted(line, opened, from, Place.HELD));
    }
    move.opened = now.isEmpty() ? null : now.get(0);
  }

  private static Place freePlace(Book book, String line) {
    int number = book.lines().require(line);
    return book.vendors().get(book.vendorOfLine(number)).restDays() > 0
        ? Place.RESTING
        : Place.SPARE;
  }
}
