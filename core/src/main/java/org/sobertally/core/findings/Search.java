package org.sobertally.core.findings;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;

/** Shows finders what there is to look at, in the order in which findings stand. */
final class Search {

  private final Look look;
  private final Book book;
  private final Sink sink;
  private final Finder.OfSeats[] ofSeats;
  private final Finder.OfCovers[] ofCovers;
  private final List<Finder> all;

  Search(Look look, List<Finder> finders, Sink sink) {
    this.look = look;
    this.sink = sink;
    book = look.book;
    all = finders;
    ofSeats = those(Finder.OfSeats.class).toArray(Finder.OfSeats[]::new);
    ofCovers = those(Finder.OfCovers.class).toArray(Finder.OfCovers[]::new);
  }

  private <T extends Finder> List<T> those(Class<T> like) {
    return all.stream().filter(like::isInstance).map(like::cast).toList();
  }

  void search(Map<Integer, Map<String, Set<String>>> reported) {
    searchCovers();
    searchBareAccounts();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.agreementOfLine(line).inForce(look.asOf)) {
        for (Finder.OfSubscriptions finder : those(Finder.OfSubscriptions.class)) {
          finder.look(line, sink);
        }
      }
    }
    reported.forEach(
        (vendor, plans) ->
            those(Finder.OfReadings.class).forEach(finder -> finder.look(vendor, plans, sink)));
  }

  private void searchCovers() {
    Covers covers = look.covers;
    for (int c = 0; c < covers.size(); c++) {
      int from = covers.start(c);
      int to = covers.start(c + 1);
      for (int place = from; place < to; place++) {
        showSeat(c, covers.holding(place));
      }
      for (Finder.OfCovers finder : ofCovers) {
        finder.look(c, from, to, sink);
      }
    }
  }

  /** A seat that is kept, or whose holder is on leave, is left alone. */
  private void showSeat(int cover, int h) {
    Needs.Kind need = look.needs.kind(h);
    if (need == Needs.Kind.STAYS && isKept(h)) {
      return;
    }
    int line = book.holdings().line(h);
    Finder.Seat seat =
        new Finder.Seat(cover, h, line, book.holdings().account(h), look.model[line], need);
    for (Finder.OfSeats finder : ofSeats) {
      finder.look(seat, sink);
    }
  }

  private boolean isKept(int h) {
    return look.states.onLeave(h)
        || book.hasKeeps() && book.keepOn(book.holdings().id(h), look.asOf) != null;
  }

  private void searchBareAccounts() {
    for (int a = 0; a < book.accounts().size(); a++) {
      if (book.personOfAccount(a) < 0 && holdsNothing(a)) {
        for (Finder.OfBareAccounts finder : those(Finder.OfBareAccounts.class)) {
          finder.lookAtBare(a, sink);
        }
      }
    }
  }

  private boolean holdsNothing(int account) {
    Holdings holdings = book.holdings();
    for (int p = holdings.accountStart(account); p < holdings.accountEnd(account); p++) {
      if (look.states.isOpen(holdings.atPlaceOfAccount(p))) {
        return false;
      }
    }
    return true;
  }
}
