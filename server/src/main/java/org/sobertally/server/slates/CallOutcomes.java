package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.MoveEffects;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorAccount;
import org.sobertally.server.vendors.VendorRolls;

/** Writes down what became of a call: the book, the move, its slate and the journal at once. */
@ApplicationScoped
class CallOutcomes {

  private static final String ACTOR = "Sober Tally";

  private final Books books;
  private final SlateStore store;
  private final CallStore callStore;
  private final BookEditor editor;
  private final MoveTypes types;
  private final Journal journal;
  private final TallyClock clock;
  private final VendorRolls rolls;

  CallOutcomes(
      Books books,
      SlateStore store,
      CallStore callStore,
      BookEditor editor,
      MoveTypes types,
      Journal journal,
      TallyClock clock,
      VendorRolls rolls) {
    this.books = books;
    this.store = store;
    this.callStore = callStore;
    this.editor = editor;
    this.types = types;
    this.journal = journal;
    this.clock = clock;
    this.rolls = rolls;
  }

  /** The vendor shows what was wanted. Telling it twice changes nothing. */
  void confirm(String callId, VendorAccount seen) {
    confirm(callId, seen, null, ACTOR, "%s shows it.");
  }

  /** Somebody says that they made the change at the vendor. */
  void sayDone(String callId, String actor) {
    confirm(callId, null, null, actor, "done at %s by hand, and not read back.");
  }

  /** An intake shows what was wanted. */
  void confirmFromIntake(String callId, @Nullable String intake) {
    confirm(callId, null, intake, ACTOR, "the intake from %s shows it.");
  }

  private void confirm(
      String callId,
      @Nullable VendorAccount seen,
      @Nullable String intake,
      String actor,
      String how) {
    books.write(
        change -> {
          VendorCall call = callStore.callHeld(callId);
          if (call == null || call.state.isSettled()) {
            // Null: a book that replaced everything took it along.
            return null;
          }
          SlateMove move = store.move(call.move);
          String missing = missing(change.book(), move, call.undoes);
          if (missing != null) {
            failNow(change.book(), call, move, missing);
            return null;
          }
          settle(call, VendorCall.State.CONFIRMED, null);
          call.seenIn = intake;
          MoveEffects effects = new MoveEffects(editor, change, move, seen, clock.today());
          String said = said(change.book(), move, how);
          if (call.undoes) {
            types.atVendor(move).revert(effects);
            move.become(SlateMove.State.UNDONE);
            tell(move, effects.posted(), actor, "MOVE_UNDONE", "Undone: " + said);
          } else {
            types.atVendor(move).apply(effects);
            settleMove(move, how(seen, actor));
            boolean isSaid = move.settledHow == SlateMove.How.SAID;
            String kind = isSaid ? "MOVE_SAID_DONE" : "MOVE_CONFIRMED";
            tell(move, effects.posted(), actor, kind, capital(said));
          }
          closeSlate(move.slate);
          if (seen != null) {
            rolls.saw(move.vendor, seen);
          }
          return null;
        });
  }

  private void settleMove(SlateMove move, SlateMove.How how) {
    move.become(SlateMove.State.CONFIRMED);
    move.settledOn = clock.today();
    move.settledHow = how;
  }

  /** Nothing was read back: then somebody says so, or a file shows it. */
  private static SlateMove.How how(@Nullable VendorAccount seen, String actor) {
    if (seen != null) {
      return SlateMove.How.READ_BACK;
    }
    return actor.equals(ACTOR) ? SlateMove.How.INTAKE : SlateMove.How.SAID;
  }

  /** One entry for each seat that went somewhere, the money at the first; one at least. */
  private void tell(
      SlateMove move, List<MoveEffects.Posted> posted, String actor, String kind, String text) {
    if (posted.isEmpty()) {
      journal.add(actor, kind, text, move.journalEntry());
    }
    boolean first = true;
    for (MoveEffects.Posted seat : posted) {
      JournalEntry entry =
          first && move.state == SlateMove.State.CONFIRMED
              ? move.journalEntryWithMoney()
              : move.journalEntry();
      entry.line = seat.line();
      entry.holding = seat.holding();
      entry.fromPlace = seat.from().name();
      entry.toPlace = seat.to().name();
      entry.seats = 1;
      first = false;
      journal.add(actor, kind, text, entry);
    }
  }

  private static void settle(VendorCall call, VendorCall.State state, @Nullable String reason) {
    call.become(state);
    call.answered = Instant.now();
    call.said(reason);
  }

  /** The vendor was read and does not show it. */
  void fail(String callId, @Nullable String reason) {
    books.write(
        change -> {
          VendorCall call = callStore.callHeld(callId);
          if (call == null || call.state.isSettled()) {
            // Null: a book that replaced everything took it along.
            return null;
          }
          failNow(change.book(), call, store.move(call.move), reason);
          return null;
        });
  }

  private void failNow(Book book, VendorCall call, SlateMove move, @Nullable String reason) {
    settle(call, VendorCall.State.FAILED, reason);
    move.reason = call.answer;
    move.become(call.undoes ? SlateMove.State.CONFIRMED : SlateMove.State.FAILED);
    String text =
        (call.undoes ? "Could not undo: %s: %s" : "Could not %s: %s")
            .formatted(
                said(book, move, "%s"), reason == null ? "it does not show it." : call.answer);
    journal.add(ACTOR, call.undoes ? "UNDO_FAILED" : "MOVE_FAILED", text, move.journalEntry());
    closeSlate(move.slate);
  }

