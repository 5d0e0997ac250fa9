package org.sobertally.server.pools;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Sessions;
import org.sobertally.core.findings.Surplus;
import org.sobertally.core.money.Money;
import org.sobertally.core.pool.OwnSeats;
import org.sobertally.core.pool.PoolPeaks;
import org.sobertally.core.pool.PoolReplay;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.time.TallyClock;

/** How large a floating pool should be. */
@Path("/api/v1/pools/{plan}")
@Tag(name = "pools")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class PoolResource {

  private final Books books;
  private final AsOf asOf;
  private final TallyClock clock;
  private final FigureCache figures;

  PoolResource(Books books, AsOf asOf, TallyClock clock, FigureCache figures) {
    this.figures = figures;
    this.books = books;
    this.asOf = asOf;
    this.clock = clock;
  }

  /**
   * @param denied starts that a pool of so many seats would have refused
   * @param yearlyCost null where no subscription of the plan is in force
   */
  @Schema(name = "PoolSize")
  record PoolSize(int seats, int denied, @Schema(nullable = true) @Nullable MoneyDto yearlyCost) {}

  /**
   * @param peak the smallest pool that would have refused nobody
   * @param smallest the smallest pool that refuses at most 1 start in 100 of those days
   * @param needed the same of the need window up to the as-of day: the size that is advised
   * @param surplus how many seats go beyond that and are not given back yet
   * @param tooFew how many more seats are needed than are bought
   * @param startsWithOwnSeat how many of the starts were made by people who held a seat of their
   *     own that would have done: they need not have come into the pool
   * @param peakByHourOfWeek 168 hours, Monday from midnight, in the organisation's zone
   */
  @Schema(name = "PoolSizing")
  record PoolSizing(
      LocalDate from,
      LocalDate to,
      int bought,
      int peak,
      int starts,
      int startsWithOwnSeat,
      int smallest,
      int needed,
      int surplus,
      int tooFew,
      List<PoolSize> points,
      List<Integer> peakByHourOfWeek) {}

  /** By default from the first session known to the as-of day, or to yesterday. */
  @GET
  @Path("/sizing")
  public PoolSizing sizing(
      @PathParam("plan") String planId,
      @QueryParam("asOf") String asOfText,
      @QueryParam("from") String fromText,
      @QueryParam("to") String toText) {
    Book book = books.current();
    int plan = Required.plan(book, planId);
    LocalDate day = asOf.of(book, asOfText);
    // Of today only a part is over: it would look like a quiet day.
    LocalDate whole = day.isBefore(clock.today()) ? day : clock.today().minusDays(1);
    LocalDate to = Params.day("to", toText).orElse(whole);
    LocalDate from = Params.day("from", fromText).orElseGet(() -> firstDay(book, plan, to));
    if (to.isBefore(from)) {
      throw Problem.badRequest("to: %s lies before from (%s).".formatted(to, from));
    }
    PoolReplay replay = PoolReplay.of(book, plan, from, to, clock.zone());
    int line = Surplus.largestLine(book, plan, day);
    int bought = line < 0 ? 0 : book.boughtOn(line, day);
    int needed = line < 0 ? 0 : figures.surplus(book, day).get(line).needed();
    List<PoolSize> points =
        IntStream.rangeClosed(1, replay.peak())
            .mapToObj(
                seats -> new PoolSize(seats, replay.denied(seats), cost(book, line, seats, day)))
            .toList();
    return new PoolSizing(
        from,
        to,
        bought,
        replay.peak(),
        replay.starts(),
        OwnSeats.starts(book, plan, from, to, clock.zone()),
        replay.smallest(Surplus.MOST_REFUSED),
        needed,
        line < 0 ? 0 : figures.surplus(book, day).get(line).seats(),
        Math.max(0, needed - bought),
        points,
        Arrays.stream(PoolPeaks.byHourOfWeek(book, plan, from, to, clock.zone())).boxed().toList());
  }

  /** What a pool of each size would have refused, as a list. */
  @GET
  @Path("/sizes")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<PoolSize> sizes(
      @PathParam("plan") String planId,
      @QueryParam("asOf") String asOfText,
      @QueryParam("from") String fromText,
      @QueryParam("to") String toText) {
    return sizing(planId, asOfText, fromText, toText).points();
  }

  private LocalDate firstDay(Book book, int plan, LocalDate otherwise) {
    Sessions sessions = book.sessions();
    if (sessions.planStart(plan) == sessions.planEnd(plan)) {
      return otherwise;
    }
    Instant first = Instant.ofEpochMilli(sessions.started(sessions.planStart(plan)));
    LocalDate day = LocalDate.ofInstant(first, clock.zone());
    return day.isAfter(otherwise) ? otherwise : day;
  }

  private static @Nullable MoneyDto cost(Book book, int line, int seats, LocalDate day) {
    if (line < 0) {
      return null;
    }
    BigDecimal cost = book.lines().get(line).pricesOn(day).costOf(seats);
    Money price = new Money(cost, book.agreementOfLine(line).currency());
    return MoneyDto.of(book.rates().toReporting(price, day));
  }
}
