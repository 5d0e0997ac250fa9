package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.time.TallyClock;

/** A slate that was granted is carried out. */
@ApplicationScoped
class SlatePosting {

  private final Books books;
  private final SlateStore store;
  private final SlateBlocks slateBlocks;
  private final Journal journal;
  private final TallyClock clock;
  private final Postman postman;
  private final CallOutcomes outcomes;
  private final MoveTypes types;
  private final HandOverMail handOvers;
  private final SlateChecks checks;
  private final Leaving leaving;
  private final DueSteps steps;

  SlatePosting(
      Books books,
      SlateStore store,
      SlateBlocks slateBlocks,
      Journal journal,
      TallyClock clock,
      Postman postman,
      CallOutcomes outcomes,
      MoveTypes types,
      HandOverMail handOvers,
      SlateChecks checks,
      Leaving leaving,
      DueSteps steps) {
    this.books = books;
    this.store = store;
    this.slateBlocks = slateBlocks;
    this.journal = journal;
    this.clock = clock;
    this.postman = postman;
    this.outcomes = outcomes;
    this.types = types;
    this.handOvers = handOvers;
    this.checks = checks;
    this.leaving = leaving;
    this.steps = steps;
  }

  void post(String id, String actor) {
    post(id, actor, false);
  }

  /**
   * @param withoutBlocked whether moves that cannot go are taken off instead of holding up the rest
   */
  void post(String id, String actor, boolean withoutBlocked) {
    books.write(
        change -> {
          Slate slate = store.slate(id);
          SlateChecks.require(slate, Slate.State.GRANTED, "posted");
          if (withoutBlocked) {
            dropBlocked(change.book(), slate, actor);
          }
          List<SlateMove> moves = store.movesOf(id);
          checks.requireUnblocked(
              change.book(), slate, moves, checks.freshPreview(change.book(), moves));
          slate.become(Slate.State.POSTED);
          slate.posted = clock.now();
          String text = "Posted a slate of %s.".formatted(Words.count(moves.size(), "move"));
          checks.tell(actor, "SLATE_POSTED", text, slate);
          List<SlateMove> now = moves.stream().filter(move -> !move.isStep()).toList();
          leaving.leave(change, slate, now, actor);
          handOvers.ask(change.book(), moves, actor);
          outcomes.closeSlate(id);
          return null;
        });
    postman.kick();
    steps.makeDueSteps();
  }

  /** Blocked moves fail with their reason, so that nobody takes them for done. */
  private void dropBlocked(Book book, Slate slate, String actor) {
    List<SlateMove> moves = store.movesOf(slate.id);
    var blocks = slateBlocks.of(slate, moves, checks.freshPreview(book, moves));
    for (int m = 0; m < moves.size(); m++) {
      if (!blocks.get(m).isEmpty()) {
        SlateMove move = moves.get(m);
        String text = "Left out: %s for %s. %s";
        journal.add(
            actor,
            "MOVE_LEFT_OUT",
            text.formatted(
                types.words(book, move), MoveWords.holder(book, move), blocks.get(m).get(0).text()),
            move.journalEntry());
        store.remove(move);
      }
    }
  }
}
