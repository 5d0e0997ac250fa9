package org.sobertally.core.cover;

import java.math.BigDecimal;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.money.Money;
import org.sobertally.core.use.UseStates;

/**
 * The cheapest cover of every person at every vendor, and the recoverable money that follows: cost
 * of the holdings now less cost of the cover, once per person and vendor. An account without an
 * owner stands for itself.
 */
public final class Covers {

  private final Book book;
  private final Needs needs;
  private final Solver solver;

  /**
   * Who holds something at which vendor, in the order of people; accounts without an owner after.
   */
  private int[] person;

  private int[] start;
  private Pattern[] pattern;
  private int size;
  private int[] holdings;
  private int held;
  private final int[] firstOfPerson;

  private Pattern[] table = new Pattern[1 << 8];
  private final List<Pattern> patterns = new ArrayList<>();
  private int[] line = new int[16];
  private byte[] kind = new byte[16];
  private long[] parts = new long[16];
  private BigDecimal recoverable = BigDecimal.ZERO;
  private final BigDecimal[] ofLine;

  private Covers(Needs needs) {
    this.needs = needs;
    this.book = needs.states().book();
    this.solver = new Solver(book, needs.states().asOf());
    this.firstOfPerson = new int[book.people().size() + 1];
    this.ofLine = new BigDecimal[book.lines().size()];
    Arrays.fill(ofLine, BigDecimal.ZERO);
    person = new int[1 << 10];
    start = new int[1 << 10];
    pattern = new Pattern[1 << 10];
    holdings = new int[1 << 11];
  }

  /** With everything of the other that does not depend on what is needed. */
  private Covers(Needs needs, Covers like) {
    this.needs = needs;
    this.book = needs.states().book();
    this.solver = new Solver(book, needs.states().asOf());
    firstOfPerson = like.firstOfPerson;
    person = like.person;
    start = like.start;
    size = like.size;
    holdings = like.holdings;
    held = like.held;
    pattern = like.pattern.clone();
    recoverable = like.recoverable;
    ofLine = like.ofLine.clone();
  }

  /** The covers of everybody who holds anything on the day of the states. */
  public static Covers of(UseStates states) {
    return of(Needs.of(states));
  }

  /** The same, where the needs are known already. */
  public static Covers of(Needs needs) {
    return of(needs, null);
  }

  /**
   * The same, where most people need what they needed before: another line is tried, say.
   *
   * @param like covers of this or another version of the book, which are taken over for everybody
   *     whose needs are the same, where prices and holdings are; null for none
   */
  public static Covers of(Needs needs, @Nullable Covers like) {
    if (like != null && like.isOfSameSeats(needs)) {
      Covers covers = new Covers(needs, like);
      covers.coverWhereNeedsDiffer(like.needs);
      return covers;
    }
    Covers covers = new Covers(needs);
    covers.coverEverybody();
    return covers;
  }

  /** Whether the same seats are held, and the same is offered at the same prices. */
  private boolean isOfSameSeats(Needs other) {
    Book theirs = other.states().book();
    return needs.states().sharesClocksWith(other.states())
        && book.lines() == theirs.lines()
        && book.agreements() == theirs.agreements()
        && book.plans() == theirs.plans()
        && book.vendors() == theirs.vendors()
        && book.rates() == theirs.rates()
        && book.accounts() == theirs.accounts()
        && book.people() == theirs.people();
  }

  private void coverWhereNeedsDiffer(Needs before) {
    for (int c = 0; c < size; c++) {
      boolean same = true;
      for (int place = start[c]; same && place < start[c + 1]; place++) {
        int h = holdings[place];
        same = needs.kind(h) == before.kind(h) && needs.parts(h) == before.parts(h);
      }
      if (!same) {
        Pattern old = pattern[c];
        pattern[c] = patternOf(old.vendor, start[c], start[c + 1]);
        recoverable = recoverable.subtract(old.recoverable()).add(pattern[c].recoverable());
        for (int n = 0; n < old.lines.length; n++) {
          BigDecimal more = pattern[c].saved[n].subtract(old.saved[n]);
          ofLine[old.lines[n]] = ofLine[old.lines[n]].add(more);
        }
      }
    }
  }

  private void coverEverybody() {
    for (int p = 0; p < book.people().size(); p++) {
      firstOfPerson[p] = size;
      int first = held;
      for (int place = book.personStart(p); place < book.personEnd(p); place++) {
        addOpen(book.atPlaceOfPerson(place));
      }
      coverByVendor(p, first);
    }
    firstOfPerson[book.people().size()] = size;
    for (int a = 0; a < book.accounts().size(); a++) {
      if (book.personOfAccount(a) < 0) {
        int first = held;
        addOpen(a);
        coverByVendor(-1, first);
      }
    }
    for (Pattern one : patterns) {
      BigDecimal people = BigDecimal.valueOf(one.people);
      recoverable = recoverable.add(one.recoverable().multiply(people));
      for (int n = 0; n < one.lines.length; n++) {
        ofLine[one.lines[n]] = ofLine[one.lines[n]].add(one.saved[n].multiply(people));
      }
    }
  }

  private void addOpen(int account) {
    Holdings all = book.holdings();
    for (int place = all.accountStart(account); place < all.accountEnd(account); place++) {
      int h = all.atPlaceOfAccount(place);
      if (needs.states().isOpen(h)) {
        if (held == holdings.length) {
          holdings = Arrays.copyOf(holdings, 2 * held);
        }
        holdings[held++] = h;
      }
    }
  }

