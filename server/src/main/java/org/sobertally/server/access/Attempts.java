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
 * How often a password was tried, by name and address together, by name and by address. An attempt
 * counts before it is looked at, so that many at once are no more than many in turn; it is
 * forgotten after a while, or when one is right.
 *
 * <p>A stranger who tries a name from elsewhere does not lock out whoever it belongs to: from the
 * address of the last sign-in only what was tried from there counts.
 */
final class Attempts {

  /** For one name from one address. */
  static final int MOST = 10;

  /** For one name from all addresses but its own, and from one address for all names. */
  static final int MOST_TOGETHER = 50;

  static final Duration COUNT_FOR = Duration.ofMinutes(10);

  /** Old ones are looked for whenever so many are known. */
  private static final int MANY = 10_000;

  private final Map<String, Deque<Instant>> times = new HashMap<>();
  private final Supplier<Instant> now;

  Attempts(Supplier<Instant> now) {
    this.now = now;
  }

  /**
   * Where a password is tried for which name.
   *
   * @param isItsOwn whether the name was last signed in from there
   */
  record Tried(String name, String address, boolean isItsOwn) {

    private String both() {
      return "both " + name + " " + address;
    }

    private String ofName() {
      return "name " + name;
    }

    private String ofAddress() {
      return "address " + address;
    }
  }

  /**
   * Counts an attempt that is about to be made.
   *
   * @throws Refusal 429, where there were too many
   */
  synchronized void reserve(Tried tried) {
    Instant oldest = now.get().minus(COUNT_FOR);
    if (times.size() >= MANY) {
      times.values().removeIf(at -> at.isEmpty() || at.peekLast().isBefore(oldest));
    }
    boolean tooMany = count(tried.both(), oldest) >= MOST;
    if (!tried.isItsOwn()) {
      tooMany |= count(tried.ofName(), oldest) >= MOST_TOGETHER;
      tooMany |= count(tried.ofAddress(), oldest) >= MOST_TOGETHER;
    }
    if (tooMany) {
      throw Refusal.tooMany(
          "Too many wrong passwords for this name from here. Try again in ten minutes, or from where"
              + " you signed in last. Whoever runs Sober Tally can let you in on the machine itself.");
    }
    add(tried.both());
    add(tried.ofName());
    add(tried.ofAddress());
  }

  private int count(String key, Instant oldest) {
    Deque<Instant> known = times.get(key);
    if (known == null) {
      return 0;
    }
    known.removeIf(at -> at.isBefore(oldest));
    return known.size();
  }

  private void add(String key) {
    times.computeIfAbsent(key, k -> new ArrayDeque<>()).add(now.get());
  }

  /** It was right: what was tried before from there counts no more. */
  synchronized void wasRight(Tried tried) {
    times.remove(tried.both());
    takeLast(tried.ofName());
    takeLast(tried.ofAddress());
  }

  /** It was not looked at after all. */
  synchronized void notMade(Tried tried) {
    takeLast(tried.both());
    takeLast(tried.ofName());
    takeLast(tried.ofAddress());
  }

  private void takeLast(String key) {
    Deque<Instant> known = times.get(key);
    if (known != null) {
      known.pollLast();
      if (known.isEmpty()) {
        times.remove(key);
      }
    }
  }

  /** Nothing that was tried for the name counts any more. */
  synchronized void forget(String name) {
    times
        .keySet()
        .removeIf(key -> key.equals("name " + name) || key.startsWith("both " + name + " "));
  }

  synchronized int known() {
    return times.size();
  }
}