  /**
   * What the move needs and a book that was taken in meanwhile no longer has; null where all is
   * there. Then nothing can be written down, whatever the vendor shows.
   */
  private @Nullable String missing(Book book, SlateMove move, boolean undoes) {
    String gone = "The book that was taken in meanwhile has no %s %s any more.";
    if (!types.atVendor(move).needsBook(book, move, undoes)) {
      return null;
    }
    boolean opens = move.newAccount && !undoes;
    if (!opens && !book.accounts().has(move.account())) {
      return gone.formatted("account", move.account);
    }
    if (opens && !book.people().has(move.person())) {
      return gone.formatted("person", move.person);
    }
    for (String line : new String[] {move.line, move.toLine}) {
      if (line != null && !book.lines().has(line)) {
        return gone.formatted("subscription", line);
      }
    }
    for (String holding : move.endedHoldings()) {
      if (undoes && book.holdings().numberOf(holding) < 0) {
        return gone.formatted("seat", holding);
      }
    }
    return null;
  }

  /**
   * What an intake showed was taken back: whatever it confirmed waits again, to be made by hand.
   */
  void waitAgain(Books.Change change, String intake) {
    for (VendorCall call : callStore.callsSeenIn(intake)) {
      SlateMove move = store.move(call.move);
      boolean stands =
          move.state == (call.undoes ? SlateMove.State.UNDONE : SlateMove.State.CONFIRMED);
      if (stands) {
        call.become(VendorCall.State.BY_HAND);
        call.seenIn = null;
        move.become(call.undoes ? SlateMove.State.UNDOING : SlateMove.State.SENT);
        Slate slate = store.slate(move.slate);
        slate.become(Slate.State.POSTED);
        journal.add(
            ACTOR,
            "WAITS_AGAIN",
            "Waits again, for the intake that showed it was taken back: %s for %s."
                .formatted(types.words(change.book(), move), MoveWords.holder(change.book(), move)),
            move.journalEntry());
      }
    }
  }

  /** Another book was taken: a call that it leaves without its account or subscription fails. */
  void failIfGone(String callId) {
    books.write(
        change -> {
          VendorCall call = callStore.callHeld(callId);
          SlateMove move = store.move(call.move);
          String missing = missing(change.book(), move, call.undoes);
          if (missing != null && !call.state.isSettled()) {
            failNow(change.book(), call, move, missing);
          }
          return null;
        });
  }

  /** A steward gives up on a call, with a reason: nobody knows whether it happened. */
  void end(String callId, String reason, String actor) {
    books.write(
        change -> {
          VendorCall call = callStore.callHeld(callId);
          if (call.state.isSettled()) {
            throw Refusal.conflict("This move was settled meanwhile.");
          }
          SlateMove move = store.move(call.move);
          journal.add(
              actor,
              "CALL_ENDED",
              "Ended while it was on its way: %s for %s; %s may show it or not. Reason: %s"
                  .formatted(
                      types.words(change.book(), move),
                      MoveWords.holder(change.book(), move),
                      MoveWords.vendor(change.book(), move),
                      reason),
              move.journalEntry());
          failNow(change.book(), call, move, "Ended by a steward: " + reason);
          return null;
        });
  }

  /** From now on somebody makes the change at the vendor by hand; we ask no more. */
  void turnToByHand(String callId, String actor) {
    books.write(
        change -> {
          VendorCall call = callStore.callHeld(callId);
          if (!VendorCall.State.OPEN.contains(call.state)) {
            throw Refusal.conflict("This move is not on its way to a vendor any more.");
          }
          call.become(VendorCall.State.BY_HAND);
          call.answer = null;
          SlateMove move = store.move(call.move);
          journal.add(
              actor,
              "TURNED_TO_BY_HAND",
              "To be made at %s by hand from now on: %s for %s."
                  .formatted(
                      MoveWords.vendor(change.book(), move),
                      types.words(change.book(), move),
                      MoveWords.holder(change.book(), move)),
              move.journalEntry());
          return null;
        });
  }

  /** A posted slate ends when none of its moves is on its way or waits for its day. */
  void closeSlate(String id) {
    Slate slate = store.slate(id);
    if (slate.state == Slate.State.POSTED
        && !store.anyMove(id, SlateMove.State.SENT)
        && !store.anyMove(id, SlateMove.State.PLANNED)) {
      boolean failed = store.anyMove(id, SlateMove.State.FAILED);
      slate.become(failed ? Slate.State.FAILED : Slate.State.CONFIRMED);
    }
  }

  /** Move, holder and how it is known, as the middle of a sentence. */
  private String said(Book book, SlateMove move, String how) {
    return "%s for %s; %s"
        .formatted(
            types.words(book, move),
            MoveWords.holder(book, move),
            how.formatted(MoveWords.vendor(book, move)));
  }

  private static String capital(String said) {
    return said.substring(0, 1).toUpperCase(Locale.ROOT) + said.substring(1);
  }
}
