package org.sobertally.core.findings;

import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;
import java.util.function.Predicate;

/** One reason why money buys less than it could, with what pages and rounds need to know of it. */
public enum FindingKind {
  SUSPENDED_PAID("Suspended, still paid", Of.PEOPLE, Settled.BY_TAKE_BACK, InRounds.USUAL),
  LEFT_PAID("Left, still paid", Of.PEOPLE, Settled.BY_TAKE_BACK, InRounds.USUAL),
  NEVER_OPENED("Never opened", Of.PEOPLE, Settled.BY_TAKE_BACK, InRounds.USUAL),
  IDLE("Idle past the line", Of.PEOPLE, Settled.BY_TAKE_BACK, InRounds.USUAL),
  /** Not taken up within its grace. */
  UNANSWERED("Invitation unanswered", Of.PEOPLE, Settled.BY_TAKE_BACK, InRounds.IF_ASKED),
  /** A lower plan of the same ladder has every part that is needed. */
  SMALLER_TIER("A smaller tier would do", Of.PEOPLE, Settled.OTHERWISE, InRounds.NEVER),
  /** What the person needs is there without it. */
  COVERED_TWICE("Covered twice", Of.PEOPLE, Settled.OTHERWISE, InRounds.IF_ASKED),
  /** A part that must be set up before it can be used never was. */
  PART_NOT_SET_UP("Part not set up", Of.PEOPLE, Settled.OTHERWISE, InRounds.NEVER),
  /** The account belongs to nobody. */
  NOBODYS("Nobody’s account", Of.PEOPLE, Settled.BY_TAKE_BACK, InRounds.NEVER),
  /** Separate seats that a bundle covers for less. */
  CHEAPER_TOGETHER("Cheaper together", Of.PEOPLE, Settled.OTHERWISE, InRounds.NEVER),
  /** The extra holds more than is stored; a smaller one would do. */
  ADDON_TOO_LARGE("Add-on larger than needed", Of.PEOPLE, Settled.OTHERWISE, InRounds.NEVER),
  /** More seats lie spare than were wanted in any month of the past year. */
  MORE_SPARE("More spare than needed", Of.SUBSCRIPTIONS, Settled.OTHERWISE, InRounds.NEVER),
  /** More are held than bought, or a pool refuses people. */
  SHORT("Short of seats", Of.SUBSCRIPTIONS, Settled.OTHERWISE, InRounds.NEVER),
  /** A promised utilisation is missed or will be. */
  FLOOR_AT_RISK("Floor at risk", Of.SUBSCRIPTIONS, Settled.OTHERWISE, InRounds.NEVER),
  /** The vendor says one thing and the book another. */
  DRIFT("Drift", Of.PEOPLE, Settled.OTHERWISE, InRounds.NEVER);

  /** What findings of a kind are about. */
  public enum Of {
    PEOPLE,
    SUBSCRIPTIONS
  }

  /** What ends a finding. */
  public enum Settled {
    BY_TAKE_BACK,
    OTHERWISE
  }

  /** Whether a round may ask holders about it. */
  public enum InRounds {
    /** It is looked for unless somebody says otherwise. */
    USUAL,
    IF_ASKED,
    NEVER
  }

  private final String title;
  private final Of of;
  private final Settled settled;
  private final InRounds inRounds;

  FindingKind(String title, Of of, Settled settled, InRounds inRounds) {
    this.title = title;
    this.of = of;
    this.settled = settled;
    this.inRounds = inRounds;
  }

  /** As people call it. */
  public String title() {
    return title;
  }

  public Of of() {
    return of;
  }

  public Settled settled() {
    return settled;
  }

  public InRounds inRounds() {
    return inRounds;
  }

  /** The kinds of which that holds, in their order. */
  public static Set<FindingKind> those(Predicate<FindingKind> holds) {
    EnumSet<FindingKind> kinds = EnumSet.noneOf(FindingKind.class);
    Arrays.stream(values()).filter(holds).forEach(kinds::add);
    return Collections.unmodifiableSet(kinds);
  }
}
