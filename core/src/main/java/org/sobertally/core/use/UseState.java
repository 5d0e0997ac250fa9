package org.sobertally.core.use;

/** What a holding is for on a day; the first that fits, in this order. */
public enum UseState {
  LEFT,
  SUSPENDED,
  UNANSWERED,
  NEVER_OPENED,
  IDLE,
  IN_USE
}
