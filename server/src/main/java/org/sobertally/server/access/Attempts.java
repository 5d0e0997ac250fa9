package org.sobertally.server.access;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;
import org.sobertally.server.refusal.Refusal;

/**
 * How often a password was tried for a name. An attempt counts before it is looked at, so that many
 * at once are no more than many in turn; it is forgotten after a while, or when one is right.
 */
final class Attempts {

  static final int MOST = 10;
  static final Duration COUNT_FOR = Duration.ofMinutes(10);

  /** Old names are looked for whenever so many are known. */
  private static final int MANY_NAMES = 10_000;

  private final Map<String, Deque<Instant>> byName = new HashMap<>();
  private final Supplier<Instant> now;

  Attempts(Supplier<Instant> now) {
    this.now = now;
  }

  /**
   * Counts an attempt that is about to be made.
   *
   * @throws Refusal 429, where there were too many
   */
  synchronized void reserve(String name) {
    Instant oldest = now.get().minus(COUNT_FOR);
    if (byName.size() >= MANY_NAMES) {
      byName.values().removeIf(times -> times.peekLast().isBefore(oldest));
    }
    Deque<Instant> times = byName.computeIfAbsent(name, n -> new ArrayDeque<>());
    times.removeIf(at -> at.isBefore(oldest));
    if (times.size() >= MOST) {
      throw Refusal.tooMany("Too many wrong passwords for this name. Try again in ten minutes.");
    }
    times.add(now.get());
  }

  /** It was right: what was tried before counts no more. */
  synchronized void wasRight(String name) {
    byName.remove(name);
  }

  /** It was not looked at after all. */
  synchronized void notMade(String name) {
    Deque<Instant> times = byName.get(name);
    if (times != null) {
      times.pollLast();
      if (times.isEmpty()) {
        byName.remove(name);
      }
    }
  }

  synchronized int names() {
    return byName.size();
  }
}
