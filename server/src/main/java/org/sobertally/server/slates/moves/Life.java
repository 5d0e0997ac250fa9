package org.sobertally.server.slates.moves;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;

/**
 * What may become what, a table for each thing that lives.
 *
 * @param <S> how it may stand
 */
public final class Life<S extends Enum<S>> {

  private final String what;
  private final Class<S> states;
  private final Set<S> first;
  private final Map<S, Set<S>> next;

  /**
   * @param what what it is called in a sentence
   */
  public Life(String what, Class<S> states) {
    this.what = what;
    this.states = states;
    first = EnumSet.noneOf(states);
    next = new EnumMap<>(states);
  }

  /** What is new stands so. */
  @SafeVarargs
  public final Life<S> beginsAs(S... any) {
    first.addAll(Set.of(any));
    return this;
  }

  /** What stands so may become any of these. */
  @SafeVarargs
  public final Life<S> from(S now, S... any) {
    next.computeIfAbsent(now, n -> EnumSet.noneOf(states)).addAll(Set.of(any));
    return this;
  }

  /** Whether there is such a step; to stay as one is is none, and always may be. */
  public boolean may(S now, S then) {
    return now == null
        ? first.contains(then)
        : now == then || next.getOrDefault(now, Set.of()).contains(then);
  }

  /**
   * The state after the step.
   *
   * @param now null for what only begins
   * @throws IllegalStateException if there is no such step
   */
  public S step(S now, S then) {
    if (!may(now, then)) {
      throw new IllegalStateException(
          "A %s that is %s cannot become %s.".formatted(what, now == null ? "new" : now, then));
    }
    return then;
  }
}
