package org.sobertally.core.ledger;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.ledger.Posting.Cause;
import org.sobertally.core.time.Days;

/**
 * The double-entry ledger of one subscription's seats. It is worked out from the facts of the book
 * (quantities and holdings), so it cannot come to say something else than they do; {@link #on}
 * folds the postings, {@link #count} counts the facts, and both agree on every day.
 *
 * <p>Example: 10 seats bought on 1 Jan, one handed out on 5 Jan and taken back on 9 Jan from a
 * vendor whose seats rest 30 days: OUTSIDE→SPARE 10, SPARE→HELD 1, HELD→RESTING 1, and on 8 Feb
 * RESTING→SPARE 1. A seat that its vendor lets nobody else use rests from then on, until the
 * quantity is lowered, and goes with it.
 */
public final class Ledger {

  private final List<Posting> postings;

  private Ledger(List<Posting> postings) {
    this.postings = postings;
  }

  /** The whole ledger of the subscription, by day. */
  public static Ledger of(Book book, int line) {
    List<Posting> postings = new ArrayList<>();
    SpentSeats spent = SpentSeats.of(book, line);
    postQuantities(book.lines().get(line), book.agreementOfLine(line), spent, postings);
    Holdings holdings = book.holdings();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      postHolding(book, h, postings);
    }
    // The order of causes lets seats come before they are handed out on one day.
    postings.sort(Comparator.comparing(Posting::day).thenComparing(Posting::cause));
    return new Ledger(List.copyOf(postings));
  }

  private static void postQuantities(
      Subscription line, Agreement agreement, SpentSeats spent, List<Posting> postings) {
    for (Agreement.InForce time : agreement.timesInForce()) {
      int quantity = line.quantityOn(time.from());
      post(postings, time.from(), quantity, Cause.BOUGHT);
      for (Subscription.QuantityChange change : line.changes()) {
        if (change.day().isAfter(time.from())
            && (time.until() == null || change.day().isBefore(time.until()))) {
          int rested = spent.goneOn(change.day());
          postGone(postings, change.day(), rested, Cause.QUANTITY_CHANGED);
          post(postings, change.day(), change.delta() + rested, Cause.QUANTITY_CHANGED);
          quantity += change.delta();
        }
      }
      if (time.until() != null) {
        int rested = spent.goneOn(time.until());
        postGone(postings, time.until(), rested, Cause.TERM_ENDED);
        post(postings, time.until(), rested - quantity, Cause.TERM_ENDED);
      }
    }
  }

  /** Seats that rested for good go with the quantity before any spare one does. */
  private static void postGone(List<Posting> postings, LocalDate day, int seats, Cause cause) {
    if (seats > 0) {
      postings.add(new Posting(day, Place.RESTING, Place.OUTSIDE, seats, cause, null));
    }
  }

  private static void post(List<Posting> postings, LocalDate day, int seats, Cause cause) {
    if (seats > 0) {
      postings.add(new Posting(day, Place.OUTSIDE, Place.SPARE, seats, cause, null));
    } else if (seats < 0) {
      postings.add(new Posting(day, Place.SPARE, Place.OUTSIDE, -seats, cause, null));
    }
  }

  private static void postHolding(Book book, int h, List<Posting> postings) {
    Holdings holdings = book.holdings();
    int from = holdings.from(h);
    int until = holdings.until(h);
    if (from >= until) {
      return;
    }
    Promise promise = Promise.of(book, h);
    Place place = promise.on(from) ? Place.PROMISED : Place.HELD;
    String id = holdings.id(h);
    postings.add(new Posting(Days.known(from), Place.SPARE, place, 1, Cause.HANDED_OUT, id));
    if (place == Place.HELD && promise.from() > from && promise.from() < promise.until()) {
      postings.add(
          new Posting(Days.known(promise.from()), place, Place.PROMISED, 1, Cause.INVITED, id));
      place = Place.PROMISED;
    }
    if (place == Place.PROMISED && promise.until() < until) {
      postings.add(
          new Posting(Days.known(promise.until()), place, Place.HELD, 1, Cause.ACCESS_SHUT, id));
      place = Place.HELD;
    }
    if (until != Days.OPEN) {
      int restDays = restDays(book, h);
      boolean forGood = !book.vendors().get(book.vendorOfLine(holdings.line(h))).reusable();
      Place back = restDays > 0 || forGood ? Place.RESTING : Place.SPARE;
      postings.add(new Posting(Days.known(until), place, back, 1, Cause.TAKEN_BACK, id));
      if (restDays > 0 && !forGood) {
        LocalDate rested = Days.known(until).plusDays(restDays);
        postings.add(new Posting(rested, Place.RESTING, Place.SPARE, 1, Cause.RESTED, id));
      }
    }
  }

  private static int restDays(Book book, int h) {
    Vendor vendor = book.vendors().get(book.vendorOfLine(book.holdings().line(h)));
    return vendor.restDays();
  }

  public List<Posting> postings() {
    return postings;
  }

  /** The postings up to the day, that day's included. */
  public List<Posting> upTo(LocalDate day) {
    int low = 0;
    int high = postings.size();
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (postings.get(middle).day().isAfter(day)) {
        high = middle;
      } else {
        low = middle + 1;
      }
    }
    return postings.subList(0, low);
  }

  /** The balance at the end of the day: the postings up to it, added up. */
  public Places on(LocalDate day) {
    Map<Place, Integer> balance = new EnumMap<>(Place.class);
    for (Posting posting : upTo(day)) {
      balance.merge(posting.from(), -posting.seats(), Integer::sum);
      balance.merge(posting.to(), posting.seats(), Integer::sum);
    }
    return new Places(
        -balance.getOrDefault(Place.OUTSIDE, 0),
        balance.getOrDefault(Place.SPARE, 0),
        balance.getOrDefault(Place.PROMISED, 0),
        balance.getOrDefault(Place.HELD, 0),
        balance.getOrDefault(Place.RESTING, 0));
  }

  /** The same balance counted from quantities and holdings, without the postings. */
  public static Places count(Book book, int line, LocalDate day) {
    int d = Days.of(day);
    int bought = book.boughtOn(line, day);
    Vendor vendor = book.vendors().get(book.vendorOfLine(line));
    int restDays = vendor.reusable() ? vendor.restDays() : 0;
    Holdings holdings = book.holdings();
    int promised = 0;
    int held = 0;
    int resting = vendor.reusable() ? 0 : SpentSeats.of(book, line).on(d);
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (holdings.openOn(h, d)) {
        if (!book.standings().plain(holdings.account(h)) && Promise.of(book, h).on(d)) {
          promised++;
        } else {
          held++;
        }
      } else if (restDays > 0
          && holdings.from(h) < holdings.until(h)
          && holdings.until(h) <= d
          && d - holdings.until(h) < restDays) {
        resting++;
      }
    }
    return new Places(bought, bought - promised - held - resting, promised, held, resting);
  }
}
