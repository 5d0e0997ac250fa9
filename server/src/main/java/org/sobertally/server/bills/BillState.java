package org.sobertally.server.bills;

import java.util.Set;

/** What became of a bill. */
enum BillState {
  /** Nobody has said yet. */
  OPEN,
  /** It is right, or is paid as it is. */
  ACCEPTED,
  /** The vendor was told that it is wrong. */
  DISPUTED,
  /** The vendor put it right, or it was agreed otherwise. */
  SETTLED;

  /** What may be said of it next. */
  Set<BillState> next() {
    return switch (this) {
      case OPEN -> Set.of(ACCEPTED, DISPUTED);
      case ACCEPTED -> Set.of(DISPUTED);
      case DISPUTED -> Set.of(ACCEPTED, SETTLED);
      case SETTLED -> Set.of(DISPUTED);
    };
  }

  String words() {
    return switch (this) {
      case OPEN -> "open";
      case ACCEPTED -> "accepted";
      case DISPUTED -> "disputed";
      case SETTLED -> "settled";
    };
  }
}
