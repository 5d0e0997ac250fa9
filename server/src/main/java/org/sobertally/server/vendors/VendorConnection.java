package org.sobertally.server.vendors;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A programmatic way to one vendor: asks for and reads back who holds which plans. */
public interface VendorConnection {

  /**
   * Asks the vendor to bring the account to what is wished. Asking twice is harmless.
   *
   * @param callId the same for every repetition of one call
   * @param id what the vendor's requests name the account by, as a reading showed it; another
   *     account of the same name is then never touched. Null where it is not known, as of an
   *     account that is to be opened
   */
  Answer ask(String callId, AccountTarget wish, @Nullable String id);

  /** Asks by the account's name alone. */
  default Answer ask(String callId, AccountTarget wish) {
    return ask(callId, wish, null);
  }

  /**
   * What the vendor says now of one account.
   *
   * @param id as in {@link #ask(String, AccountTarget, String)}
   */
  Reading read(String account, @Nullable String id);

  /** Reads by the account's name alone. */
  default Reading read(String account) {
    return read(account, null);
  }

  /** What the vendor says now of all its accounts; follows the watch. */
  Roll readAll(ReadingWatch watch);

  /** Reads all, and nobody looks on. */
  default Roll readAll() {
    return readAll(ReadingWatch.brief());
  }

  /** How its pools are looked after; empty where the protocol knows nothing of pools. */
  default Optional<PoolControl> pools() {
    return Optional.empty();
  }

  /** How a vendor took a call. */
  sealed interface Answer {

    /** The vendor says it is done; it may show later. */
    record Done() implements Answer {}

    /** The vendor will not; asking again would not help. */
    record Refused(@Nullable String reason) implements Answer {}

    /**
     * Not now, and nothing happened.
     *
     * @param seconds how long to wait, as the vendor said; 0 where it said nothing
     */
    record Later(@Nullable String reason, long seconds) implements Answer {}

    /** No answer came: it may or may not have happened. */
    record Unknown(@Nullable String reason) implements Answer {}
  }

  /** What a vendor showed of one account. */
  sealed interface Reading {

    record Shows(VendorAccount login) implements Reading {}

    /**
     * It could not be read, and so proves nothing.
     *
     * @param answered whether the vendor answered, but not with anything that says how the account
     *     stands; else it was not reached, or said that it could not answer
     * @param seconds how long the vendor wants us to wait; 0 where it said nothing
     */
    record Unreadable(@Nullable String reason, boolean answered, long seconds) implements Reading {

      public Unreadable(@Nullable String reason, boolean answered) {
        this(reason, answered, 0);
      }
    }

    /** The account is gone, and another one stands there under its name. */
    record MadeAnew(@Nullable String reason) implements Reading {}
  }

  /** What a vendor showed of all its accounts. */
  sealed interface Roll {

    /**
     * @param planNames how the vendor writes what it calls a plan, for those that have a name
     */
    record All(List<VendorAccount> logins, Map<String, String> planNames) implements Roll {
      public All(List<VendorAccount> logins) {
        this(logins, Map.of());
      }
    }

    /** It could not be read, or not to its end. */
    record Unread(@Nullable String reason) implements Roll {}
  }
}
