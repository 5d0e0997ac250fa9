package org.sobertally.core.slate;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.time.Days;

/** One planned change. What it needs, does and costs is said by the rule of its kind. */
public interface Move {

  /** What it is called in this book. */
  MoveKind kind(Book book);

  /**
   * What it is on the day, where that depends on what was done before; most moves are what they
   * are.
   */
  default Move resolved(Book book, LocalDate day) {
    return this;
  }

  /**
   * Whatever resting seat the account has on the day is given up for one of the subscription: for a
   * wake that is planned before the seat came to rest.
   */
  record WakeAccount(String account, String line) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.WAKE;
    }

    @Override
    public Move resolved(Book book, LocalDate day) {
      if (book.accounts().has(account)) {
        for (int h : book.holdings().ofAccount(book.accounts().require(account))) {
          PlanModel model = book.planOfLine(book.holdings().line(h)).model();
          if (model == PlanModel.RESTING && book.holdings().openOn(h, Days.of(day))) {
            return new Switch(book.holdings().id(h), line);
          }
        }
      }
      return new Switch("no resting seat of " + account, line);
    }
  }

  /** The seat of the holding comes back. */
  record TakeBack(String holding) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.TAKE_BACK;
    }
  }

  /**
   * A seat of the subscription is handed out.
   *
   * @param account who gets it; null where the person has no account at the vendor yet, or where
   *     the account asked for is opened with it
   * @param person whose account is opened; null where an account is named
   */
  record HandOut(@Nullable String account, @Nullable String person, String line) implements Move {

    public HandOut {
      if ((account == null) == (person == null)) {
        throw new IllegalArgumentException("Name an account or a person, one of them.");
      }
    }

    /** To an account that is there; undoes a take-back. */
    public HandOut(String account, String line) {
      this(account, null, line);
    }

    @Override
    public MoveKind kind(Book book) {
      return MoveKind.HAND_OUT;
    }
  }

  /** The holder gives one seat up and gets one of another plan of the same vendor, at once. */
  record Switch(String holding, String line) implements Move {
    /** A swap where the holding or the subscription is not known. */
    @Override
    public MoveKind kind(Book book) {
      int h = book.holdings().numberOf(holding);
      int to = book.lines().numberOf(line);
      return h < 0 || to < 0
          ? MoveKind.SWAP
          : MoveKind.between(book.planOfLine(book.holdings().line(h)), book.planOfLine(to));
    }
  }

  /** The account can no longer be signed in to; its seats stay paid. */
  record Suspend(String account) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.SUSPEND;
    }
  }

  /** A suspended account can be signed in to again. */
  record BringBack(String account) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.BRING_BACK;
    }
  }

  /**
   * The account goes, and its seats come back.
   *
   * @param data what becomes of its data; null where nobody chose
   */
  record Delete(String account, @Nullable DataRoute data) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.DELETE;
    }
  }

  /**
   * What the account stores goes to somebody else's account at the same vendor.
   *
   * @param successor the person who takes it over
   */
  record HandOver(String account, String successor) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.HAND_OVER;
    }
  }

  /** The seat may not be taken back until the day. */
  record KeepIt(String holding, @Nullable String reason, @Nullable LocalDate until)
      implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.KEEP;
    }
  }

  /** So many seats are given back to the vendor on the first day on which the agreement lets. */
  record GiveBack(String line, int seats) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.GIVE_BACK;
    }
  }

  /** So many seats more are bought, from today. */
  record BuyMore(String line, int seats) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.BUY_MORE;
    }
  }

  /**
   * The vendor is brought to what the book says of one account and plan.
   *
   * @param hold whether the account is to hold it there
   */
  record PutRight(String account, String plan, boolean hold) implements Move {
    @Override
    public MoveKind kind(Book book) {
      return MoveKind.PUT_RIGHT;
    }
  }

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
