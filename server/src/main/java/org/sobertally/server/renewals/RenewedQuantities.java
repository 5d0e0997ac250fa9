package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;

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
    RenewedLines renewed = new RenewedLines(change.book(), one, cases.seatsOf(one));
    List<Subscription> lines = there ? renewed.quantities() : renewed.withoutQuantities();
    lines.forEach(line -> editor.put(change, line));
  }
}
