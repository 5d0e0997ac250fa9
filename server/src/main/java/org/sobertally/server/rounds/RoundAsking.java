package org.sobertally.server.rounds;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.Sweeps;
import org.sobertally.server.time.TallyClock;

/** A round begins: what is found is frozen, and its holders are asked and reminded. */
@ApplicationScoped
class RoundAsking {

  private final RoundStore store;
  private final Books books;
  private final FigureCache figures;
  private final Letters letters;
  private final Sweeps sweeps;
  private final Journal journal;
  private final TallyClock clock;

  RoundAsking(
      RoundStore store,
      Books books,
      FigureCache figures,
      Letters letters,
      Sweeps sweeps,
      Journal journal,
      TallyClock clock) {
    this.store = store;
    this.books = books;
    this.figures = figures;
    this.letters = letters;
    this.sweeps = sweeps;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * Gathers: freezes the list with its evidence. The holders are asked in a step of its own.
   *
   * @return the round's id
   */
  String begin(String planId, String actor) {
    return books.write(change -> begin(change, planId, actor));
  }

  private String begin(Books.Change change, String planId, String actor) {
    RoundPlan plan = store.plan(planId);
    overtake(plan, actor);
    List<RoundItem> items = items(plan, change.book());
    Round round = round(plan, items.isEmpty());
    store.add(round);
    store.flush();
    int n = 0;
    for (RoundItem item : items) {
      item.id = "%d-%06d".formatted(round.number, n++);
      item.round = round.id;
    }
    store.addItems(items);
    plan.nextDue = plan.schedule().nextAfter(clock.now());
    if (items.isEmpty()) {
      round.close(Round.State.NOTHING, "Nothing was found.", clock.now());
    }
    String text = "%s: round %d gathered %s; their holders are asked until %s.";
    journal.add(
        actor,
        "ROUND_GATHERED",
        text.formatted(
            plan.name, round.number, Words.count(items.size(), "seat"), Words.day(round.askUntil)));
    return round.id;
  }

  /**
   * The same, asked for by somebody: not where another has just done so, whose letters are not out
   * yet.
   */
  String beginByHand(String planId, String actor) {
    return books.write(
        change -> {
          for (Round round : store.open()) {
            if (round.plan.equals(planId) && round.state == Round.State.GATHERED) {
              throw Refusal.conflict(
                  "Round %d of this review was begun a moment ago, and its holders are being asked. Look at it again."
                      .formatted(round.number));
            }
          }
          return begin(change, planId, actor);
        });
  }

  /** What the plan finds today, less what another round or a sweep has in hand. */
  private List<RoundItem> items(RoundPlan plan, Book book) {
    LocalDate today = clock.today();
    Set<String> elsewhere = new LinkedHashSet<>(store.inOpenRounds());
    elsewhere.addAll(sweeps.planned());
    return new Gathering(
            book, figures.findings(book, today), figures.of(book, today).states(), plan, elsewhere)
        .items();
  }

  private Round round(RoundPlan plan, boolean isEmpty) {
    Round round = new Round();
    round.id = UUID.randomUUID().toString();
    round.number = store.nextNumber();
    round.plan = plan.id;
    round.name = plan.name;
    round.owner = plan.owner;
    round.gathered = clock.now();
    round.askUntil = clock.today().plusDays(plan.askDays);
    round.decideUntil = round.askUntil.plusDays(1L + plan.decideDays);
    round.state = isEmpty ? Round.State.NOTHING : Round.State.GATHERED;
    return round;
  }

  /** Asks the holders of what was gathered. */
  void ask(String id) {
    books.write(
        change -> {
          Round round = store.round(id);
          if (round.state == Round.State.GATHERED) {
            letters.ask(change.book(), round, store.items(id));
            round.state = Round.State.ASKING;
          }
          return null;
        });
  }

  /** A round whose questions are still open ends; answers that came in stay keeps. */
  private void overtake(RoundPlan plan, String actor) {
    for (Round round : store.open()) {
      boolean asks = round.state == Round.State.GATHERED || round.state == Round.State.ASKING;
      if (round.plan.equals(plan.id) && asks) {
        for (RoundItem item : store.items(round.id)) {
          item.leaveOutIfAsked("A newer round began.");
        }
        round.close(
            Round.State.OVERTAKEN, "A newer round began before the questions ended.", clock.now());
        String text = "%s: round %d was overtaken by the next one.";
        journal.add(actor, "ROUND_OVERTAKEN", text.formatted(round.name, round.number));
      }
    }
    // Those that wait for a decision go on; their seats are not gathered again.
    store.flush();
  }

  /** Ends the questions before their day. */
  void endAsking(String id, String actor) {
    books.write(
        change -> {
          Round round = store.round(id);
          if (round.state != Round.State.ASKING) {
            throw Refusal.conflict(
                round.state == Round.State.GATHERED
                    ? "Its letters are being written. Try again in a moment."
                    : "This round does not ask any more.");
          }
          LocalDate today = clock.today();
          round.decideUntil =
              today.plusDays(ChronoUnit.DAYS.between(round.askUntil, round.decideUntil));
          round.askUntil = today.minusDays(1);
          String text = "%s: ended the questions of round %d.";
          journal.add(actor, "ROUND_ASKED", text.formatted(round.name, round.number));
          return null;
        });
  }

  /** Once, when half of the time is over. */
  void remind(String id) {
    books.write(
        change -> {
          Round round = store.round(id);
          LocalDate from = LocalDate.ofInstant(round.gathered, clock.zone());
          long half = ChronoUnit.DAYS.between(from, round.askUntil) / 2;
          if (half > 0 && !clock.today().isBefore(from.plusDays(half))) {
            List<RoundLetter> unanswered = store.unanswered(id);
            if (!unanswered.isEmpty()) {
              letters.remind(change.book(), round, unanswered);
              unanswered.forEach(letter -> letter.reminded = clock.now());
            }
          }
          return null;
        });
  }
}
