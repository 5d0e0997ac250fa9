package org.sobertally.server.vendors;

/** A programmatic way to one vendor: asks for and reads back who holds which plan. */
public interface SeatLink {

  /**
   * Asks the vendor to let the account hold the plan, or to end that. Asking twice is harmless.
   *
   * @param callId the same for every repetition of one call
   */
  Answer ask(String callId, String account, String plan, boolean wanted);

  /** What the vendor says now. */
  Reading read(String account, String plan);

  /** How a vendor took a call. */
  sealed interface Answer {

    /** The vendor says it is done; it may show later. */
    record Done() implements Answer {}

    /** The vendor will not; asking again would not help. */
    record Refused(String reason) implements Answer {}

    /**
     * Not now, and nothing happened.
     *
     * @param seconds how long to wait, as the vendor said; 0 where it said nothing
     */
    record Later(String reason, long seconds) implements Answer {}

    /** No answer came: it may or may not have happened. */
    record Unknown(String reason) implements Answer {}
  }

  /** What a vendor showed. */
  sealed interface Reading {

    /** Whether the account holds the plan there. */
    record Shows(boolean holds) implements Reading {}

    /** It could not be read. */
    record Unreadable(String reason) implements Reading {}
  }
}
