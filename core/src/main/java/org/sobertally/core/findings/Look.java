package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.pool.PoolReplay;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;

/** What finders look at, and what several of them work out. */
final class Look {

  final Book book;
  final LocalDate asOf;

  /** The same as an epoch day. */
  final int day;

  final UseStates states;
  final Needs needs;
  final Covers covers;
  final ZoneId zone;

  /** Of one seat a year, by subscription. */
  final BigDecimal[] price;

  /** By subscription. */
  final PlanModel[] model;

  private final Map<Integer, Surplus> surplus = new HashMap<>();
  private final Map<Integer, PoolReplay> replays = new HashMap<>();

  Look(Covers covers, ZoneId zone) {
    this.covers = covers;
    this.zone = zone;
    needs = covers.needs();
    states = needs.states();
    book = states.book();
    asOf = states.asOf();
    day = Days.of(asOf);
    price = new BigDecimal[book.lines().size()];
    model = new PlanModel[price.length];
    for (int line = 0; line < price.length; line++) {
      price[line] = book.seatPrice(line, asOf).amount();
      model[line] = book.planOfLine(line).model();
    }
  }

  /** How many seats of the subscription nobody would miss. */
  Surplus surplus(int line) {
    return surplus.computeIfAbsent(line, l -> Surplus.of(book, l, asOf, zone));
  }

  boolean isPool(int line) {
    return model[line] == PlanModel.FLOATING;
  }

  /** The pool's sessions of the need window. */
  PoolReplay replay(int line) {
    LocalDate first = asOf.minusDays(book.rules().needWindow() - 1L);
    return replays.computeIfAbsent(
        line, l -> PoolReplay.of(book, book.planNumberOfLine(l), first, asOf, zone));
  }

  /** Whether a pool refuses more than may be. */
  boolean refusesTooMany(int line) {
    Surplus of = surplus(line);
    return of.starts() > 0
        && replay(line).denied(book.boughtOn(line, asOf))
            > Surplus.MOST_REFUSED * replay(line).starts();
  }
}
