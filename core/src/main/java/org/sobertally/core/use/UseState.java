package org.sobertally.core.use;

/** What a holding is for on a day: parked by its plan, else the first that fits, in this order. */
public enum UseState {
  LEFT,
  SUSPENDED,
  UNANSWERED,
  NEVER_OPENED,
  IDLE,
  IN_USE,
  /** On a plan that keeps the data while nobody works: neither in use nor idle. */
  PARKED,
  /** Assigned to somebody whose first day has not come: neither in use nor idle. */
  NOT_STARTED
}
