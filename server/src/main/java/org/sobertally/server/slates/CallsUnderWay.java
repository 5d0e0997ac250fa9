package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.store.BookGuard;

/** Moves on their way to a vendor hold on to that vendor's accounts and seats, and to no others. */
@ApplicationScoped
class CallsUnderWay implements BookGuard {

  private final CallStore callStore;

  CallsUnderWay(CallStore callStore) {
    this.callStore = callStore;
  }

  @Override
  public List<String> vendorsUnderWay(Book book) {
    return callStore.vendorsWithOpenCalls();
  }

  @Override
  public String reason() {
    return "Moves are on their way there. Try again once they are settled, or end them on their"
        + " slate, or turn them into moves by hand.";
  }
}
