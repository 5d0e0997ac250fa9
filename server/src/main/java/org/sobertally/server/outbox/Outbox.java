package org.sobertally.server.outbox;

import io.quarkus.narayana.jta.QuarkusTransaction;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.TimeUnit;
import org.jboss.logging.Logger;

/**
 * Carries what was written down to go out. Each lane (a vendor, the mail server) goes by itself:
 * one that is slow holds nobody else up. What is in a lane is due there, the longest first, and
 * whoever carries it writes down what became of it and when it is due again.
 *
 * @param <T> what is carried
 */
public final class Outbox<T> {

  private static final Logger LOG = Logger.getLogger(Outbox.class);
  private static final int LAST_WORD_SECONDS = 5;

  /**
   * What waits and who carries it.
   *
   * @param <T> what is carried
   */
  public interface Waiting<T> {

    /** What is due by then in other lanes than these, the longest due first. In a transaction. */
    List<T> due(Instant now, Set<String> busy);

    /** When the next is due in other lanes than these; empty where nobody waits for a time. */
    default Optional<Instant> nextDue(Set<String> busy) {
      return Optional.empty();
    }

    /** The lane in which it goes. */
    String lane(T one);

    /**
     * Carries what was due in one lane, in this order, outside any transaction. What fails with an
     * exception is looked at again soon.
     *
     * @return how long the lane then rests, such as where nobody answers there; zero for not at all
     */
    Duration carry(String lane, List<T> due);
  }

  private final Waiting<T> waiting;
  private final String what;
  private final Duration afterFault;
  private final ScheduledExecutorService worker;
  private final ExecutorService lanes;
  private final Set<String> busy = ConcurrentHashMap.newKeySet();

  /**
   * @param what what it carries, as a log says it: `calls`
   * @param afterFault how long after something went wrong here it is looked at again
   */
  public Outbox(String what, Waiting<T> waiting, Duration afterFault) {
    this.what = what;
    this.waiting = waiting;
    this.afterFault = afterFault;
    this.worker = Executors.newSingleThreadScheduledExecutor(named("outbox-" + what));
    this.lanes = Executors.newCachedThreadPool(named("lane-" + what));
  }

  private static ThreadFactory named(String name) {
    return task -> {
      Thread thread = new Thread(task, name);
      thread.setDaemon(true);
      return thread;
    };
  }

  /** Has what is due looked at now. */
  public void kick() {
    if (!isClosed()) {
      worker.execute(this::lookNow);
    }
  }

  /** Whether nothing more is begun. */
  public boolean isClosed() {
    return worker.isShutdown();
  }

  /**
   * Nobody is interrupted: a thread that is while it writes closes the database's file under
   * everybody else. What is begun is finished; who does not answer in time is left, and what became
   * of it is found out at the next start.
   */
  public void close() throws InterruptedException {
    worker.shutdown();
    lanes.shutdown();
    if (!lanes.awaitTermination(LAST_WORD_SECONDS, TimeUnit.SECONDS)) {
      LOG.warnf("Some %s are not answered; they are looked after at the next start.", what);
    }
  }

  private void lookNow() {
    if (isClosed()) {
      return;
    }
    try {
      Map<String, List<T>> byLane = new LinkedHashMap<>();
      Set<String> atWork = Set.copyOf(busy);
      for (T one :
          QuarkusTransaction.requiringNew().call(() -> waiting.due(Instant.now(), atWork))) {
        byLane.computeIfAbsent(waiting.lane(one), lane -> new ArrayList<>()).add(one);
      }
      byLane.forEach(
          (lane, due) -> {
            if (busy.add(lane)) {
              lanes.execute(() -> carryAll(lane, due));
            }
          });
      // Lanes that are at work now look again themselves once they are done.
      Set<String> working = Set.copyOf(busy);
      QuarkusTransaction.requiringNew()
          .call(() -> waiting.nextDue(working))
          .ifPresent(this::wakeAt);
    } catch (RuntimeException e) {
      lookAgain(e, what);
    }
  }

  private void carryAll(String lane, List<T> due) {
    Duration rest;
    try {
      rest = waiting.carry(lane, due);
    } catch (RuntimeException e) {
      busy.remove(lane);
      lookAgain(e, lane);
      return;
    }
    if (rest.isZero()) {
      busy.remove(lane);
      kick();
    } else if (!isClosed()) {
      worker.schedule(() -> wake(lane), rest.toMillis(), TimeUnit.MILLISECONDS);
    }
  }

  private void wake(String lane) {
    busy.remove(lane);
    lookNow();
  }

  private void lookAgain(RuntimeException e, String where) {
    if (isClosed()) {
      return;
    }
    LOG.errorf(e, "%s could not be carried (%s); they are looked at again soon.", what, where);
    worker.schedule(this::lookNow, afterFault.toMillis(), TimeUnit.MILLISECONDS);
  }

  private void wakeAt(Instant due) {
    long millis = Math.max(1, Duration.between(Instant.now(), due).toMillis());
    worker.schedule(this::lookNow, millis, TimeUnit.MILLISECONDS);
  }

  /** Does both at the same time, one of them on a thread of the lanes; ends when both have. */
  public void abreast(Runnable one, Runnable other) {
    CompletableFuture<Void> second = CompletableFuture.runAsync(one, lanes);
    try {
      other.run();
    } finally {
      second.join();
    }
  }
}
