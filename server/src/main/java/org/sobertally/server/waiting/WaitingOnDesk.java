package org.sobertally.server.waiting;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.money.Money;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.words.Words;
import org.sobertally.server.desk.DeskSource;
import org.sobertally.server.figures.FigureCache;

/** People who wait for a seat, and invitations beside them that nobody answers. */
@ApplicationScoped
class WaitingOnDesk implements DeskSource {

  private static final String PAGE = "/people/waiting";

  private final SeatQueue queue;
  private final FigureCache figures;

  WaitingOnDesk(SeatQueue queue, FigureCache figures) {
    this.queue = queue;
    this.figures = figures;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    Map<String, Integer> waiting = new HashMap<>();
    queue.all().forEach(one -> waiting.merge(one.plan, 1, Integer::sum));
    List<Line> lines = new ArrayList<>();
    waiting.forEach((plan, people) -> lines.addAll(of(book, asker, plan, people)));
    return lines;
  }

  private List<Line> of(Book book, Asker asker, String plan, int people) {
    UseStates states = figures.of(book, asker.day()).states();
    int unanswered = 0;
    int spare = 0;
    Money price = null;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(plan)) {
        price = book.seatPrice(line, asker.day());
        spare += Math.max(0, Ledger.count(book, line, asker.day()).spare());
        for (int h = book.holdings().lineStart(line); h < book.holdings().lineEnd(line); h++) {
          unanswered += states.isOpen(h) && states.state(h) == UseState.UNANSWERED ? 1 : 0;
        }
      }
    }
    String name = book.plans().byId(plan).name();
    String waits = people == 1 ? "1 person waits" : "%,d people wait".formatted(people);
    List<Line> lines = new ArrayList<>();
    lines.add(
        new Line(
                About.QUEUE,
                "%s for a seat of %s".formatted(waits, name),
                spare > 0
                    ? "They work without it, though %s %s spare."
                        .formatted(Words.count(spare, "seat"), spare == 1 ? "is" : "are")
                    : "They work without it, or somebody buys more.",
                price == null || spare >= people ? null : price.times(people - spare),
                null,
                PAGE)
            .on(plan));
    if (unanswered > 0) {
      lines.add(
          new Line(
                  About.INVITATIONS,
                  "%s to %s unanswered, and %s"
                      .formatted(Words.count(unanswered, "invitation"), name, waits),
                  "Promised seats serve nobody.",
                  price == null ? null : price.times(unanswered),
                  null,
                  PAGE)
              .on(plan));
    }
    return lines;
  }
}
