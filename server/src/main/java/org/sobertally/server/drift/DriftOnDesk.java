package org.sobertally.server.drift;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.words.Words;
import org.sobertally.server.desk.DeskSource;

/** Where a vendor says one thing and the book another. */
@ApplicationScoped
class DriftOnDesk implements DeskSource {

  private final Drifts drifts;

  DriftOnDesk(Drifts drifts) {
    this.drifts = drifts;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    List<Line> lines = new ArrayList<>();
    for (Vendor vendor : book.vendors().all()) {
      int count = drifts.of(book, vendor.id()).size();
      if (count > 0) {
        lines.add(
            new Line(
                About.DRIFT,
                "%s and the book disagree about %s"
                    .formatted(vendor.name(), Words.count(count, "seat")),
                "Every figure of these seats may be wrong.",
                null,
                null,
                "/intake?vendor=" + vendor.id()));
      }
    }
    return lines;
  }
}
