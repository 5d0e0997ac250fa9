package org.sobertally.server.slates;

import static java.util.Objects.requireNonNull;

import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.time.TallyClock;

/** A yes or no by somebody else, or none until it is too late. */
@ApplicationScoped
class SlateDecisions {

  private static final String SELF = "Sober Tally";

  private final Books books;
  private final SlateStore store;
  private final Journal journal;
  private final TallyClock clock;
  private final FourEyes fourEyes;
  private final MoveTypes types;
  private final SlateChecks checks;

  SlateDecisions(
      Books books,
      SlateStore store,
      Journal journal,
      TallyClock clock,
      FourEyes fourEyes,
      MoveTypes types,
      SlateChecks checks) {
    this.books = books;
    this.store = store;
    this.journal = journal;
    this.clock = clock;
    this.fourEyes = fourEyes;
    this.types = types;
    this.checks = checks;
  }

  /**
   * @param without moves that are not granted though the others are; they come off the slate
   */
  void decide(String id, boolean grant, List<String> without, String reason, String actor) {
    lapseOverdue();
    books.write(
        change -> {
          Slate slate = store.slate(id);
          SlateChecks.require(slate, Slate.State.SENT, "decided");
          if (fourEyes.isOwn(slate, fourEyes.behind(actor))) {
            throw Refusal.forbidden(
                slate.author.equals(actor)
                    ? "This is your own slate. Somebody else must decide it."
                    : "Behind this slate and behind you stands the same person. Somebody else must"
                        + " decide it.");
          }
          if (grant) {
            decline(change.book(), slate, without, actor);
          }
          slate.become(grant ? Slate.State.GRANTED : Slate.State.REFUSED);
          slate.decider = actor;
          slate.decided = clock.now();
          slate.reason = reason;
          String kind = grant ? "SLATE_GRANTED" : "SLATE_REFUSED";
          String said = reason == null || reason.isBlank() ? "" : " Reason: " + reason;
          checks.tell(actor, kind, (grant ? "Granted" : "Refused") + " a slate." + said, slate);
          return null;
        });
  }

  /** Takes the moves off the slate; each is in the journal. */
  private void decline(Book book, Slate slate, List<String> without, String actor) {
    Set<String> declined = new HashSet<>(without);
    for (String id : declined) {
      SlateMove move = checks.moveOf(slate.id, id);
      JournalEntry entry = move.journalEntry();
      String text = "Did not grant: %s for %s.";
      journal.add(
          actor,
          "MOVE_DECLINED",
          text.formatted(types.words(book, move), MoveWords.holder(book, move)),
          entry);
      store.remove(move);
    }
    if (!declined.isEmpty() && store.movesOf(slate.id).isEmpty()) {
      throw Refusal.badInput("without: no move is left. Refuse the slate instead.");
    }
  }

  /**
   * Ends slates whose deadline passed without an answer; whoever decides late is refused before.
   */
  @Scheduled(every = "1m", delayed = "10s", concurrentExecution = ConcurrentExecution.SKIP)
  void lapseOverdue() {
    LocalDate today = clock.today();
    if (store.anyOverdue(today)) {
      books.write(
          change -> {
            store.slates().stream()
                .filter(slate -> slate.state == Slate.State.SENT && !slate.waitsOn(today))
                .forEach(this::lapse);
            return null;
          });
    }
  }

  private void lapse(Slate slate) {
    slate.become(Slate.State.LAPSED);
    String text =
        "Nobody decided the slate by %s: nothing happens."
            .formatted(Words.day(requireNonNull(slate.deadline)));
    checks.tell(SELF, "SLATE_LAPSED", text, slate);
  }
}
