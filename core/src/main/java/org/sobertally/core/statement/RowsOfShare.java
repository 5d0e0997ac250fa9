package org.sobertally.core.statement;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.money.Money;

/** What one share of one month is made of, holding by holding. */
final class RowsOfShare {

  private record Exact(int line, int holding, BigDecimal amount, BigDecimal work) {}

  private final Book book;
  private final Statement.Asked asked;
  private final @Nullable String key;
  private final InUse inUse;
  private final Span span;
  private final Bearers bearers;
  private final List<Exact> found = new ArrayList<>();

  RowsOfShare(Book book, Statement.Asked asked, @Nullable String key, InUse inUse) {
    this.book = book;
    this.asked = asked;
    this.key = key;
    this.inUse = inUse;
    span = Span.of(asked);
    bearers = new Bearers(book, asked.by());
  }

  List<Statement.Row> rows() {
    Statement.Share share = share();
    if (share == null) {
      return List.of();
    }
    BitSet[] working = {inUse.on(span.last(0))};
    for (int line = 0; line < book.lines().size(); line++) {
      SeatDays seats = new SeatDays(book, line, span.first(), span.days());
      if (!seats.isFree()) {
        new OneLine(line, seats, working).add();
      }
    }
    return cut(share);
  }

  private Statement.@Nullable Share share() {
    for (Statement.Month month : Statement.of(book, asked, inUse).months()) {
      for (Statement.Share share : month.shares()) {
        if (Objects.equals(share.key(), key)) {
          return share;
        }
      }
    }
    return null;
  }

  private List<Statement.Row> cut(Statement.Share share) {
    String currency = share.amount().currency();
    BigDecimal[] amounts =
        Cents.cut(found.stream().map(Exact::amount).toList(), share.amount().amount(), currency);
    BigDecimal[] works =
        Cents.cut(found.stream().map(Exact::work).toList(), share.work().amount(), currency);
    List<Statement.Row> rows = new ArrayList<>();
    for (int i = 0; i < amounts.length; i++) {
      rows.add(
          new Statement.Row(
              found.get(i).line(),
              found.get(i).holding(),
              new Money(amounts[i], currency),
              new Money(works[i], currency)));
    }
    rows.sort(Comparator.comparing((Statement.Row row) -> row.amount().amount()).reversed());
    return rows;
  }

  private final class OneLine {
    private final int line;
    private final SeatDays seats;
    private final BitSet working;
    private final BigDecimal[] taken;
    private final int whole;

    /** What is not yet told of what the subscription costs, and of its work. */
    private BigDecimal rest;

    private BigDecimal restOfWork = DayCosts.ZERO;

    OneLine(int line, SeatDays seats, BitSet[] working) {
      this.line = line;
      this.seats = seats;
      this.working = working[0];
      taken = asked.spread() ? seats.workTakenOver(working, span.starts()) : new BigDecimal[0];
      whole = bearers.whole(line);
      rest = seats.cost(0, span.days());
    }

    void add() {
      Holdings holdings = book.holdings();
      for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
        int start = seats.clipped(holdings.from(h));
        int end = seats.clipped(holdings.until(h));
        if (start < end) {
          add(h, start, end);
        }
      }
      boolean mine = whole < 0 ? key == null : Objects.equals(bearers.key(whole), key);
      if (mine) {
        tell(-1, rest, restOfWork, 1);
      }
    }

    private void add(int h, int start, int end) {
      BigDecimal own = working.get(h) ? seats.share(false, start, end) : DayCosts.ZERO;
      restOfWork = restOfWork.add(own);
      int person = book.personOfAccount(book.holdings().account(h));
      if (whole >= 0) {
        borne(h, new int[] {whole}, seats.share(false, start, end), own);
      } else if (person >= 0) {
        BigDecimal[] sum = {DayCosts.ZERO, own};
        HeldDays.each(
            book,
            h,
            seats,
            (from, to) -> {
              sum[0] = sum[0].add(seats.share(asked.spread(), from, to));
              sum[1] = asked.spread() ? sum[1].add(taken[to].subtract(taken[from])) : sum[1];
            });
        borne(h, bearers.of(line, person), sum[0], sum[1]);
        if (!asked.spread()) {
          BigDecimal promised = seats.share(false, start, end).subtract(sum[0]);
          borne(h, bearers.of(line, -1), promised, DayCosts.ZERO);
        }
      } else if (!asked.spread()) {
        borne(h, bearers.of(line, -1), seats.share(false, start, end), own);
      }
    }

    private void borne(int h, int[] places, BigDecimal amount, BigDecimal work) {
      rest = rest.subtract(amount);
      restOfWork = restOfWork.subtract(work);
      for (int place : places) {
        if (Objects.equals(bearers.key(place), key)) {
          tell(h, amount, work, bearers.parts(place));
        }
      }
    }

    private void tell(int h, BigDecimal amount, BigDecimal work, int parts) {
      BigDecimal part = BigDecimal.valueOf(parts);
      BigDecimal mine = amount.divide(part, DayCosts.SCALE, RoundingMode.DOWN);
      BigDecimal mineOfWork = work.divide(part, DayCosts.SCALE, RoundingMode.DOWN);
      if (DayCosts.counts(mine) || DayCosts.counts(mineOfWork)) {
        found.add(new Exact(line, h, mine, mineOfWork));
      }
    }
  }
}
