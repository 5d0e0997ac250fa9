package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.words.Words;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.FieldFault;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.time.TallyClock;

/** What must hold before a slate or one of its moves goes on. */
@ApplicationScoped
class SlateChecks {

  /**
   * What stops a move today and need not on the day of a later step, when it is looked at again.
   */
  private static final Set<Remark.Code> PASSES =
      Set.of(Remark.Code.SIGNED_IN, Remark.Code.UNCONFIRMED, Remark.Code.SEAT_RESTING);

  private final SlateStore store;
  private final SlateBlocks slateBlocks;
  private final Journal journal;
  private final TallyClock clock;
  private final MoveTypes types;

  SlateChecks(
      SlateStore store,
      SlateBlocks slateBlocks,
      Journal journal,
      TallyClock clock,
      MoveTypes types) {
    this.store = store;
    this.slateBlocks = slateBlocks;
    this.journal = journal;
    this.clock = clock;
    this.types = types;
  }

  /** What the moves do, by the book as it is now. */
  Preview freshPreview(Book book, List<SlateMove> moves) {
    return Steps.preview(types, book, clock.today(), moves);
  }

  /** Refuses a slate with a move that cannot go, and says which and why. */
  void requireUnblocked(Book book, Slate slate, List<SlateMove> moves, Preview preview) {
    List<FieldFault> faults = new ArrayList<>();
    var blocks = slateBlocks.of(slate, moves, preview);
    for (int m = 0; m < moves.size(); m++) {
      SlateMove move = moves.get(m);
      String field = move.holding != null ? "holding" : move.account != null ? "account" : "move";
      String value =
          move.holding != null ? move.holding : move.account != null ? move.account : move.id;
      blocks.get(m).stream()
          .filter(block -> !move.isStep() || !PASSES.contains(block.code()))
          .forEach(block -> faults.add(new FieldFault(field, value, block.text())));
    }
    if (!faults.isEmpty()) {
      throw Refusal.notTaken(
          "%s cannot go. Take what cannot off the slate first."
              .formatted(Words.count(faults.size(), "move")),
          faults);
    }
  }

  /** From now on their money is what it is now. */
  static void freeze(List<SlateMove> moves, Preview preview) {
    for (int m = 0; m < moves.size(); m++) {
      Preview.MovePreview seen = preview.moves().get(m);
      moves.get(m).yearly = seen.yearly().amount();
      moves.get(m).currency = seen.yearly().currency();
      moves.get(m).cashFrom = seen.cashFrom();
      moves.get(m).undoUntil = seen.undoUntil();
    }
  }

  /** The move of that slate; refused where it has none of that id. */
  SlateMove moveOf(String slate, String moveId) {
    SlateMove move = store.move(moveId);
    if (move == null || !move.slate.equals(slate)) {
      throw Refusal.notFound("There is no move %s on this slate.".formatted(moveId));
    }
    return move;
  }

  /** Refuses a slate in any other state. */
  static void require(Slate slate, Slate.State state, String verb) {
    if (slate.state != state) {
      throw Refusal.conflict(
          "Only a slate that is %s can be %s; this one is %s.".formatted(state, verb, slate.state));
    }
  }

  void tell(String actor, String kind, String text, Slate slate) {
    journal.add(actor, kind, text, entry(slate));
  }

  static JournalEntry entry(Slate slate) {
    JournalEntry entry = new JournalEntry();
    entry.slate = slate.id;
    return entry;
  }
}
