package org.sobertally.core.statement;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.money.Money;

/** Adds up what is borne, subscription by subscription, at one place per bearer and month. */
final class Tally {

  private final Book book;
  private final boolean spread;
  private final Span span;
  private final int months;
  private final Bearers bearers;
  private final BitSet[] inUse;

  /** By bearer and month. */
  private final BigDecimal[] amounts;

  private final BigDecimal[] works;

  private final BigDecimal[] paid;
  private final BigDecimal[] worked;

  Tally(Book book, Statement.Asked asked, InUse inUse) {
    this.book = book;
    spread = asked.spread();
    span = Span.of(asked);
    months = span.months().size();
    bearers = new Bearers(book, asked.by());
    this.inUse = new BitSet[months];
    for (int m = 0; m < months; m++) {
      this.inUse[m] = inUse.on(span.last(m));
    }
    amounts = zeros(bearers.size() * months);
    works = zeros(bearers.size() * months);
    paid = zeros(months);
    worked = zeros(months);
  }

  private static BigDecimal[] zeros(int length) {
    BigDecimal[] zeros = new BigDecimal[length];
    Arrays.fill(zeros, DayCosts.ZERO);
    return zeros;
  }

  /** Adds one subscription. */
  void add(int line) {
    SeatDays seats = new SeatDays(book, line, span.first(), span.days());
    if (seats.isFree()) {
      return;
    }
    int whole = bearers.whole(line);
    OneLine one = new OneLine(line, seats);
    Holdings holdings = book.holdings();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      one.addHolding(h, whole);
    }
    one.addUp(whole < 0 ? Bearers.NOBODY : whole);
  }

  /** One subscription: whole months are counted, and multiplied once at the end. */
  private final class OneLine {
    private final SeatDays seats;
    private final int line;
    private final int[] starts = span.starts();
    private final int[] wholeMonths = new int[bearers.size() * months];
    private final int[] wholeMonthsInUse = new int[bearers.size() * months];
    private final BigDecimal[] lineAmount = zeros(months);
    private final BigDecimal[] lineWork = zeros(months);
    private final int[] lineInUse = new int[months];
    private final BigDecimal[] born = zeros(months);
    private final BigDecimal[] bornWork = zeros(months);
    private final BigDecimal[] taken;

    OneLine(int line, SeatDays seats) {
      this.line = line;
      this.seats = seats;
      taken = spread ? seats.workTakenOver(inUse, starts) : new BigDecimal[0];
      for (int m = 0; m < months; m++) {
        lineAmount[m] = seats.cost(starts[m], starts[m + 1]);
      }
    }

    void addHolding(int h, int whole) {
      int person = book.personOfAccount(book.holdings().account(h));
      if (whole < 0 && person >= 0) {
        int[] places = bearers.of(line, person);
        HeldDays.each(book, h, seats, (from, to) -> bear(h, places, from, to));
      } else {
        int from = seats.clipped(book.holdings().from(h));
        bear(h, new int[0], from, seats.clipped(book.holdings().until(h)));
      }
    }

    private int monthOf(int day) {
      int m = 0;
      while (m < months && starts[m + 1] <= day) {
        m++;
      }
      return m;
    }

    /**
     * @param places where it is borne; none where the last place of the subscription bears it
     */
    private void bear(int h, int[] places, int from, int to) {
      for (int m = monthOf(from); m < months && starts[m] < to; m++) {
        int start = Math.max(from, starts[m]);
        int end = Math.min(to, starts[m + 1]);
        boolean works = inUse[m].get(h);
        if (start == starts[m] && end == starts[m + 1]) {
          lineInUse[m] += works ? 1 : 0;
          for (int place : places) {
            wholeMonths[place * months + m]++;
            wholeMonthsInUse[place * months + m] += works ? 1 : 0;
          }
        } else {
          BigDecimal work = works ? seats.share(false, start, end) : DayCosts.ZERO;
          lineWork[m] = plus(lineWork[m], work);
          for (int place : places) {
            int at = place * months + m;
            add(at, m, seats.share(spread, start, end), plus(work, taken(start, end)));
          }
        }
      }
    }

    private BigDecimal taken(int from, int to) {
      return spread ? taken[to].subtract(taken[from]) : DayCosts.ZERO;
    }

    private void add(int at, int m, BigDecimal amount, BigDecimal work) {
      int parts = bearers.parts(at / months);
      amounts[at] = plus(amounts[at], amount);
      works[at] = plus(works[at], work);
      born[m] = plus(born[m], parted(amount, parts));
      bornWork[m] = plus(bornWork[m], parted(work, parts));
    }

    /** Sums up, and leaves to the last place what no other bears. */
    void addUp(int last) {
      for (int m = 0; m < months; m++) {
        BigDecimal amount = seats.share(spread, starts[m], starts[m + 1]);
        BigDecimal work = seats.share(false, starts[m], starts[m + 1]);
        BigDecimal takenOver = taken(starts[m], starts[m + 1]);
        lineWork[m] = lineWork[m].add(times(work, lineInUse[m]));
        for (int place = 1; place < bearers.size(); place++) {
          int at = place * months + m;
          if (wholeMonths[at] > 0) {
            BigDecimal own = times(work, wholeMonthsInUse[at]);
            add(
                at,
                m,
                times(amount, wholeMonths[at]),
                plus(own, times(takenOver, wholeMonths[at])));
          }
        }
        int at = last * months + m;
        amounts[at] = amounts[at].add(lineAmount[m].subtract(born[m]));
        works[at] = works[at].add(lineWork[m].subtract(bornWork[m]));
        paid[m] = paid[m].add(lineAmount[m]);
        worked[m] = worked[m].add(lineWork[m]);
      }
    }
  }

  private static BigDecimal times(BigDecimal one, int times) {
    return one.multiply(BigDecimal.valueOf(times));
  }

  /** Most of what is added is nothing: seats without work. */
  private static BigDecimal plus(BigDecimal a, BigDecimal b) {
    return b.signum() == 0 ? a : a.add(b);
  }

  private static BigDecimal parted(BigDecimal amount, int parts) {
    return parts == 1
        ? amount
        : amount.divide(BigDecimal.valueOf(parts), DayCosts.SCALE, RoundingMode.DOWN);
  }

  /** What was added, cut to cents. */
  List<Statement.Month> months() {
    List<Statement.Month> all = new ArrayList<>();
    for (int m = 0; m < months; m++) {
      all.add(month(m));
    }
    return List.copyOf(all);
  }

  private Statement.Month month(int m) {
    TreeMap<String, BigDecimal> byKey = new TreeMap<>(Bearers::compareKeys);
    TreeMap<String, BigDecimal> workByKey = new TreeMap<>(Bearers::compareKeys);
    for (int place = 0; place < bearers.size(); place++) {
      String key = bearers.key(place);
      int parts = bearers.parts(place);
      byKey.merge(key, parted(amounts[place * months + m], parts), BigDecimal::add);
      workByKey.merge(key, parted(works[place * months + m], parts), BigDecimal::add);
    }
    String currency = book.rates().reportingCurrency();
    Money whole = new Money(paid[m], currency).rounded();
    Money work = new Money(worked[m], currency).rounded();
    List<String> keys = new ArrayList<>(byKey.keySet());
    BigDecimal[] cut = Cents.cut(List.copyOf(byKey.values()), whole.amount(), currency);
    BigDecimal[] cutWork = Cents.cut(List.copyOf(workByKey.values()), work.amount(), currency);
    List<Statement.Share> shares = new ArrayList<>();
    for (int k = 0; k < keys.size(); k++) {
      if (cut[k].signum() != 0 || cutWork[k].signum() != 0) {
        shares.add(
            new Statement.Share(
                keys.get(k), new Money(cut[k], currency), new Money(cutWork[k], currency)));
      }
    }
    // Stable: those of one size stay in the order of their keys.
    shares.sort(
        Comparator.comparing((Statement.Share share) -> share.amount().amount()).reversed());
    return new Statement.Month(span.months().get(m), span.until(m), whole, work, shares);
  }
}
