package org.sobertally.server.slates;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;

/** What may become what: the lives of slates, of their moves and of calls to vendors. */
final class Life<S extends Enum<S>> {

  static final Life<Slate.State> SLATE =
      new Life<>("slate", Slate.State.class)
          .beginsAs(Slate.State.DRAFT, Slate.State.SENT)
          .from(Slate.State.DRAFT, Slate.State.SENT)
          .from(Slate.State.SENT, Slate.State.GRANTED, Slate.State.REFUSED, Slate.State.LAPSED)
          .from(Slate.State.GRANTED, Slate.State.POSTED)
          .from(Slate.State.POSTED, Slate.State.CONFIRMED, Slate.State.FAILED)
          // An intake that confirmed moves was taken back.
          .from(Slate.State.CONFIRMED, Slate.State.POSTED)
          .from(Slate.State.FAILED, Slate.State.POSTED);

  static final Life<SlateMove.State> MOVE =
      new Life<>("move", SlateMove.State.class)
          .beginsAs(SlateMove.State.PLANNED)
          // Those that no vendor is asked about are done at once.
          .from(SlateMove.State.PLANNED, SlateMove.State.SENT, SlateMove.State.CONFIRMED)
          .from(SlateMove.State.SENT, SlateMove.State.CONFIRMED, SlateMove.State.FAILED)
          .from(
              SlateMove.State.CONFIRMED,
              SlateMove.State.UNDOING,
              SlateMove.State.UNDONE,
              SlateMove.State.SENT)
          .from(SlateMove.State.UNDOING, SlateMove.State.UNDONE, SlateMove.State.CONFIRMED)
          .from(SlateMove.State.UNDONE, SlateMove.State.UNDOING);

  static final Life<VendorCall.State> CALL =
      new Life<>("call", VendorCall.State.class)
          .beginsAs(VendorCall.State.PENDING, VendorCall.State.BY_HAND)
          .from(
              VendorCall.State.PENDING,
              VendorCall.State.STARTED,
              VendorCall.State.BY_HAND,
              VendorCall.State.CONFIRMED,
              VendorCall.State.FAILED)
          // Back to pending: the vendor had no time, and nothing happened.
          .from(
              VendorCall.State.STARTED,
              VendorCall.State.ACCEPTED,
              VendorCall.State.PENDING,
              VendorCall.State.BY_HAND,
              VendorCall.State.CONFIRMED,
              VendorCall.State.FAILED)
          .from(
              VendorCall.State.ACCEPTED,
              VendorCall.State.BY_HAND,
              VendorCall.State.CONFIRMED,
              VendorCall.State.FAILED)
          .from(VendorCall.State.BY_HAND, VendorCall.State.CONFIRMED, VendorCall.State.FAILED)
          .from(VendorCall.State.CONFIRMED, VendorCall.State.BY_HAND);

  private final String what;
  private final Class<S> states;
  private final Set<S> first;
  private final Map<S, Set<S>> next;

  private Life(String what, Class<S> states) {
    this.what = what;
    this.states = states;
    first = EnumSet.noneOf(states);
    next = new EnumMap<>(states);
  }

  @SafeVarargs
  private Life<S> beginsAs(S... any) {
    first.addAll(Set.of(any));
    return this;
  }

  @SafeVarargs
  private Life<S> from(S now, S... any) {
    next.computeIfAbsent(now, n -> EnumSet.noneOf(states)).addAll(Set.of(any));
    return this;
  }

  /** Whether there is such a step; to stay as one is is none, and always may be. */
  boolean may(S now, S then) {
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
  S step(S now, S then) {
    if (!may(now, then)) {
      throw new IllegalStateException(
          "A %s that is %s cannot become %s.".formatted(what, now == null ? "new" : now, then));
    }
    return then;
  }
}
