package org.sobertally.server.slates.moves;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.leaver.Successors;
import org.sobertally.core.ledger.Place;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.vendors.VendorAccount;

/**
 * Writes into the book what a vendor showed of one move. What the book says already (after an
 * intake) is left as it is.
 */
public final class MoveEffects {

  /** A seat that went from one place to another. */
  public record Posted(String line, String holding, Place from, Place to) {}

  private final BookEditor editor;
  private final Books.Change change;
  private final SlateMove move;
  private final @Nullable VendorAccount seen;
  private final LocalDate today;
  private final List<Posted> posted = new ArrayList<>();

  /**
   * @param seen the account as the vendor showed it; null where it was not read
   */
  public MoveEffects(
      BookEditor editor,
      Books.Change change,
      SlateMove move,
      @Nullable VendorAccount seen,
      LocalDate today) {
    this.editor = editor;
    this.change = change;
    this.move = move;
    this.seen = seen;
    this.today = today;
  }

  /** What went where, in the order in which it did. */
  public List<Posted> posted() {
    return posted;
  }

  SlateMove move() {
    return move;
  }

  private static boolean isOpen(Book book, String holding, LocalDate today) {
    int number = book.holdings().numberOf(holding);
    return number >= 0 && book.holdings().openOn(number, Days.of(today));
  }

  /** Whether it is open now or was to be: a holding that began today may end today. */
  void end(String holding) {
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

  /** The account holds a seat of the subscription from today, unless it does already. */
  void open(String line) {
    String there = BookEditor.openHoldingOf(change.book(), move.account(), line, today);
    if (there != null) {
      move.opened = there;
      return;
    }
    move.opened =
        editor.openHolding(
            change,
            move.account + "-" + line,
            move.account(),
            line,
            today,
            move.method == null ? Holding.Method.HAND : move.method);
    int number = change.book().holdings().numberOf(move.opened);
    boolean promised = Promise.of(change.book(), number).on(Days.of(today));
    posted.add(new Posted(line, move.opened, Place.SPARE, promised ? Place.PROMISED : Place.HELD));
  }

  /** The book has the account, as the vendor shows it. */
  void addAccount() {
    if (change.book().accounts().has(move.account())) {
      return;
    }
    boolean invited = seen != null && seen.invited();
    String email = change.book().people().byId(move.person()).email();
    editor.put(
        change,
        new Account(
            move.account(),
            move.vendor,
            move.person,
            email,
            invited ? Account.State.INVITED : Account.State.ACTIVE,
            invited ? today : null,
            false));
  }

  /** The account is in the state from today. */
  void setState(Account.State state) {
    if (change.book().accounts().byId(move.account()).state() != state) {
      editor.setState(change, move.account(), state, today);
    }
  }

  /** The account goes with all seats that it holds. */
  void delete() {
    Book book = change.book();
    if (!book.accounts().has(move.account())) {
      return;
    }
    List<String> open = new ArrayList<>();
    for (int h : book.holdings().ofAccount(book.accounts().require(move.account()))) {
      if (book.holdings().openOn(h, Days.of(today))) {
        open.add(book.holdings().id(h));
      }
    }
    open.forEach(this::end);
    editor.setState(change, move.account(), Account.State.DELETED, today);
  }

  /** What the account stores is the successor's from now on. */
  void handOver() {
    Book book = change.book();
    Account from = book.accounts().byId(move.account());
    move.movedGb = from.storedGb();
    shift(move.movedGb, from, successorsAccount(book));
  }

  /** It comes back. */
  void handBack() {
    Book book = change.book();
    String into = successorsAccount(book);
    if (into != null && move.movedGb != null) {
      shift(move.movedGb, book.accounts().byId(into), move.account());
    }
  }

  private @Nullable String successorsAccount(Book book) {
    int successor = book.people().numberOf(move.successor());
    return successor < 0
        ? null
        : new Successors(book, today).accountFor(successor, book.vendors().require(move.vendor));
  }

  private void shift(@Nullable BigDecimal gb, Account from, @Nullable String into) {
    BigDecimal has = from.storedGb() == null ? BigDecimal.ZERO : from.storedGb();
    BigDecimal moved = gb == null ? BigDecimal.ZERO : gb;
    editor.put(change, from.storing(has.subtract(moved).max(BigDecimal.ZERO)));
    if (into != null && gb != null) {
      Account to = change.book().accounts().byId(into);
      editor.put(
          change, to.storing((to.storedGb() == null ? BigDecimal.ZERO : to.storedGb()).add(gb)));
    }
  }

  /** The seat that the move gave comes back. */
  void endOpened() {
    String keep = move.ended;
    end(move.opened());
    move.ended = keep;
  }

  /** On the day on which it ended a holding goes on; later a new one begins. */
  void reopen() {
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
            editor.openHolding(change, holding, move.account(), line, today, Holding.Method.HAND);
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
