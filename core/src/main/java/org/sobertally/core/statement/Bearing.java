package org.sobertally.core.statement;

/** By what a statement tells apart who bears the cost of a seat. */
public enum Bearing {
  /** The holder's department of today. */
  DEPARTMENT,
  /** The holder's site of today. */
  SITE,
  /** The holder's groups of today: of n of them each bears one nth. */
  GROUP,
  /** Whom the holder reports to. */
  MANAGER,
  /** The subscription's cost centre where it has one, else the holder's. */
  PAYER,
  /** Whose plan it is, whoever holds it; nothing is held by nobody. */
  VENDOR,
  /** Which plan it is, whoever holds it; nothing is held by nobody. */
  PLAN;

  /** Whether the seat itself says who bears it, and not who holds it. */
  boolean ofTheSeat() {
    return this == VENDOR || this == PLAN;
  }
}
