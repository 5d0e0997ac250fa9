package org.sobertally.server.renewals;

import org.sobertally.server.slates.moves.Life;

/** How far the decision about a renewal has come. */
public enum RenewalState {
  /** Nobody has begun. */
  OPEN,
  /** A choice was made, and can still be changed. */
  PREPARED,
  /** Somebody else is asked to decide it. */
  ASKED,
  /** Somebody else said yes. */
  DECIDED,
  /** The vendor was told; the quantities are noted in the book from the renewal on. */
  NOTICE_GIVEN,
  /** The next term stands in the book. */
  RENEWED,
  /** It stays as it is, for a reason and until a day. */
  KEPT_ON_PURPOSE;

  /** What may become of it. */
  static final Life<RenewalState> LIFE =
      new Life<>("renewal", RenewalState.class)
          .beginsAs(PREPARED, KEPT_ON_PURPOSE)
          .from(OPEN, PREPARED, KEPT_ON_PURPOSE)
          .from(PREPARED, OPEN, PREPARED, ASKED, KEPT_ON_PURPOSE)
          .from(ASKED, PREPARED, DECIDED)
          .from(DECIDED, PREPARED, NOTICE_GIVEN)
          .from(NOTICE_GIVEN, DECIDED, RENEWED)
          .from(KEPT_ON_PURPOSE, OPEN, PREPARED, KEPT_ON_PURPOSE);
}
