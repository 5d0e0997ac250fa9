package org.sobertally.server.slates;

import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import org.jboss.logging.Logger;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.slates.moves.VendorMoveType;
import org.sobertally.server.time.TallyClock;

/** The steps of posted slates: made on their days, put off, taken off. */
@ApplicationScoped
class DueSteps {

  private static final String SELF = "Sober Tally";

  private static final Logger LOG = Logger.getLogger(DueSteps.class);

  private final Books books;
  private final SlateStore store;
  private final SlateBlocks slateBlocks;
  private final Journal journal;
  private final TallyClock clock;
  private final Postman postman;
  private final CallOutcomes outcomes;
  private final MoveTypes types;
  private final SlateChecks checks;
  private final Leaving leaving;

  DueSteps(
      Books books,
      SlateStore store,
      SlateBlocks slateBlocks,
      Journal journal,
      TallyClock clock,
      Postman postman,
      CallOutcomes outcomes,
      MoveTypes types,
      SlateChecks checks,
      Leaving leaving) {
    this.books = books;
    this.store = store;
    this.slateBlocks = slateBlocks;
    this.journal = journal;
    this.clock = clock;
    this.postman = postman;
    this.outcomes = outcomes;
    this.types = types;
    this.checks = checks;
    this.leaving = leaving;
  }

  /**
   * Makes the steps of posted slates whose day has come and whose turn it is. Each is looked at
   * again by the book as it is; one that cannot go waits, with the reason said, until it can or
   * somebody takes it off. A kill between two of them loses none: each is its own transaction.
   */
  @Scheduled(every = "5s", delayed = "10s", concurrentExecution = ConcurrentExecution.SKIP)
  void makeDueSteps() {
    boolean made;
    do {
      // What was made may have been what the next one waited for.
      made = makeAllOf(store.dueSteps(clock.today()));
    } while (made);
  }

  private boolean makeAllOf(List<String> steps) {
    boolean any = false;
    try {
      for (String id : steps) {
        any |= made(id);
      }
    } finally {
      if (any) {
        postman.kick();
      }
    }
    return any;
  }

  /** What goes wrong with one step holds up no other. */
  private boolean made(String id) {
    try {
      return books.write(change -> makeStep(change, id));
    } catch (RuntimeException e) {
      LOG.warnf(e, "The step %s could not be made.", id);
      books.write(change -> cannotBeMade(id));
      return false;
    }
  }

  private Void cannotBeMade(String id) {
    SlateMove move = store.move(id);
    if (move != null) {
      move.reason = "The book has not all that it needs. Take it off, or bring that in.";
    }
    return null;
  }

  private boolean makeStep(Books.Change change, String id) {
    SlateMove move = store.move(id);
    if (move == null || move.state != SlateMove.State.PLANNED || !isTurnOf(move)) {
      return false;
    }
    Slate slate = store.slate(move.slate);
    if (types.of(move) instanceof VendorMoveType type) {
      type.ready(change.book(), move, clock.today());
    }
    List<SlateMove> one = List.of(move);
    Preview preview = Previewer.of(change.book(), clock.today(), types.toCore(one));
    List<Remark> blocks = slateBlocks.of(slate, one, preview).get(0);
    if (!blocks.isEmpty()) {
      holdUp(change.book(), move, blocks.get(0).text());
      return false;
    }
    move.reason = null;
    SlateChecks.freeze(one, preview);
    leaving.leave(change, slate, one, SELF);
    journal.add(
        SELF,
        "STEP_MADE",
        "Its day has come: %s.".formatted(said(change.book(), move)),
        move.journalEntry());
    outcomes.closeSlate(slate.id);
    return true;
  }

  private void holdUp(Book book, SlateMove move, String reason) {
    if (!reason.equals(move.reason)) {
      move.reason = reason;
      journal.add(
          SELF,
          "STEP_HELD_UP",
          "Cannot go on its day: %s. %s".formatted(said(book, move), reason),
          move.journalEntry());
    }
  }

  private String said(Book book, SlateMove move) {
    return "%s for %s".formatted(types.words(book, move), MoveWords.holder(book, move));
  }

  /** Whether all that it waits for is done; what failed before it holds it up. */
  private boolean isTurnOf(SlateMove move) {
    if (!move.waits) {
      return true;
    }
    for (SlateMove other : store.earlierOfAccount(move)) {
      if (other.state != SlateMove.State.CONFIRMED) {
        if (SlateMove.State.CAME_TO_NOTHING.contains(other.state)) {
          move.reason = "The step before it did not come about.";
        }
        return false;
      }
    }
    return true;
  }

  /** Another day for a step that was not made yet. */
  void putOff(String id, String moveId, LocalDate day, String actor) {
    if (day.isBefore(clock.today())) {
      throw Refusal.badInput("due: %s has passed. Choose a later day.".formatted(day));
    }
    books.write(
        change -> {
          SlateMove move = step(id, moveId);
          LocalDate before = move.due;
          move.due = day;
          move.reason = null;
          journal.add(
              actor,
              "STEP_PUT_OFF",
              "From %s to %s: %s for %s."
                  .formatted(
                      before == null ? "its turn" : Words.day(before),
                      Words.day(day),
                      types.words(change.book(), move),
                      MoveWords.holder(change.book(), move)),
              move.journalEntry());
          return null;
        });
  }

  /** A step that was not made yet is not to be made at all. */
  void takeOff(String id, String moveId, String actor) {
    books.write(
        change -> {
          SlateMove move = step(id, moveId);
          journal.add(
              actor,
              "STEP_TAKEN_OFF",
              "Not to be made: %s for %s."
                  .formatted(
                      types.words(change.book(), move), MoveWords.holder(change.book(), move)),
              move.journalEntry());
          store.remove(move);
          outcomes.closeSlate(id);
          return null;
        });
  }

  private SlateMove step(String id, String moveId) {
    Slate slate = store.slate(id);
    SlateMove move = checks.moveOf(id, moveId);
    if (slate.state != Slate.State.POSTED || move.state != SlateMove.State.PLANNED) {
      throw Refusal.conflict("This is no step that waits for its day.");
    }
    return move;
  }

  /** The successor agrees to take the data over. */
  void agreed(String id, String moveId, String actor) {
    books.write(
        change -> {
          SlateMove move = checks.moveOf(id, moveId);
          if (move.successor == null) {
            throw Refusal.conflict("Nothing is handed over by this move.");
          }
          move.agreedOn = clock.today();
          journal.add(
              actor,
              "SUCCESSOR_AGREED",
              "%s agreed to take over what %s stores at %s."
                  .formatted(
                      change.book().people().byId(move.successor).name(),
                      MoveWords.holder(change.book(), move),
                      MoveWords.vendor(change.book(), move)),
              move.journalEntry());
          return null;
        });
  }
}
