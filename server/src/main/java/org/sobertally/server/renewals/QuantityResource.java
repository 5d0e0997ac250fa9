package org.sobertally.server.renewals;

import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.RenewalChance;
import org.sobertally.core.book.Book;
import org.sobertally.core.findings.Surplus;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.slate.Cash;
import org.sobertally.core.slate.GivableSeats;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.waiting.SeatQueue;

/** By how many seats a subscription can be lowered or raised, and what speaks for which number. */
@Path("/api/v1")
@Tag(name = "subscriptions")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class QuantityResource {

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final RenewalCases cases;
  private final SeatQueue queue;

  QuantityResource(
      Books books, AsOf asOf, FigureCache figures, RenewalCases cases, SeatQueue queue) {
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.cases = cases;
    this.queue = queue;
  }

  /** What a number rests on. */
  enum Because {
    /** Nobody would miss them. */
    SPARE,
    /** The renewal was prepared so. */
    RENEWAL,
    /** More wait than seats are spare. */
    QUEUE,
    /** More are held than bought. */
    SHORT
  }

  /**
   * A number that something speaks for; each can go on a slate as it is.
   *
   * @param by below zero for seats given back
   * @param yearly below zero where it is saved
   */
  @Schema(name = "QuantityAdvice")
  record Advice(Because because, int by, String says, MoneyDto yearly) {}

  /**
   * @param ends what is bought in the end, with what is given back for a later day
   * @param most how many can be given back
   * @param from from which day on fewer are paid; null where never
   * @param noticeBy until when the vendor must be told
   * @param whyNot why none can be given back; null where some can
   */
  @Schema(name = "Quantity")
  record Quantity(
      String line,
      String planName,
      int bought,
      int ends,
      int spare,
      int most,
      @Schema(nullable = true) @Nullable LocalDate from,
      @Schema(nullable = true) @Nullable LocalDate noticeBy,
      @Schema(nullable = true) @Nullable String whyNot,
      boolean mayRaise,
      List<Advice> advice) {}

  @GET
  @Path("/subscriptions/{line}/quantity")
  @Transactional
  public Quantity quantity(@PathParam("line") String id, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int line = Required.subscription(book, id);
    return new OneLine(book, line, asOf.of(book, asOfText)).quantity();
  }

  private final class OneLine {
    private final Book book;
    private final int line;
    private final LocalDate day;
    private final String id;
    private final String plan;
    private final Agreement agreement;
    private final int bought;
    private final int ends;
    private final Places places;

    OneLine(Book book, int line, LocalDate day) {
      this.book = book;
      this.line = line;
      this.day = day;
      id = book.lines().get(line).id();
      plan = book.planOfLine(line).id();
      agreement = book.agreementOfLine(line);
      bought = book.boughtOn(line, day);
      ends = book.lowestFrom(line, day);
      places = Ledger.count(book, line, day);
    }

    Quantity quantity() {
      int most = GivableSeats.of(book, line, day).most();
      Optional<LocalDate> from = agreement.shrinksFrom(day);
      return new Quantity(
          id,
          book.planOfLine(line).name(),
          bought,
          ends,
          places.spare(),
          most,
          from.orElse(null),
          from.map(stops -> Cash.noticeFor(agreement, stops, day)).orElse(null),
          most > 0 ? null : whyNot(from.isPresent()),
          agreement.inForce(day),
          advice(most));
    }

    private String whyNot(boolean mayShrink) {
      if (!mayShrink) {
        return "%s may never shrink.".formatted(agreement.name());
      }
      if (ends < bought) {
        return "All that are spare are given back already: %d of them.".formatted(bought - ends);
      }
      return places.spare() + places.resting() > 0
          ? "%s promises as many at least.".formatted(agreement.name())
          : "None is spare: take seats back first.";
    }

    private List<Advice> advice(int most) {
      List<Advice> advice = new ArrayList<>();
      Surplus surplus = figures.surplus(book, day).get(line);
      int fewer = Math.min(surplus.seats(), most);
      if (fewer > 0) {
        add(advice, Because.SPARE, -fewer, "that nobody would miss");
      }
      Integer chosen = chosen();
      if (chosen != null && chosen < ends && Math.min(ends - chosen, most) > 0) {
        int by = Math.min(ends - chosen, most);
        String rest = by < ends - chosen ? ", %d after more came back".formatted(chosen) : "";
        add(advice, Because.RENEWAL, -by, "as the renewal says%s".formatted(rest));
      }
      int waiting = queue.countFor(plan);
      if (places.spare() < 0) {
        add(advice, Because.SHORT, -places.spare(), "that are held and were not bought");
      } else if (waiting > places.spare()) {
        int more = waiting - places.spare();
        add(
            advice,
            Because.QUEUE,
            more,
            "for %s".formatted(Words.count(waiting, "person who waits", "people who wait")));
      }
      return advice;
    }

    /** How many the prepared renewal has of the plan; null where none is, or of several lines. */
    private @Nullable Integer chosen() {
      RenewalChance chance = agreement.nextChance(day).orElse(null);
      RenewalCase one =
          chance == null ? null : cases.find(agreement.id(), chance.renews()).orElse(null);
      if (one == null || one.preparedOn == null || linesOfPlan() != 1) {
        return null;
      }
      return cases.seatsOf(one).stream()
          .filter(row -> row.plan.equals(plan))
          .map(row -> row.seats)
          .findFirst()
          .orElse(null);
    }

    private long linesOfPlan() {
      return book.lines().all().stream()
          .filter(one -> one.agreement().equals(agreement.id()) && one.plan().equals(plan))
          .count();
    }

    /** Only what a slate would let go. */
    private void add(List<Advice> advice, Because because, int by, String says) {
      Move move = by < 0 ? new Move.GiveBack(id, -by) : new Move.BuyMore(id, by);
      Preview.MovePreview seen = Previewer.of(book, day, List.of(move)).moves().get(0);
      if (seen.canGo()) {
        advice.add(new Advice(because, by, says, MoneyDto.of(seen.yearly())));
      }
    }
  }
}
