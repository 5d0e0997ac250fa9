package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.util.Arrays;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.cover.Offer;

/**
 * Looks at what somebody holds at one vendor together: what is there twice, what a bundle covers.
 */
final class Together {

  private final Findings found;
  private final Book book;
  private final Covers covers;
  private final Needs needs;
  private final BigDecimal[] price;
  private boolean[] dropped = new boolean[16];

  /**
   * @param price of one seat a year, by subscription
   */
  Together(Findings found, BigDecimal[] price) {
    this.found = found;
    this.price = price;
    book = found.book;
    covers = found.covers;
    needs = covers.needs();
  }

  private void add(FindingKind kind, int cover, int h, BigDecimal gives, int plan, long figure) {
    int account = book.holdings().account(h);
    found.add(kind, cover, account, h, gives, book.holdings().from(h), plan, figure);
  }

  /** What shows only when all that somebody holds at a vendor is looked at together. */
  void look(int cover, int from, int to) {
    long needed = 0;
    int working = 0;
    for (int place = from; place < to; place++) {
      int h = covers.holding(place);
      if (needs.kind(h) == Needs.Kind.PARTS) {
        needed |= needs.parts(h);
        working++;
      }
    }
    if (working == 0) {
      return;
    }
    dropWhatIsCovered(cover, from, to, needed);
    if (working > 1) {
      lookForBundle(cover, from, to);
    }
  }

  /** The dearest first: each one without which all needed parts are still there. */
  private void dropWhatIsCovered(int cover, int from, int to, long needed) {
    dropped = to - from > dropped.length ? new boolean[2 * (to - from)] : dropped;
    Arrays.fill(dropped, false);
    boolean again = true;
    while (again) {
      again = false;
      int dearest = -1;
      for (int place = from; place < to; place++) {
        if (canDrop(place, from, to, needed)
            && (dearest < 0 || dearer(covers.holding(place), covers.holding(dearest)))) {
          dearest = place;
        }
      }
      if (dearest >= 0) {
        dropped[dearest - from] = true;
        again = true;
        int h = covers.holding(dearest);
        BigDecimal gives = price[book.holdings().line(h)];
        add(FindingKind.COVERED_TWICE, cover, h, gives, -1, needed);
      }
    }
  }

  private boolean dearer(int h, int other) {
    return price[book.holdings().line(h)].compareTo(price[book.holdings().line(other)]) > 0;
  }

  private boolean canDrop(int place, int from, int to, long needed) {
    if (dropped[place - from] || needs.kind(covers.holding(place)) != Needs.Kind.PARTS) {
      return false;
    }
    long rest = 0;
    for (int other = from; other < to; other++) {
      Needs.Kind kind = needs.kind(covers.holding(other));
      boolean there = kind == Needs.Kind.PARTS || kind == Needs.Kind.STAYS;
      if (other != place && there && !dropped[other - from]) {
        rest |= partsOf(covers.holding(other));
      }
    }
    return (needed & ~rest) == 0;
  }

  private long partsOf(int h) {
    return book.partsOfPlan(book.planNumberOfLine(book.holdings().line(h)));
  }

  private void lookForBundle(int cover, int from, int to) {
    Offer best = null;
    BigDecimal bestGives = BigDecimal.ZERO;
    for (Offer offer : covers.offers().ofVendor(covers.vendor(cover))) {
      BigDecimal sum = BigDecimal.ZERO;
      int seats = 0;
      for (int place = from; place < to && !offer.resting(); place++) {
        int h = covers.holding(place);
        if (inBundle(h, offer, from, place)) {
          sum = sum.add(price[book.holdings().line(h)]);
          seats++;
        }
      }
      BigDecimal gives = sum.subtract(offer.price());
      if (seats > 1 && gives.compareTo(bestGives) > 0) {
        best = offer;
        bestGives = gives;
      }
    }
    if (best != null) {
      int first = firstInBundle(best, from, to);
      long places = seatsIn(best, from, to);
      add(FindingKind.CHEAPER_TOGETHER, cover, first, bestGives, best.plan(), places);
    }
  }

  /** Another seat of the same plan is held twice, not bundled. */
  private boolean inBundle(int h, Offer offer, int from, int place) {
    int plan = book.planNumberOfLine(book.holdings().line(h));
    if (needs.kind(h) != Needs.Kind.PARTS
        || plan == offer.plan()
        || (partsOf(h) & ~offer.parts()) != 0) {
      return false;
    }
    for (int before = from; before < place; before++) {
      if ((partsOf(covers.holding(before)) & partsOf(h)) != 0
          && needs.kind(covers.holding(before)) == Needs.Kind.PARTS) {
        return false;
      }
    }
    return true;
  }

  private int firstInBundle(Offer offer, int from, int to) {
    for (int place = from; place < to; place++) {
      if (inBundle(covers.holding(place), offer, from, place)) {
        return covers.holding(place);
      }
    }
    throw new IllegalStateException("A bundle of no seats.");
  }

  private long seatsIn(Offer offer, int from, int to) {
    long places = 0;
    for (int place = from; place < to && place - from < Long.SIZE; place++) {
      if (inBundle(covers.holding(place), offer, from, place)) {
        places |= 1L << (place - from);
      }
    }
    return places;
  }
}
