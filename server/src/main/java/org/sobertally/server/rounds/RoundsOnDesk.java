package org.sobertally.server.rounds;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.desk.DeskSource;
import org.sobertally.server.time.TallyClock;

/** Rounds that are about to begin, and questions that are about to end. */
@ApplicationScoped
class RoundsOnDesk implements DeskSource {

  private static final int NEAR_DAYS = 7;

  private final RoundStore store;
  private final TallyClock clock;

  RoundsOnDesk(RoundStore store, TallyClock clock) {
    this.store = store;
    this.clock = clock;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    List<Line> lines = new ArrayList<>();
    if (asker.role() != Role.STEWARD) {
      return lines;
    }
    for (RoundPlan plan : store.plans()) {
      LocalDate due = LocalDate.ofInstant(plan.nextDue, clock.zone());
      if (plan.active && !due.isAfter(asker.day().plusDays(NEAR_DAYS))) {
        lines.add(
            new Line(
                About.ROUND,
                "The round %s begins".formatted(plan.name),
                "It gathers by itself and asks the holders; nothing is taken without a yes.",
                null,
                due,
                "/rounds"));
      }
    }
    for (Round round : store.rounds()) {
      if (round.state == Round.State.ASKING) {
        lines.add(asking(book, round));
      }
    }
    return lines;
  }

  private Line asking(Book book, Round round) {
    List<RoundItem> items = store.items(round.id);
    long silent = items.stream().filter(item -> item.answer == null).count();
    return new Line(
        About.ROUND,
        "%s, round %d: %,d of %s without an answer yet"
            .formatted(round.name, round.number, silent, Words.count(items.size(), "seat")),
        "They are put up for decision the day after.",
        Gathering.sum(items, book.rates().reportingCurrency()),
        round.askUntil,
        "/rounds/" + round.id);
  }
}
