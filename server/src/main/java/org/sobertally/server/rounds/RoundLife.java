package org.sobertally.server.rounds;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import org.jboss.logging.Logger;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;
import org.sobertally.core.words.Words;
import org.sobertally.server.figures.Figures;
import org.sobertally.server.http.Problem;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.slates.Sweeps;
import org.sobertally.server.store.Books;
import org.sobertally.server.time.TallyClock;

/**
 * The life of rounds. Each step is one transaction that leaves the round where the next look takes
 * it up again, so that a kill between two steps loses nothing and repeats nothing.
 */
@ApplicationScoped
class RoundLife {

  private static final Logger LOG = Logger.getLogger(RoundLife.class);
  private static final String ITSELF = "Sober Tally";
  private static final int MOST_MOVES = 5_000;
  private static final int WATCHED_DAYS = 30;

  private final RoundStore store;
  private final Books books;
  private final Figures figures;
  private final Letters letters;
  private final Sweeps sweeps;
  private final Journal journal;
  private final TallyClock clock;
  private final ExecutorService soon =
      Executors.newSingleThreadExecutor(
          task -> {
            Thread thread = new Thread(task, "rounds");
            thread.setDaemon(true);
            return thread;
          });

  RoundLife(
      RoundStore store,
      Books books,
      Figures figures,
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

  /** Begins what is due, and takes every open round as far as it goes. */
  @Scheduled(every = "15s", delayed = "10s", concurrentExecution = ConcurrentExecution.SKIP)
  void look() {
    for (String plan : QuarkusTransaction.requiringNew().call(this::duePlans)) {
      attempt("begun", () -> begin(plan, ITSELF));
    }
    for (String round : QuarkusTransaction.requiringNew().call(this::openRounds)) {
      attempt("taken on", () -> advance(round));
    }
    attempt("watched", this::watch);
  }

  private static void attempt(String what, Runnable work) {
    try {
      work.run();
    } catch (RuntimeException e) {
      LOG.errorf(e, "A round could not be %s; it is looked at again.", what);
    }
  }

  private List<String> duePlans() {
    return store.due(clock.now()).stream().map(plan -> plan.id).toList();
  }

  private List<String> openRounds() {
    return store.open().stream().map(round -> round.id).toList();
  }

  /** Has a round that was begun ask its holders now, and not only at the next look. */
  void takeOnSoon(String round) {
    if (!soon.isShutdown()) {
      soon.execute(() -> attempt("taken on", () -> advance(round)));
    }
  }

  void onStop(@Observes ShutdownEvent event) {
    soon.shutdownNow();
  }

  /**
   * Gathers: freezes the list with its evidence. The holders are asked in a step of its own.
   *
   * @return the round's id
   */
  String begin(String planId, String actor) {
    return books.write(
        change -> {
          RoundPlan plan = store.plan(planId);
          Book book = change.book();
          LocalDate today = clock.today();
          overtake(plan, actor);
          Set<String> elsewhere = new LinkedHashSet<>(store.inOpenRounds());
          elsewhere.addAll(sweeps.planned());
          List<RoundItem> items =
              new Gathering(
                      book,
                      figures.findings(book, today),
                      figures.of(book, today).states(),
                      plan,
                      elsewhere)
                  .items();
          Round round = new Round();
          round.id = UUID.randomUUID().toString();
          round.number = store.nextNumber();
          round.plan = plan.id;
          round.name = plan.name;
          round.owner = plan.owner;
          round.gathered = clock.now();
          round.askUntil = today.plusDays(plan.askDays);
          round.decideUntil = round.askUntil.plusDays(1L + plan.decideDays);
          round.state = items.isEmpty() ? Round.State.NOTHING : Round.State.GATHERED;
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
            close(round, Round.State.NOTHING, "Nothing was found.");
          }
          String text = "%s: round %d gathered %s; their holders are asked until %s.";
          journal.add(
              actor,
              "ROUND_GATHERED",
              text.formatted(
                  plan.name,
                  round.number,
                  Words.count(items.size(), "seat"),
                  Words.day(round.askUntil)));
          return round.id;
        });
  }

