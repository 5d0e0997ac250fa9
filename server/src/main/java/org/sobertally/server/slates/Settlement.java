package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.ledger.Place;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.time.Days;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.store.Books;
import org.sobertally.server.store.HoldingRow;
import org.sobertally.server.time.TallyClock;

/** Writes down what became of a call: the holding, the move, its slate and the journal at once. */
@ApplicationScoped
class Settlement {

  private static final String ACTOR = "Sober Tally";

  private final Books books;
  private final SlateStore store;
  private final EntityManager entities;
  private final Journal journal;
  private final TallyClock clock;

  Settlement(
      Books books, SlateStore store, EntityManager entities, Journal journal, TallyClock clock) {
    this.books = books;
    this.store = store;
    this.entities = entities;
    this.journal = journal;
    this.clock = clock;
  }

  /** The vendor shows what was wanted. Telling it twice changes nothing. */
  void confirm(String callId) {
    books.write(
        change -> {
          VendorCall call = store.call(callId);
          if (!VendorCall.State.OPEN.contains(call.state)) {
            return null;
          }
          settle(call, VendorCall.State.CONFIRMED, null);
          SlateMove move = store.move(call.move);
          if (call.wanted) {
            giveBack(change, move);
          } else {
            takeBack(change, move);
          }
          closeSlate(move.slate);
          return null;
        });
  }

  private static void settle(VendorCall call, VendorCall.State state, String reason) {
    call.state = state;
    call.answered = Instant.now();
    call.answer = reason;
  }

  private void takeBack(Books.Change change, SlateMove move) {
    LocalDate today = clock.today();
    Book before = change.book();
    int number = before.holdings().numberOf(move.holding);
    boolean promised = Promise.of(before, number).on(Days.of(today));
    endHolding(change, move.holding, today);
    move.state = SlateMove.State.CONFIRMED;
    move.settledOn = today;
    JournalEntry entry =
        entry(move, promised ? Place.PROMISED : Place.HELD, freePlace(before, move));
    entry.yearly = move.yearly;
    entry.currency = move.currency;
    entry.cashFrom = move.cashFrom;
    String text = "Took %s back from %s; %s shows it.".formatted(names(before, move));
    journal.add(ACTOR, "MOVE_CONFIRMED", text, entry);
  }

  private void giveBack(Books.Change change, SlateMove move) {
    LocalDate today = clock.today();
    Place from = freePlace(change.book(), move);
    if (today.equals(move.settledOn)) {
      endHolding(change, move.holding, null);
      move.reopened = move.holding;
    } else {
      move.reopened = openHolding(change, move, today);
      from = Place.SPARE;
    }
    move.state = SlateMove.State.UNDONE;
    JournalEntry entry = entry(move, from, Place.HELD);
    entry.holding = move.reopened;
    String text = "Gave %s back to %s; %s shows it.".formatted(names(change.book(), move));
    journal.add(ACTOR, "MOVE_UNDONE", text, entry);
  }

  private void endHolding(Books.Change change, String holding, LocalDate until) {
    entities.find(HoldingRow.class, holding).until = until;
    change.apply(book -> book.withHoldingUntil(holding, until));
  }

  private String openHolding(Books.Change change, SlateMove move, LocalDate from) {
    String id = move.holding;
    int n = 2;
    while (change.book().holdings().numberOf(id) >= 0) {
      id = move.holding + "." + n++;
    }
    Holding added = new Holding(id, move.account, move.line, from, null, Holding.Method.HAND);
    HoldingRow row = new HoldingRow();
    row.holding = added.id();
    row.account = added.account();
    row.line = added.line();
    row.from = added.from();
    row.method = added.method().name();
    entities.persist(row);
    change.apply(book -> book.withHolding(added));
    return id;
  }

  /** The vendor was read and does not show it. */
  void fail(String callId, String reason) {
    books.write(
        change -> {
          VendorCall call = store.call(callId);
          if (!VendorCall.State.OPEN.contains(call.state)) {
            return null;
          }
          settle(call, VendorCall.State.FAILED, reason);
          SlateMove move = store.move(call.move);
          move.reason = reason;
          move.state = call.wanted ? SlateMove.State.CONFIRMED : SlateMove.State.FAILED;
          JournalEntry entry = entry(move, null, null);
          Object[] names = names(change.book(), move);
          String said = reason == null ? "" : " " + reason;
          if (call.wanted) {
            String text = "Could not give %s back to %s; %s:".formatted(names);
            journal.add(ACTOR, "UNDO_FAILED", text + said, entry);
          } else {
            String text = "Could not take %s back from %s; %s:".formatted(names);
            journal.add(ACTOR, "MOVE_FAILED", text + said, entry);
          }
          closeSlate(move.slate);
          return null;
        });
  }

  /** A posted slate ends when none of its moves is on its way. */
  private void closeSlate(String id) {
    Slate slate = store.slate(id);
    List<SlateMove> moves = store.movesOf(id);
    boolean open = moves.stream().anyMatch(move -> move.state == SlateMove.State.SENT);
    if (slate.state == Slate.State.POSTED && !open) {
      boolean failed = moves.stream().anyMatch(move -> move.state == SlateMove.State.FAILED);
      slate.state = failed ? Slate.State.FAILED : Slate.State.CONFIRMED;
    }
  }

  private static Place freePlace(Book book, SlateMove move) {
    String vendor = book.plans().byId(move.plan).vendor();
    return book.vendors().byId(vendor).restDays() > 0 ? Place.RESTING : Place.SPARE;
  }

  private static JournalEntry entry(SlateMove move, Place from, Place to) {
    JournalEntry entry = new JournalEntry();
    entry.slate = move.slate;
    entry.move = move.id;
    entry.line = move.line;
    entry.holding = move.holding;
    entry.person = move.person;
    if (from != null) {
      entry.fromPlace = from.name();
      entry.toPlace = to.name();
      entry.seats = 1;
    }
    return entry;
  }

  /** Plan, holder and vendor, as a sentence calls them. */
  private static Object[] names(Book book, SlateMove move) {
    return new Object[] {
      book.plans().byId(move.plan).name(),
      move.person == null
          ? book.accounts().byId(move.account).email()
          : book.people().byId(move.person).name(),
      book.vendors().byId(book.plans().byId(move.plan).vendor()).name()
    };
  }
}
