package org.sobertally.core.slate;

import java.time.LocalDate;

/** One planned change. */
public sealed interface Move {

  /** The seat of the holding comes back. */
  record TakeBack(String holding) implements Move {}

  /**
   * A seat of the subscription is handed out.
   *
   * @param account who gets it; null where the person has no account at the vendor yet, or where
   *     the account asked for is opened with it
   * @param person whose account is opened; null where an account is named
   */
  record HandOut(String account, String person, String line) implements Move {

    public HandOut {
      if ((account == null) == (person == null)) {
        throw new IllegalArgumentException("Name an account or a person, one of them.");
      }
    }

    /** To an account that is there; undoes a take-back. */
    public HandOut(String account, String line) {
      this(account, null, line);
    }
  }

  /** The holder gives one seat up and gets one of another plan of the same vendor, at once. */
  record Switch(String holding, String line) implements Move {}

  /** The account can no longer be signed in to; its seats stay paid. */
  record Suspend(String account) implements Move {}

  /** A suspended account can be signed in to again. */
  record BringBack(String account) implements Move {}

  /**
   * The account goes, and its seats come back.
   *
   * @param data what becomes of its data; null where nobody chose
   */
  record Delete(String account, DataRoute data) implements Move {}

  /** The seat may not be taken back until the day. */
  record KeepIt(String holding, String reason, LocalDate until) implements Move {}

  /** So many seats are given back to the vendor on the first day on which the agreement lets. */
  record GiveBack(String line, int seats) implements Move {}

  /** So many seats more are bought, from today. */
  record BuyMore(String line, int seats) implements Move {}

  /**
   * The vendor is brought to what the book says of one account and plan.
   *
   * @param hold whether the account is to hold it there
   */
  record PutRight(String account, String plan, boolean hold) implements Move {}

  /** What becomes of the data of an account that is deleted. */
  enum DataRoute {
    /** Somebody else took over what is needed. */
    HANDED_OVER,
    /** It was saved outside the vendor, for as long as it must be kept. */
    SAVED,
    /** Nobody needs it. */
    NOT_NEEDED
  }
}
