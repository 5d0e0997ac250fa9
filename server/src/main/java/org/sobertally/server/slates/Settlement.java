package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.sobertally.core.book.Book;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.slates.Effects.Posted;
import org.sobertally.server.store.Books;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.Login;
import org.sobertally.server.vendors.VendorRolls;

/** Writes down what became of a call: the book, the move, its slate and the journal at once. */
@ApplicationScoped
class Settlement {

  private static final String ACTOR = "Sober Tally";

  private final Books books;
  private final SlateStore store;
  private final Effects effects;
  private final Journal journal;
  private final TallyClock clock;
  private final VendorRolls rolls;

  Settlement(
      Books books,
      SlateStore store,
      Effects effects,
      Journal journal,
      TallyClock clock,
      VendorRolls rolls) {
    this.books = books;
    this.store = store;
    this.effects = effects;
    this.journal = journal;
    this.clock = clock;
    this.rolls = rolls;
  }

  /** The vendor shows what was wanted. Telling it twice changes nothing. */
  void confirm(String callId, Login seen) {
    confirm(callId, seen, ACTOR, "%s shows it.");
  }

  /** Somebody says that they made the change at the vendor. */
  void sayDone(String callId, String actor) {
    confirm(callId, null, actor, "done at %s by hand, and not read back.");
  }

  /** An intake shows what was wanted. */
  void confirmFromIntake(String callId) {
    confirm(callId, null, ACTOR, "the intake from %s shows it.");
  }

  private void confirm(String callId, Login seen, String actor, String how) {
    books.write(
        change -> {
          VendorCall call = store.call(callId);
          if (call.state.isSettled()) {
            return null;
          }
          settle(call, VendorCall.State.CONFIRMED, null);
          SlateMove move = store.move(call.move);
          LocalDate today = clock.today();
          Object[] names = names(change.book(), move, how);
          List<Posted> posted;
          String kind;
          String text;
          if (call.undoes) {
            posted = effects.undone(change, move, today);
            move.state = SlateMove.State.UNDONE;
            kind = "MOVE_UNDONE";
            text = "Undone: %s for %s; %s".formatted(names);
          } else {
            posted = effects.done(change, move, seen, today);
            move.state = SlateMove.State.CONFIRMED;
            move.settledOn = today;
            kind = "MOVE_CONFIRMED";
            text = "%s for %s; %s".formatted(capital(names));
          }
          tell(move, posted, actor, kind, text);
          closeSlate(move.slate);
          if (seen != null) {
            rolls.saw(move.vendor, seen);
          }
          return null;
        });
  }

  /** One entry for each seat that went somewhere, the money at the first; one at least. */
  private void tell(SlateMove move, List<Posted> posted, String actor, String kind, String text) {
    if (posted.isEmpty()) {
      journal.add(actor, kind, text, entry(move));
    }
    boolean first = true;
    for (Posted seat : posted) {
      JournalEntry entry = entry(move);
      entry.line = seat.line();
      entry.holding = seat.holding();
      entry.fromPlace = seat.from().name();
      entry.toPlace = seat.to().name();
      entry.seats = 1;
      if (first && move.state == SlateMove.State.CONFIRMED) {
        entry.yearly = move.yearly;
        entry.currency = move.currency;
        entry.cashFrom = move.cashFrom;
      }
      first = false;
      journal.add(actor, kind, text, entry);
    }
  }

  private static void settle(VendorCall call, VendorCall.State state, String reason) {
    call.state = state;
    call.answered = Instant.now();
    call.answer = reason;
  }

  /** The vendor was read and does not show it. */
  void fail(String callId, String reason) {
    books.write(
        change -> {
          VendorCall call = store.call(callId);
          if (call.state.isSettled()) {
            return null;
          }
          settle(call, VendorCall.State.FAILED, reason);
          SlateMove move = store.move(call.move);
          move.reason = reason;
          move.state = call.undoes ? SlateMove.State.CONFIRMED : SlateMove.State.FAILED;
          String said = reason == null ? "it does not show it." : reason;
          String text =
              (call.undoes ? "Could not undo: %s for %s; %s: " : "Could not %s for %s; %s: ")
                      .formatted(names(change.book(), move, "%s"))
                  + said;
          journal.add(ACTOR, call.undoes ? "UNDO_FAILED" : "MOVE_FAILED", text, entry(move));
          closeSlate(move.slate);
          return null;
        });
  }

  /** A posted slate ends when none of its moves is on its way. */
  void closeSlate(String id) {
    Slate slate = store.slate(id);
    if (slate.state == Slate.State.POSTED && !store.anyMove(id, SlateMove.State.SENT)) {
      boolean failed = store.anyMove(id, SlateMove.State.FAILED);
      slate.state = failed ? Slate.State.FAILED : Slate.State.CONFIRMED;
    }
  }

  static JournalEntry entry(SlateMove move) {
    JournalEntry entry = new JournalEntry();
    entry.slate = move.slate;
    entry.move = move.id;
    entry.line = move.line;
    entry.holding = move.holding;
    entry.person = move.person;
    return entry;
  }

  /** Move, holder and how it is known, as a sentence says them. */
  private static Object[] names(Book book, SlateMove move, String how) {
    return new Object[] {
      MoveWords.of(book, move),
      MoveWords.holder(book, move),
      how.formatted(MoveWords.vendor(book, move))
    };
  }

  private static Object[] capital(Object[] names) {
    String first = (String) names[0];
    names[0] = first.substring(0, 1).toUpperCase(Locale.ROOT) + first.substring(1);
    return names;
  }
}
