package org.sobertally.skerry.standin;

import java.time.Duration;
import java.util.List;
import java.util.Random;
import java.util.Set;

/**
 * What a stand-in does wrong.
 *
 * @param share of the calls that go wrong, 0 to 1
 * @param kinds in which ways; empty for none
 * @param slowness added to every answer
 * @param signedIn accounts whose holders are signed in
 * @param seed of the order in which calls go wrong
 */
public record Faults(
    double share, List<Kind> kinds, Duration slowness, Set<String> signedIn, long seed) {

  /** How a call goes wrong. */
  public enum Kind {
    /** 429 with Retry-After; nothing happens. */
    TOO_MANY,
    /** 503; nothing happens. */
    UNAVAILABLE,
    /** 503 to every change, while reading works; nothing happens. */
    READ_ONLY,
    /** It happens, but 500 is answered. */
    ANSWER_LOST,
    /** It happens, but the connection is cut. */
    CUT
  }

  public static final Faults NONE = new Faults(0, List.of(), Duration.ZERO, Set.of(), 1);

  public Faults {
    kinds = List.copyOf(kinds);
    signedIn = Set.copyOf(signedIn);
  }

  /** So large a share of all calls goes wrong in these ways. */
  public static Faults share(double share, long seed, Kind... kinds) {
    return new Faults(share, List.of(kinds), Duration.ZERO, Set.of(), seed);
  }

  /** The fault of the next call, or null. */
  Kind next(Random random) {
    return kinds.isEmpty() || random.nextDouble() >= share
        ? null
        : kinds.get(random.nextInt(kinds.size()));
  }
}
