package org.sobertally.core.slate;

/**
 * Something a person must know about a move before it is sent.
 *
 * @param code stable, for scripts
 * @param text one plain sentence
 */
public record Remark(Code code, String text) {

  /** What can be the matter. Blocks stop a move, warnings do not. */
  public enum Code {
    /** Block: it is not held (any more). */
    NOT_HELD(true),
    /** Block: a reason with an end date says it must not be taken back. */
    KEPT(true),
    /** Block: the account is the last one with administrator rights there. */
    LAST_ADMIN(true),
    /** Block: an earlier move of this account is not confirmed yet. */
    UNCONFIRMED(true),
    /** Block: the same seat is on the slate or on another one. */
    ALREADY_PLANNED(true),
    /** Block: no seat is spare. */
    NO_SPARE_SEAT(true),
    /** Block: the seats that are left rest, and may not be handed out yet. */
    SEAT_RESTING(true),
    /** Block: the person is suspended or has left. */
    TARGET_SUSPENDED(true),
    /** Block: the account holds the plan already. */
    ALREADY_HOLDS(true),
    /** Block: it would change nothing. */
    NO_CHANGE(true),
    /** Block: the plan is another vendor's. */
    OTHER_VENDOR(true),
    /** Block: the holder is signed in, and the vendor wants them signed out. */
    SIGNED_IN(true),
    /** Block: another move on the slate wants the contrary. */
    CONFLICT(true),
    /** Block: nobody chose what becomes of the data. */
    NO_DATA_ROUTE(true),
    /** Block: the data must be kept, and nobody would. */
    RETENTION_DUTY(true),
    /** Block: a reason or a day is missing or has passed. */
    INCOMPLETE(true),
    /** Block: the account is gone for good, or there is none. */
    NO_ACCOUNT(true),
    /** Block: the agreement never lets the quantity shrink, or not so far. */
    NEVER_SHRINKS(true),
    /** Block: more seats would be held than bought. */
    WOULD_BE_SHORT(true),
    /** Block: who is to take the data over cannot. */
    NO_SUCCESSOR(true),
    /** A standing rule would hand the seat straight back. */
    RULE_HANDS_BACK(false),
    /** The seat cannot serve anybody else. */
    NOT_REUSABLE(false),
    /** The seat rests before it can serve somebody else. */
    SEAT_RESTS(false),
    /** The vendor wants the holder signed out. */
    SIGN_OUT_FIRST(false),
    /** Data is lost on a day. */
    DATA_LOST(false),
    /** The promised utilisation would not be met. */
    BELOW_FLOOR(false),
    /** They hold another tier of the same ladder already. */
    COVERED_TWICE(false),
    /** No money stops before a day, or ever. */
    SAVES_LATER(false),
    /** The change cannot be taken back after a day. */
    ONE_WAY(false),
    /** A part was used that the new plan does not have. */
    LOSES_PARTS(false),
    /** There is no programmatic way to this vendor: somebody makes the change there. */
    BY_HAND(false),
    /** Nobody can sign in, and the seat stays paid. */
    STAYS_PAID(false),
    /** The account is opened, perhaps as an invitation that must be taken up. */
    OPENS_ACCOUNT(false),
    /** Fewer seats cost more. */
    COSTS_MORE(false),
    /** Who takes the data over has no room for it. */
    NO_ROOM(false),
    /** The holder is on leave. */
    ON_LEAVE(false),
    /** The seat was used after the idle line. */
    STILL_USED(false);

    private final boolean blocks;

    Code(boolean blocks) {
      this.blocks = blocks;
    }

    public boolean blocks() {
      return blocks;
    }
  }
}
