package org.sobertally.server.waiting;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
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
    Seats seats = seats(book, asker.day(), plan);
    String name = book.plans().byId(plan).name();
    String waits = people == 1 ? "1 person waits" : "%,d people wait".formatted(people);
    List<Line> lines = new ArrayList<>();
    lines.add(
        new Line(
                About.QUEUE,
                "%s for a seat of %s".formatted(waits, name),
                seats.spare > 0
                    ? "They work without it, though %s %s spare."
                        .formatted(
                            Words.count(seats.spare, "seat"), seats.spare == 1 ? "is" : "are")
                    : "They work without it, or somebody buys more.",
                seats.price == null || seats.spare >= people
                    ? null
                    : seats.price.times(people - seats.spare),
                null,
                PAGE)
            .on(plan));
    if (seats.unanswered > 0) {
      lines.add(invitations(seats, name, waits).on(plan));
    }
    return lines;
  }

  private static Line invitations(Seats seats, String plan, String waits) {
    return new Line(
        About.INVITATIONS,
        "%s to %s unanswered, and %s"
            .formatted(Words.count(seats.unanswered, "invitation"), plan, waits),
        "Promised seats serve nobody.",
        seats.price == null ? null : seats.price.times(seats.unanswered),
        null,
        PAGE);
  }

  /**
   * @param price of one a year; null where none is bought
   */
  private record Seats(int spare, int unanswered, @Nullable Money price) {}

  private Seats seats(Book book, LocalDate day, String plan) {
    UseStates states = figures.of(book, day).states();
    int unanswered = 0;
    int spare = 0;
    Money price = null;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(plan)) {
        price = book.seatPrice(line, day);
        spare += Math.max(0, Ledger.count(book, line, day).spare());
        for (int h = book.holdings().lineStart(line); h < book.holdings().lineEnd(line); h++) {
          unanswered += states.isOpen(h) && states.state(h) == UseState.UNANSWERED ? 1 : 0;
        }
      }
    }
    return new Seats(spare, unanswered, price);
  }
}
