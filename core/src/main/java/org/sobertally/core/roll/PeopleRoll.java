package org.sobertally.core.roll;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.money.Money;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;

/**
 * What is known of every person on one day, as columns by the people's numbers: the seats they
 * hold, what those cost, what could be had back of it, when they used any of them last, and what
 * was found. One pass over all holdings, covers and findings.
 */
public final class PeopleRoll {

  private static final FindingKind[] KINDS = FindingKind.values();

  private final String currency;
  private final int[] seats;
  private final BigDecimal[] cost;
  private final BigDecimal[] recoverable;
  private final int[] lastUsed;
  private final int[] kinds;

  private PeopleRoll(int people, String currency) {
    this.currency = currency;
    seats = new int[people];
    cost = new BigDecimal[people];
    recoverable = new BigDecimal[people];
    lastUsed = new int[people];
    kinds = new int[people];
    Arrays.fill(cost, BigDecimal.ZERO);
    Arrays.fill(recoverable, BigDecimal.ZERO);
    Arrays.fill(lastUsed, Days.NONE);
  }

  /** Of the day that the states, covers and findings are of. */
  public static PeopleRoll of(UseStates states, Covers covers, Findings findings) {
    Book book = states.book();
    PeopleRoll roll = new PeopleRoll(book.people().size(), book.rates().reportingCurrency());
    roll.countSeats(states);
    for (int c = 0; c < covers.size(); c++) {
      int person = covers.person(c);
      if (person >= 0) {
        roll.recoverable[person] = roll.recoverable[person].add(covers.recoverable(c));
      }
    }
    for (int n = 0; n < findings.size(); n++) {
      if (findings.person(n) >= 0) {
        roll.kinds[findings.person(n)] |= 1 << findings.kind(n).ordinal();
      }
    }
    return roll;
  }

  private void countSeats(UseStates states) {
    Book book = states.book();
    Holdings holdings = book.holdings();
    for (int line = 0; line < book.lines().size(); line++) {
      BigDecimal price = null;
      for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
        int person = book.personOfAccount(holdings.account(h));
        if (person >= 0 && states.isOpen(h)) {
          price = price == null ? book.seatPrice(line, states.asOf()).amount() : price;
          seats[person]++;
          cost[person] = cost[person].add(price);
          lastUsed[person] = Math.max(lastUsed[person], states.lastUsed(h));
        }
      }
    }
  }

  /** How many seats the person holds. */
  public int seats(int person) {
    return seats[person];
  }

  /** What these cost a year, unrounded. */
  public Money cost(int person) {
    return new Money(cost[person], currency);
  }

  /** For putting people in order: {@link #cost} without its currency. */
  public BigDecimal costAmount(int person) {
    return cost[person];
  }

  /** What could be had back of it a year, unrounded. */
  public Money recoverable(int person) {
    return new Money(recoverable[person], currency);
  }

  /** For putting people in order: {@link #recoverable} without its currency. */
  public BigDecimal recoverableAmount(int person) {
    return recoverable[person];
  }

  /** How many kinds of finding there are in the person. */
  public int kindsFound(int person) {
    return Integer.bitCount(kinds[person]);
  }

  /**
   * What people come to together.
   *
   * @param holders how many of them hold a seat
   * @param found in how many of them something is found
   * @param cost of their seats a year, unrounded
   * @param recoverable of that a year, unrounded
   */
  public record Total(int holders, int seats, int found, Money cost, Money recoverable) {}

  /** Of the people with these numbers; numbers beyond the roll do not count. */
  public Total total(BitSet people) {
    int holders = 0;
    int held = 0;
    int found = 0;
    BigDecimal paid = BigDecimal.ZERO;
    BigDecimal back = BigDecimal.ZERO;
    for (int p = people.nextSetBit(0); p >= 0 && p < seats.length; p = people.nextSetBit(p + 1)) {
      holders += seats[p] > 0 ? 1 : 0;
      held += seats[p];
      found += kinds[p] != 0 ? 1 : 0;
      paid = paid.add(cost[p]);
      back = back.add(recoverable[p]);
    }
    return new Total(holders, held, found, new Money(paid, currency), new Money(back, currency));
  }

  /** The newest epoch day on which a seat held now was used, or {@link Days#NONE}. */
  public int lastUsed(int person) {
    return lastUsed[person];
  }

  public boolean found(int person, FindingKind kind) {
    return (kinds[person] >>> kind.ordinal() & 1) != 0;
  }

  /** Whether anything was found in the person. */
  public boolean foundAny(int person) {
    return kinds[person] != 0;
  }

  public Set<FindingKind> found(int person) {
    Set<FindingKind> found = EnumSet.noneOf(FindingKind.class);
    for (FindingKind kind : KINDS) {
      if (found(person, kind)) {
        found.add(kind);
      }
    }
    return found;
  }
}
