package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.util.HashSet;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.file.BookService;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorAccount;

/** Confirms changes that were made by hand at vendors without a link, once an intake shows them. */
@ApplicationScoped
class ByHand {

  private final Books books;
  private final SlateStore store;
  private final CallStore callStore;
  private final CallOutcomes outcomes;
  private final TallyClock clock;
  private final MoveTypes types;

  ByHand(
      Books books,
      SlateStore store,
      CallStore callStore,
      CallOutcomes outcomes,
      TallyClock clock,
      MoveTypes types) {
    this.types = types;
    this.books = books;
    this.store = store;
    this.callStore = callStore;
    this.outcomes = outcomes;
    this.clock = clock;
  }

  void onIntake(@Observes BookService.BookTaken taken) {
    Book book = books.current();
    for (VendorCall call : callStore.callsByHand()) {
      // A people file says nothing of a vendor; a file of one vendor's nothing of another's.
      if (types.atVendor(store.move(call.move)).onlyByHand()) {
        // No file shows whose data it is.
        continue;
      }
      if (taken.tellsOf(call.vendor) && call.wish().metBy(inBook(book, call.account))) {
        outcomes.confirmFromIntake(call.id, taken.intake());
      } else if (taken.whole()) {
        outcomes.failIfGone(call.id);
      }
    }
  }

  void onTakenBack(@Observes BookService.IntakeTakenBack back) {
    outcomes.waitAgain(back.change(), back.intake());
  }

  /** The account as the book knows it today. */
  private VendorAccount inBook(Book book, String id) {
    if (!book.accounts().has(id)) {
      return VendorAccount.absent(id);
    }
    Account account = book.accounts().byId(id);
    Account.State state = account.stateOn(clock.today());
    Set<String> plans = new HashSet<>();
    for (int h : book.holdings().ofAccount(book.accounts().require(id))) {
      if (book.holdings().openOn(h, Days.of(clock.today()))) {
        plans.add(book.planOfLine(book.holdings().line(h)).id());
      }
    }
    return new VendorAccount(
        id,
        account.email(),
        state != Account.State.DELETED,
        state == Account.State.ACTIVE || state == Account.State.INVITED,
        state == Account.State.INVITED,
        account.admin(),
        plans);
  }
}
