package org.sobertally.core.findings;

import java.util.Map;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Reconciliation;
import org.sobertally.core.time.Days;

/** Seats that a vendor shows and the book does not have, and the other way round. */
final class DriftSeen implements Finder.OfReadings {

  private final Look look;

  DriftSeen(Look look) {
    this.look = look;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.DRIFT);
  }

  @Override
  public void look(int vendor, Map<String, Set<String>> reported, Sink to) {
    Book book = look.book;
    String name = book.vendors().get(vendor).name();
    for (Reconciliation.Drift drift : Reconciliation.drift(book, vendor, look.asOf, reported)) {
      int plan = book.plans().numberOf(drift.plan());
      String what = plan < 0 ? drift.plan() : book.plans().get(plan).name();
      boolean onlyThere = drift instanceof Reconciliation.Drift.OnlyAtVendor;
      String said =
          onlyThere
              ? "%s gives account %s a seat of %s that is not in the book."
              : "%s does not give account %s the seat of %s that is in the book.";
      Sink here =
          drift instanceof Reconciliation.Drift.OnlyInBook missing
              ? to.at(FindingKind.DRIFT, book.holdings().numberOf(missing.holding()))
              : to.atVendor(FindingKind.DRIFT, vendor);
      here.since(Days.NONE).said(said.formatted(name, drift.account(), what)).add();
    }
  }

  @Override
  public String say(Findings found, int n) {
    throw new IllegalStateException("Said when found.");
  }
}
