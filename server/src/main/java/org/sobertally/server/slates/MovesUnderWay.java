package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.NotedMoveType;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.slates.moves.Undo;
import org.sobertally.server.time.TallyClock;

/** What can be done about a move that is under way or was made: by hand, ended, undone. */
@ApplicationScoped
class MovesUnderWay {

  private final Books books;
  private final SlateStore store;
  private final CallStore callStore;
  private final Journal journal;
  private final TallyClock clock;
  private final Postman postman;
  private final CallOutcomes outcomes;
  private final MovesWithoutCall records;
  private final MoveTypes types;
  private final Undo undo;
  private final SlateChecks checks;
  private final Leaving leaving;
  private final DueSteps steps;

  MovesUnderWay(
      Books books,
      SlateStore store,
      CallStore callStore,
      Journal journal,
      TallyClock clock,
      Postman postman,
      CallOutcomes outcomes,
      MovesWithoutCall records,
      MoveTypes types,
      Undo undo,
      SlateChecks checks,
      Leaving leaving,
      DueSteps steps) {
    this.books = books;
    this.store = store;
    this.callStore = callStore;
    this.journal = journal;
    this.clock = clock;
    this.postman = postman;
    this.outcomes = outcomes;
    this.records = records;
    this.types = types;
    this.undo = undo;
    this.checks = checks;
    this.leaving = leaving;
    this.steps = steps;
  }

  /** Has a confirmed move taken back: at the vendor, or at once where no vendor is asked. */
  void undo(String id, String moveId, String actor) {
    books.write(
        change -> {
          Slate slate = store.slate(id);
          SlateMove move = checks.moveOf(id, moveId);
          undo.require(change.book(), move, clock.today());
          if (types.of(move) instanceof NotedMoveType type) {
            records.undo(type, change, move, actor);
            return null;
          }
          if (store.unsettledAccounts().contains(move.account)) {
            throw Refusal.conflict("An earlier move of this account is not confirmed yet.");
          }
          move.become(SlateMove.State.UNDOING);
          move.reason = null;
          store.add(leaving.call(move, types.atVendor(move).undoTarget(change.book(), move), true));
          JournalEntry entry = SlateChecks.entry(slate);
          entry.move = move.id;
          entry.line = move.line;
          entry.person = move.person;
          String text = "Asked for a move to be undone: %s for %s.";
          journal.add(
              actor,
              "UNDO_ASKED",
              text.formatted(
                  types.words(change.book(), move), MoveWords.holder(change.book(), move)),
              entry);
          return null;
        });
    postman.kick();
  }

  /** Somebody made the change at a vendor by hand. */
  void doneByHand(String id, String moveId, String actor) {
    VendorCall call = openCall(id, moveId);
    if (call.state != VendorCall.State.BY_HAND) {
      throw Refusal.conflict(
          "This move is on its way to the vendor. To make it there by hand, turn it into one by"
              + " hand first.");
    }
    outcomes.sayDone(call.id, actor);
    steps.makeDueSteps();
  }

  /** Gives up on a move that is on its way, or waits to be made by hand. */
  void endCall(String id, String moveId, String reason, String actor) {
    outcomes.end(openCall(id, moveId).id, reason, actor);
  }

  /** Has a move that is on its way to a vendor made there by hand. */
  void turnToByHand(String id, String moveId, String actor) {
    outcomes.turnToByHand(openCall(id, moveId).id, actor);
  }

  private VendorCall openCall(String id, String moveId) {
    return callStore
        .openCall(id, moveId)
        .orElseThrow(() -> Refusal.conflict("This move does not wait for anything at a vendor."));
  }
}
