package org.sobertally.server.slates;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.slates.moves.Life;
import org.sobertally.server.vendors.AccountTarget;

/** One call to a vendor. It is written down before it is made. */
@Entity
@Table(name = "vendor_call")
class VendorCall {

  /** How far a call has come. */
  enum State {
    /** To be made. */
    PENDING,
    /** Made, or about to be: the vendor is read before it is made again. */
    STARTED,
    /** The vendor says it is done; it does not show yet. */
    ACCEPTED,
    /** There is no link to the vendor: somebody makes the change there by hand. */
    BY_HAND,
    CONFIRMED,
    FAILED;

    /** There is still something for us to do. */
    static final Set<State> OPEN = Set.of(PENDING, STARTED, ACCEPTED);

    boolean isSettled() {
      return this == CONFIRMED || this == FAILED;
    }
  }

  /** What may become of it. */
  static final Life<State> LIFE =
      new Life<>("call", State.class)
          .beginsAs(State.PENDING, State.BY_HAND)
          .from(State.PENDING, State.STARTED, State.BY_HAND, State.CONFIRMED, State.FAILED)
          // Back to pending: the vendor had no time, and nothing happened.
          .from(
              State.STARTED,
              State.ACCEPTED,
              State.PENDING,
              State.BY_HAND,
              State.CONFIRMED,
              State.FAILED)
          .from(State.ACCEPTED, State.BY_HAND, State.CONFIRMED, State.FAILED)
          .from(State.BY_HAND, State.CONFIRMED, State.FAILED)
          .from(State.CONFIRMED, State.BY_HAND);

  private static final int MOST_SAID = 1000;
  private static final String SEPARATOR = "\n";

  @Id String id;
  String move;
  String vendor;
  String account;
  @Nullable String email;

  /** Whether the account is to be there; null where it does not matter. */
  @Nullable Boolean present;

  /** Whether it is to be signed in to; null where it does not matter. */
  @Nullable Boolean active;

  /** Plans it is to hold, and plans it is not to hold, a line each. */
  String grants;

  String revokes;

  /** Whether it undoes its move. */
  boolean undoes;

  /**
   * What the vendor calls the account it was first made for; null before that, or for a new one.
   */
  @Column(name = "their_id")
  @Nullable String theirId;

  /** The intake that showed it, where no vendor did. */
  @Column(name = "seen_in")
  @Nullable String seenIn;

  @Enumerated(EnumType.STRING)
  State state;

  int attempts;
  int checks;
  Instant created;
  Instant due;
  @Nullable Instant answered;

  /** Since when it cannot be read; null where it could the last time. */
  @Column(name = "unread_since")
  @Nullable Instant unreadSince;

  @Nullable String answer;

  /** What was said of it last; a vendor may say more than there is room for. */
  void said(@Nullable String text) {
    answer = text == null || text.length() <= MOST_SAID ? text : text.substring(0, MOST_SAID);
  }

  void wish(AccountTarget wish) {
    account = wish.account();
    email = wish.email();
    present = wish.present();
    active = wish.active();
    grants = String.join(SEPARATOR, new TreeSet<>(wish.grants()));
    revokes = String.join(SEPARATOR, new TreeSet<>(wish.revokes()));
  }

  AccountTarget wish() {
    return new AccountTarget(account, email, present, active, plans(grants), plans(revokes));
  }

  private static Set<String> plans(String text) {
    return text.isEmpty() ? Set.of() : Set.of(text.split(SEPARATOR));
  }

  /** Whether the account may have to be opened: then nobody can have seen it before. */
  boolean mayOpen() {
    return Boolean.TRUE.equals(present);
  }

  /**
   * From now on it stands so.
   *
   * @throws IllegalStateException if nothing that stands as it does may become that
   */
  void become(State next) {
    state = LIFE.step(state, next);
  }
}
