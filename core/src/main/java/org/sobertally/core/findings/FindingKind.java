package org.sobertally.core.findings;

/** One reason why money buys less than it could. */
public enum FindingKind {
  /** Suspended, still paid. */
  SUSPENDED_PAID,
  /** Left, still paid. */
  LEFT_PAID,
  NEVER_OPENED,
  /** Idle past the line. */
  IDLE,
  /** The invitation was not taken up within its grace. */
  UNANSWERED,
  /** A lower plan of the same ladder has every part that is needed. */
  SMALLER_TIER,
  /** What the person needs is there without it. */
  COVERED_TWICE,
  /** A part that must be set up before it can be used never was. */
  PART_NOT_SET_UP,
  /** The account belongs to nobody. */
  NOBODYS,
  /** Separate seats that a bundle covers for less. */
  CHEAPER_TOGETHER,
  /** The extra holds more than is stored; a smaller one would do. */
  ADDON_TOO_LARGE,
  /** More seats lie spare than were wanted in any month of the past year. */
  MORE_SPARE,
  /** More are held than bought, or a pool refuses people. */
  SHORT,
  /** A promised utilisation is missed or will be. */
  FLOOR_AT_RISK,
  /** The vendor says one thing and the book another. */
  DRIFT
}
