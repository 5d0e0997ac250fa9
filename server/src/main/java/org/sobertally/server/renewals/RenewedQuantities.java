package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.names.Slugs;
import org.sobertally.server.refusal.Refusal;

/** The quantities of a renewal in the book, from its day on. */
@ApplicationScoped
class RenewedQuantities {

  private final BookEditor editor;
  private final RenewalCases cases;

  RenewedQuantities(BookEditor editor, RenewalCases cases) {
    this.editor = editor;
    this.cases = cases;
  }

  /**
   * Puts the chosen quantities there from the renewal on, or takes them out again.
   *
   * @param there false where notice is withdrawn
   */
  void change(Books.Change change, RenewalCase one, boolean there) {
    String name = change.book().agreements().byId(one.agreement).name();
    for (RenewalSeats seats : cases.seatsOf(one)) {
      int more = there ? seats.seats - seats.beforeSeats : seats.beforeSeats - seats.seats;
      List<Subscription> lines =
          change.book().lines().all().stream()
              .filter(line -> line.agreement().equals(one.agreement))
              .filter(line -> line.plan().equals(seats.plan))
              .toList();
      if (more == 0) {
        continue;
      }
      if (lines.isEmpty()) {
        lines = List.of(newLine(change, one, seats.plan));
      }
      for (Subscription line : lines) {
        int fits = more > 0 ? more : Math.max(more, -line.quantityOn(one.renews));
        if (fits != 0) {
          String reason = (there ? "Renewal of " : "Notice withdrawn on ") + name;
          editor.changeQuantity(change, line.id(), one.renews, fits, reason);
          more -= fits;
        }
      }
    }
  }

  /** A plan that was not bought on the agreement yet: none of it until the renewal. */
  private Subscription newLine(Books.Change change, RenewalCase one, String plan) {
    Book book = change.book();
    Plan of = book.plans().byId(plan);
    PriceList prices = null;
    if (one.offer != null && book.offers().has(one.offer)) {
      for (Offer.PriceOf price : book.offers().byId(one.offer).prices()) {
        prices = price.plan().equals(plan) ? price.prices() : prices;
      }
    }
    if (prices == null && of.listedPrice() != null) {
      prices = new PriceList(PriceList.Pricing.FLAT, of.listedPrice(), List.of(), 0);
    }
    if (prices == null) {
      throw Refusal.conflict(
          "%s has no price on %s: write down a subscription to it on the terms sheet first."
              .formatted(of.name(), book.agreements().byId(one.agreement).name()));
    }
    String base = Slugs.of(one.agreement + " " + plan);
    String id = base;
    for (int n = 2; book.lines().has(id); n++) {
      id = base + "-" + n;
    }
    Subscription line =
        new Subscription(id, one.agreement, plan, 0, prices, List.of(), List.of(), null);
    editor.put(change, line);
    return line;
  }
}
