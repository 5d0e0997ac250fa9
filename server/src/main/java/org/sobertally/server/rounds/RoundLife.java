package org.sobertally.server.rounds;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.jboss.logging.Logger;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/**
 * The life of rounds. Each step is one transaction that leaves the round where the next look takes
 * it up again, so that a kill between two steps loses nothing and repeats nothing.
 */
@ApplicationScoped
public class RoundLife {

  /** Plans of which a round is begun by hand right now. */
  private final Set<String> beginning = ConcurrentHashMap.newKeySet();

  private static final Logger LOG = Logger.getLogger(RoundLife.class);

  /** Who acts where nobody asked for it. */
  static final String ITSELF = "Sober Tally";

  private final RoundStore store;
  private final RoundAsking asking;
  private final RoundDeciding deciding;
  private final RoundReturns returns;
  private final TallyClock clock;

  /** What is held by whoever takes a round on, by the round's id. */
  private final Map<String, Object> atWork = new ConcurrentHashMap<>();

  private final ExecutorService soon =
      Executors.newSingleThreadExecutor(
          task -> {
            Thread thread = new Thread(task, "rounds");
            thread.setDaemon(true);
            return thread;
          });

  RoundLife(
      RoundStore store,
      RoundAsking asking,
      RoundDeciding deciding,
      RoundReturns returns,
      TallyClock clock) {
    this.store = store;
    this.asking = asking;
    this.deciding = deciding;
    this.returns = returns;
    this.clock = clock;
  }

  /**
   * Begins what is due, and takes every open round as far as it goes. One at a time, whoever asks
   * for it: two at once would each begin what is due.
   */
  @Scheduled(
      every = "${sober.rounds.look-every}",
      delayed = "10s",
      concurrentExecution = ConcurrentExecution.SKIP)
  public synchronized void look() {
    for (String plan : QuarkusTransaction.requiringNew().call(this::duePlans)) {
      attempt("begun", () -> asking.begin(plan, ITSELF));
    }
    for (String round : QuarkusTransaction.requiringNew().call(this::openRounds)) {
      attempt("taken on", () -> advance(round));
    }
    attempt("watched", returns::watch);
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
  private void takeOnSoon(String round) {
    if (!soon.isShutdown()) {
      soon.execute(() -> attempt("taken on", () -> advance(round)));
    }
  }

  void onStop(@Observes ShutdownEvent event) {
    soon.shutdown();
  }

  /**
   * Begins a round of the plan now.
   *
   * @return its id
   */
  String begin(String plan, String actor) {
    if (!beginning.add(plan)) {
      throw Refusal.conflict("Somebody begins this review at this very moment. Look at it again.");
    }
    try {
      String round = asking.beginByHand(plan, actor);
      takeOnSoon(round);
      return round;
    } finally {
      beginning.remove(plan);
    }
  }

  /** Ends the questions before their day, and puts what nobody needs up for decision. */
  void endAsking(String id, String actor) {
    asking.endAsking(id, actor);
    advance(id);
  }

  /**
   * Takes a round as far as it goes now. Whoever asks for it meanwhile waits, and then goes on from
   * there: two at once would both post what was granted, and one of them be refused.
   */
  void advance(String id) {
    synchronized (atWork.computeIfAbsent(id, round -> new Object())) {
      takeOn(id);
    }
  }

  private void takeOn(String id) {
    Round round = QuarkusTransaction.requiringNew().call(() -> store.round(id));
    if (round.state == Round.State.GATHERED) {
      asking.ask(id);
    } else if (round.state == Round.State.ASKING) {
      if (clock.today().isAfter(round.askUntil)) {
        deciding.propose(id);
      } else {
        asking.remind(id);
      }
    } else if (round.state == Round.State.DECIDING) {
      deciding.goOnWithSlates(id);
    } else if (round.state == Round.State.POSTING) {
      deciding.settle(id);
    }
  }
}
