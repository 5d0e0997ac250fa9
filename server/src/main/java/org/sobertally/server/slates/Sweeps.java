package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.slates.moves.MoveRequest;
import org.sobertally.server.slates.moves.MoveResolver;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.time.TallyClock;

/** Slates that are drafted, sent and posted for somebody by what runs by itself. */
@ApplicationScoped
public class Sweeps {

  private final SlateStore store;
  private final SlateBlocks slateBlocks;
  private final SlateDecisions decisions;
  private final SlatePosting posting;
  private final Journal journal;
  private final TallyClock clock;
  private final FourEyes fourEyes;
  private final MoveTypes types;

  Sweeps(
      SlateStore store,
      SlateBlocks slateBlocks,
      SlateDecisions decisions,
      SlatePosting posting,
      Journal journal,
      TallyClock clock,
      FourEyes fourEyes,
      MoveTypes types) {
    this.types = types;
    this.fourEyes = fourEyes;
    this.store = store;
    this.slateBlocks = slateBlocks;
    this.decisions = decisions;
    this.posting = posting;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * A slate that waits for its decision.
   *
   * @param id null where every move was blocked
   * @param blocked why seats are not on it, by holding
   */
  public record Sent(@Nullable String id, Map<String, String> blocked) {}

  /** Where a slate stands. */
  public enum Standing {
    WAITS,
    GRANTED,
    REFUSED,
    LAPSED,
    /** Its moves are on their way. */
    POSTED,
    /** Everything is settled. */
    SETTLED
  }

  /** One seat of a slate: whether it came back, and on which day; else why not. */
  public record Outcome(boolean done, @Nullable LocalDate on, @Nullable String reason) {}

  /**
   * Sends a slate that takes seats back, in the caller's change of the book. What cannot go now is
   * left off it.
   *
   * @param author who cannot decide it
   */
  public Sent send(
      Books.Change change, String author, List<String> holdings, LocalDate deadline, String note) {
    Slate slate = new Slate();
    slate.id = SlateStore.newId();
    Map<String, String> blocked = new LinkedHashMap<>();
    List<SlateMove> going = going(change, slate, holdings, blocked);
    if (going.isEmpty()) {
      return new Sent(null, blocked);
    }
    slate.author = author;
    fourEyes.note(slate);
    slate.created = clock.now();
    slate.sent = slate.created;
    slate.become(Slate.State.SENT);
    slate.deadline = deadline;
    slate.note = note;
    store.add(slate);
    SlateChecks.freeze(going, preview(change, going));
    add(going, slate);
    JournalEntry entry = new JournalEntry();
    entry.slate = slate.id;
    journal.add(author, "SLATE_SENT", said(going.size(), deadline, note), entry);
    return new Sent(slate.id, blocked);
  }

  private static String said(int moves, LocalDate deadline, String note) {
    return "Sent a slate of %s for decision by %s: %s"
        .formatted(Words.count(moves, "move"), Words.day(deadline), note);
  }

  private void add(List<SlateMove> going, Slate to) {
    int place = 0;
    for (SlateMove move : going) {
      store.plan(move, to, ++place);
    }
  }

  /** The seats that can be taken back; why not, of each of the others, is put into the map. */
  private List<SlateMove> going(
      Books.Change change, Slate slate, List<String> holdings, Map<String, String> blocked) {
    MoveResolver resolver = new MoveResolver(types, change.book(), clock.today());
    List<SlateMove> moves = new ArrayList<>();
    for (String holding : holdings) {
      SlateMove move = resolver.resolve(MoveRequest.takeBack(holding));
      if (move == null) {
        blocked.put(holding, "It is no longer held.");
      } else {
        moves.add(move);
      }
    }
    Preview preview = preview(change, moves);
    List<List<Remark>> blocks = slateBlocks.of(slate, moves, preview);
    List<SlateMove> going = new ArrayList<>();
    for (int m = 0; m < moves.size(); m++) {
      if (blocks.get(m).isEmpty()) {
        going.add(moves.get(m));
      } else {
        blocked.put(moves.get(m).holding, blocks.get(m).get(0).text());
      }
    }
    return going;
  }

  private Preview preview(Books.Change change, List<SlateMove> moves) {
    return Previewer.of(change.book(), clock.today(), types.toCore(moves));
  }

  public Standing standing(String slate) {
    decisions.lapseOverdue();
    return switch (store.slate(slate).state) {
      case DRAFT, SENT -> Standing.WAITS;
      case GRANTED -> Standing.GRANTED;
      case REFUSED -> Standing.REFUSED;
      case LAPSED -> Standing.LAPSED;
      case POSTED -> Standing.POSTED;
      case CONFIRMED, FAILED -> Standing.SETTLED;
    };
  }

  /** Posts a slate that was granted; moves that cannot go any more are taken off it. */
  public void post(String slate, String actor) {
    posting.post(slate, actor, true);
  }

  /** What became of each seat, by holding; seats that are not on the slate are not told. */
  public Map<String, Outcome> outcomes(String slate) {
    Map<String, Outcome> outcomes = new HashMap<>();
    for (SlateMove move : store.movesOf(slate)) {
      boolean done = move.state == SlateMove.State.CONFIRMED;
      outcomes.put(move.holding, new Outcome(done, move.settledOn, move.reason));
    }
    return outcomes;
  }

  /** Holdings that are on a slate which was sent and is not settled. */
  public Set<String> planned() {
    return store.holdingsUnderWay();
  }
}