  /** Splits what was added from {@code first} on by vendor, and covers each share. */
  private void coverByVendor(int who, int first) {
    // Few holdings a person: insertion sort, by vendor and then by number, which is by line.
    for (int n = first + 1; n < held; n++) {
      int h = holdings[n];
      int at = n;
      while (at > first && comesBefore(h, holdings[at - 1])) {
        holdings[at] = holdings[at - 1];
        at--;
      }
      holdings[at] = h;
    }
    int from = first;
    while (from < held) {
      int vendor = vendorOf(holdings[from]);
      int to = from + 1;
      while (to < held && vendorOf(holdings[to]) == vendor) {
        to++;
      }
      add(who, vendor, from, to);
      from = to;
    }
  }

  private boolean comesBefore(int h, int other) {
    int vendor = vendorOf(h);
    int otherVendor = vendorOf(other);
    return vendor != otherVendor ? vendor < otherVendor : h < other;
  }

  private int vendorOf(int holding) {
    return book.vendorOfLine(book.holdings().line(holding));
  }

  private void add(int who, int vendor, int from, int to) {
    if (size + 1 == person.length) {
      person = Arrays.copyOf(person, 2 * person.length);
      start = Arrays.copyOf(start, 2 * start.length);
      pattern = Arrays.copyOf(pattern, 2 * pattern.length);
    }
    person[size] = who;
    start[size] = from;
    pattern[size] = patternOf(vendor, from, to);
    pattern[size].people++;
    start[++size] = to;
  }

  private Pattern patternOf(int vendor, int from, int to) {
    int n = to - from;
    if (n > line.length) {
      line = new int[2 * n];
      kind = new byte[2 * n];
      parts = new long[2 * n];
    }
    long hash = vendor;
    for (int i = 0; i < n; i++) {
      int h = holdings[from + i];
      line[i] = book.holdings().line(h);
      kind[i] = (byte) needs.kind(h).ordinal();
      parts[i] = needs.parts(h);
      hash = (hash * 31 + line[i]) * 31 + kind[i];
      hash = (hash + parts[i]) * 0x9E3779B97F4A7C15L;
      hash ^= hash >>> 29;
    }
    int mixed = (int) (hash ^ hash >>> 32);
    int slot = mixed & table.length - 1;
    while (table[slot] != null) {
      Pattern there = table[slot];
      if (there.hash == mixed && there.is(vendor, line, kind, parts, n)) {
        return there;
      }
      slot = slot + 1 & table.length - 1;
    }
    Pattern added =
        new Pattern(
            vendor, Arrays.copyOf(line, n), Arrays.copyOf(kind, n), Arrays.copyOf(parts, n), mixed);
    solver.solve(added);
    table[slot] = added;
    patterns.add(added);
    if (2 * patterns.size() > table.length) {
      rehash();
    }
    return added;
  }

  private void rehash() {
    table = new Pattern[2 * table.length];
    for (Pattern one : patterns) {
      int slot = one.hash & table.length - 1;
      while (table[slot] != null) {
        slot = slot + 1 & table.length - 1;
      }
      table[slot] = one;
    }
  }

  private Money money(BigDecimal amount) {
    return new Money(amount, book.rates().reportingCurrency());
  }

  /** One cover for each person and vendor with a holding, in the order of people. */
  public List<Cover> all() {
    return new AbstractList<>() {
      @Override
      public Cover get(int n) {
        return cover(n);
      }

      @Override
      public int size() {
        return size;
      }
    };
  }

  /** The person's covers, one for each vendor at which they hold anything. */
  public List<Cover> ofPerson(int who) {
    return all().subList(firstOfPerson[who], firstOfPerson[who + 1]);
  }

  /** The number of the person's first cover; those of the next begin where theirs end. */
  public int firstOf(int who) {
    return firstOfPerson[who];
  }

  private Cover cover(int n) {
    Pattern of = pattern[n];
    List<Integer> held = Arrays.stream(holdings, start[n], start[n + 1]).boxed().toList();
    return new Cover(person[n], of.vendor, held, of.need, of.plans, money(of.now), money(of.cost));
  }

  /** How many covers there are. */
  public int size() {
    return size;
  }

  /** Whose the n-th cover is, or −1. */
  public int person(int n) {
    return person[n];
  }

  /** At which vendor the n-th cover is. */
  public int vendor(int n) {
    return pattern[n].vendor;
  }

  /** The place of the first holding of the n-th cover; that of the last is before the next's. */
  public int start(int n) {
    return start[n];
  }

  /** The holding at a place. */
  public int holding(int place) {
    return holdings[place];
  }

  /** What the n-th cover would save a year, in the reporting currency, unrounded. */
  public BigDecimal recoverable(int n) {
    return pattern[n].recoverable();
  }

  /** What the n-th cover saves on the holding at a place of it, unrounded. */
  public BigDecimal saved(int n, int place) {
    return pattern[n].saved[place - start[n]];
  }

  /** What could be saved a year, everybody counted once per vendor; unrounded. */
  public Money recoverable() {
    return money(recoverable);
  }

  /** The share of {@link #recoverable()} that is saved on the subscription; unrounded. */
  public Money recoverableOf(int lineNumber) {
    return money(ofLine[lineNumber]);
  }

  public Needs needs() {
    return needs;
  }

  /** What may be bought at which vendor for how much. */
  public PlansOnSale offers() {
    return solver.offers();
  }
}