  /** Asks the holders of what was gathered. */
  private void ask(String id) {
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
          leaveOutIfAsked(item, "A newer round began.");
        }
        close(round, Round.State.OVERTAKEN, "A newer round began before the questions ended.");
        String text = "%s: round %d was overtaken by the next one.";
        journal.add(actor, "ROUND_OVERTAKEN", text.formatted(round.name, round.number));
      }
    }
    // Those that wait for a decision go on; their seats are not gathered again.
    store.flush();
  }

  private static void leaveOutIfAsked(RoundItem item, String reason) {
    if (item.state == RoundItem.State.ASKED) {
      item.state = RoundItem.State.LEFT_OUT;
      item.reason = reason;
    }
  }

  private void close(Round round, Round.State state, String outcome) {
    round.state = state;
    round.closed = clock.now();
    round.outcome = outcome;
  }

  /** Ends the questions before their day. */
  void endAsking(String id, String actor) {
    books.write(
        change -> {
          Round round = store.round(id);
          if (round.state != Round.State.ASKING) {
            throw Problem.conflict(
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
    advance(id);
  }

  /** Takes a round as far as it goes now. */
  void advance(String id) {
    Round round = QuarkusTransaction.requiringNew().call(() -> store.round(id));
    if (round.state == Round.State.GATHERED) {
      ask(id);
    } else if (round.state == Round.State.ASKING) {
      if (clock.today().isAfter(round.askUntil)) {
        propose(id);
      } else {
        remind(id);
      }
    } else if (round.state == Round.State.DECIDING) {
      goOnWithSlates(id);
    } else if (round.state == Round.State.POSTING) {
      settle(id);
    }
  }

  /** Once, when half of the time is over. */
  private void remind(String id) {
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

  /** What nobody needs goes on slates that somebody must decide. */
  private void propose(String id) {
    books.write(
        change -> {
          Round round = store.round(id);
          if (round.state != Round.State.ASKING) {
            return null;
          }
          List<RoundItem> wanted = new ArrayList<>();
          for (RoundItem item : store.items(id)) {
            if (item.state == RoundItem.State.ASKED) {
              String reason = noLonger(change.book(), item);
              if (reason == null) {
                wanted.add(item);
              } else {
                leaveOutIfAsked(item, reason);
              }
            }
          }
          List<String> slates = new ArrayList<>();
          for (int from = 0; from < wanted.size(); from += MOST_MOVES) {
            List<RoundItem> some = wanted.subList(from, Math.min(wanted.size(), from + MOST_MOVES));
            String slate = send(change, round, some);
            if (slate != null) {
              slates.add(slate);
            }
          }
          if (slates.isEmpty()) {
            close(round, Round.State.NOTHING, "Nothing was left to be taken back.");
          } else {
            round.state = Round.State.DECIDING;
            letters.prompt(
                change.book(),
                round,
                wanted.stream().filter(i -> i.state == RoundItem.State.PROPOSED).toList(),
                slates);
          }
          return null;
        });
  }

  private String send(Books.Change change, Round round, List<RoundItem> items) {
    Sweeps.Sent sent =
        sweeps.send(
            change,
            round.owner,
            items.stream().map(item -> item.holding).toList(),
            round.decideUntil,
            "%s, round %d".formatted(round.name, round.number));
    for (RoundItem item : items) {
      String blocked = sent.blocked().get(item.holding);
      item.state = blocked == null ? RoundItem.State.PROPOSED : RoundItem.State.LEFT_OUT;
      item.reason = blocked == null ? item.reason : blocked;
      item.slate = blocked == null ? sent.id() : null;
    }
    return sent.id();
  }

  /** Why a seat need not be proposed any more; null where it should. */
  private String noLonger(Book book, RoundItem item) {
    int h = book.holdings().numberOf(item.holding);
    LocalDate today = clock.today();
    if (h < 0 || !book.holdings().openOn(h, Days.of(today))) {
      return "It came back in the meantime.";
    }
    LocalDate used = Days.date(figures.of(book, today).states().lastUsed(h));
    LocalDate before = item.lastUsed;
    if (used != null && (before == null || used.isAfter(before))) {
      return "It was used again on %s.".formatted(Words.day(used));
    }
    return book.keepOn(item.holding, today) == null ? null : "It is kept.";
  }

  private static Set<String> slatesOf(List<RoundItem> items) {
    return items.stream()
        .map(item -> item.slate)
        .filter(slate -> slate != null)
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /** Posts what was granted; once every slate was answered the round goes on. */
  private void goOnWithSlates(String id) {
    Round round = QuarkusTransaction.requiringNew().call(() -> store.round(id));
    boolean waits = false;
    for (String slate : slatesOf(QuarkusTransaction.requiringNew().call(() -> store.items(id)))) {
      Sweeps.Standing standing =
          QuarkusTransaction.requiringNew().call(() -> sweeps.standing(slate));
      if (standing == Sweeps.Standing.GRANTED) {
        sweeps.post(slate, round.owner);
      }
      waits |= standing == Sweeps.Standing.WAITS;
    }
    if (!waits) {
      books.write(
          change -> {
            decided(store.round(id));
            return null;
          });
    }
  }

  private void decided(Round round) {
    if (round.state != Round.State.DECIDING) {
      return;
    }
    List<RoundItem> items = store.items(round.id);
    boolean any = false;
    boolean lapsed = false;
    for (String slate : slatesOf(items)) {
      Sweeps.Standing standing = sweeps.standing(slate);
      boolean granted = standing == Sweeps.Standing.POSTED || standing == Sweeps.Standing.SETTLED;
      Map<String, Sweeps.Outcome> on = sweeps.outcomes(slate);
      for (RoundItem item : items) {
        if (slate.equals(item.slate)) {
          boolean goes = granted && on.containsKey(item.holding);
          item.state = goes ? RoundItem.State.POSTED : RoundItem.State.DECLINED;
          boolean late = standing == Sweeps.Standing.LAPSED;
          item.reason = goes ? item.reason : late ? "Nobody decided it in time." : "Not granted.";
        }
      }
      any |= granted;
      lapsed |= standing == Sweeps.Standing.LAPSED;
    }
    if (any) {
      round.state = Round.State.POSTING;
    } else {
      String why = lapsed ? "Nobody decided it in time: nothing happens." : "It was not granted.";
      close(round, Round.State.NOT_GRANTED, why);
      journal.add(
          ITSELF,
          "ROUND_NOT_GRANTED",
          "%s: round %d ends. %s".formatted(round.name, round.number, why));
    }
  }

  /** Writes down what came back, and closes the round once nothing is on its way. */
  private void settle(String id) {
    books.write(
        change -> {
          Round round = store.round(id);
          List<RoundItem> items = store.items(id);
          boolean open = false;
          int back = 0;
          for (String slate : slatesOf(items)) {
            boolean settled = sweeps.standing(slate) != Sweeps.Standing.POSTED;
            open |= !settled;
            Map<String, Sweeps.Outcome> outcomes = sweeps.outcomes(slate);
            for (RoundItem item : items) {
              if (slate.equals(item.slate) && item.state == RoundItem.State.POSTED) {
                settle(item, outcomes.get(item.holding), settled);
              }
            }
          }
          for (RoundItem item : items) {
            back += item.state == RoundItem.State.TAKEN_BACK ? 1 : 0;
          }
          if (!open) {
            String outcome =
                "%,d of %s came back.".formatted(back, Words.count(items.size(), "seat"));
            close(round, Round.State.DONE, outcome);
            String text = "%s: round %d is done. %s";
            journal.add(ITSELF, "ROUND_DONE", text.formatted(round.name, round.number, outcome));
          }
          return null;
        });
  }

  private static void settle(RoundItem item, Sweeps.Outcome outcome, boolean slateIsSettled) {
    if (outcome != null && outcome.done()) {
      item.state = RoundItem.State.TAKEN_BACK;
      item.takenBack = outcome.on();
    } else if (slateIsSettled) {
      item.state = RoundItem.State.LEFT_OUT;
      item.reason = outcome == null ? "It could not go any more." : outcome.reason();
    }
  }

  /**
   * Who got a seat of the same plan again within 30 days: so often the line was drawn too early.
   */
  private void watch() {
    LocalDate since = clock.today().minusDays(WATCHED_DAYS);
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              Book book = books.current();
              for (RoundItem item : store.takenBackSince(since)) {
                item.cameBack = cameBack(book, item);
              }
            });
  }

  private LocalDate cameBack(Book book, RoundItem item) {
    if (!book.accounts().has(item.account)) {
      return null;
    }
    Holdings holdings = book.holdings();
    int last = Days.of(item.takenBack.plusDays(WATCHED_DAYS));
    for (int h : holdings.ofAccount(book.accounts().require(item.account))) {
      boolean samePlan = book.planOfLine(holdings.line(h)).id().equals(item.plan);
      boolean newer = !holdings.id(h).equals(item.holding);
      boolean undone = !newer && holdings.openOn(h, Days.of(clock.today()));
      if (samePlan && undone) {
        return clock.today();
      }
      if (samePlan && newer && holdings.from(h) >= Days.of(item.takenBack)) {
        return holdings.from(h) <= last ? Days.date(holdings.from(h)) : null;
      }
    }
    return null;
  }
}
