package org.sobertally.core.catalogue;

/** How a plan's seats are had. */
public enum PlanModel {
  /** One seat for one account. */
  NAMED,
  /** A pool that whoever starts takes a seat from. */
  FLOATING,
  /** An extra to another plan. */
  ADDON,
  /** The cheap plan that keeps the data while nobody works. */
  RESTING
}
