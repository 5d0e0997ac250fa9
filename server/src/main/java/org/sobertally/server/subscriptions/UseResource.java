package org.sobertally.server.subscriptions;

import static java.util.Objects.requireNonNull;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceDips;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.use.ComeBackOdds;
import org.sobertally.core.use.FloorForecast;
import org.sobertally.core.use.Funnel;
import org.sobertally.core.use.IdleCurve;
import org.sobertally.core.use.Series;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.visibility.Reach;

/**
 * How a subscription's seats are used, how that may go on, and what other quantities would cost.
 */
@Path("/api/v1")
@Tag(name = "subscriptions")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class UseResource {

  private static final int USUAL_WITHIN = 30;
  private static final int USUAL_DAYS = 180;
  private static final int MOST_DAYS = 10_000;
  private static final int MOST_LISTED = 200;

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final TallyClock clock;

  UseResource(Books books, AsOf asOf, FigureCache figures, TallyClock clock) {
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.clock = clock;
  }

  /**
   * @param withinText H of the odds: back within so many days; 30 where nothing is said
   */
  @GET
  @Path("/subscriptions/{line}/idle-curve")
  public Dto.IdleCurveDto idleCurve(
      @PathParam("line") String lineId,
      @QueryParam("asOf") String asOfText,
      @QueryParam("within") String withinText) {
    Book book = books.current();
    int line = SubscriptionResource.line(book, lineId);
    LocalDate day = asOf.of(book, asOfText);
    int within = Params.number("within", withinText, 1, IdleCurve.LONGEST).orElse(USUAL_WITHIN);
    IdleCurve curve = IdleCurve.of(figures.of(book, day).states(), line);
    List<Dto.CurvePoint> points =
        IntStream.rangeClosed(1, IdleCurve.LONGEST).mapToObj(days -> point(curve, days)).toList();
    ComeBackOdds odds = figures.odds(book, book.planNumberOfLine(line), day);
    List<Dto.OddsPoint> told =
        IntStream.rangeClosed(1, ComeBackOdds.LONGEST)
            .mapToObj(days -> Dto.OddsPoint.of(odds.at(days, within)))
            .toList();
    return new Dto.IdleCurveDto(curve.measureDay(), points, told, odds.unknown());
  }

  private static Dto.CurvePoint point(IdleCurve curve, int days) {
    return new Dto.CurvePoint(
        days, curve.seats(days), curve.spared(days), MoneyDto.of(curve.yearlyCost(days)));
  }

  /** Numbers of the group's people; null where none is asked for. */
  private static @Nullable BitSet members(Book book, String group) {
    if (group == null || group.isBlank()) {
      return null;
    }
    Required.group(book, group);
    return Reach.members(book, List.of(book.groups().byId(group)));
  }

  /**
   * Where a group's seats are lost on the way to steady use.
   *
   * @param group null for everybody with a seat
   * @param steady used in at least three of the last four weeks
   * @param tooNew opened, but held or known for less than that
   * @param measurable whether days of use are known at all
   */
  @Schema(name = "UseFunnel")
  record FunnelDto(
      @Schema(nullable = true) @Nullable String group,
      String name,
      int held,
      int takenUp,
      int opened,
      int steady,
      int tooNew,
      boolean measurable) {}

  /** Everybody first, then the groups, those with the most seats first. */
  @GET
  @Path("/subscriptions/{line}/funnel")
  @Produces({MediaType.APPLICATION_JSON, "text/csv", XlsxListWriter.XLSX})
  public List<FunnelDto> funnel(
      @PathParam("line") String lineId, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int line = SubscriptionResource.line(book, lineId);
    UseStates states = figures.of(book, asOf.of(book, asOfText)).states();
    List<FunnelDto> rows = new ArrayList<>();
    for (Group group : book.groups().all()) {
      Funnel funnel = Funnel.of(states, line, Reach.members(book, List.of(group)));
      if (funnel.held() > 0) {
        rows.add(shown(group.id(), group.name(), funnel));
      }
    }
    rows.sort(Comparator.comparingInt(FunnelDto::held).reversed().thenComparing(FunnelDto::name));
    rows.add(0, shown(null, "Everybody", Funnel.of(states, line, null)));
    return rows;
  }

  private static FunnelDto shown(@Nullable String group, String name, Funnel funnel) {
    return new FunnelDto(
        group,
        name,
        funnel.held(),
        funnel.takenUp(),
        funnel.opened(),
        funnel.steady(),
        funnel.tooNew(),
        funnel.measurable());
  }

  /**
   * By default the 180 days to the as-of day.
   *
   * @param group only what its members hold and use; what is bought stays as it is
   */
  @GET
  @Path("/subscriptions/{line}/series")
  @Produces({MediaType.APPLICATION_JSON, "text/csv", XlsxListWriter.XLSX})
  public RestResponse<List<Dto.SeriesDay>> series(
      @PathParam("line") String lineId,
      @QueryParam("asOf") String asOfText,
      @QueryParam("from") String fromText,
      @QueryParam("to") String toText,
      @QueryParam("group") String group,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    int line = SubscriptionResource.line(book, lineId);
    LocalDate day = asOf.of(book, asOfText);
    LocalDate to = Params.day("to", toText).orElse(day);
    LocalDate from = Params.day("from", fromText).orElse(to.minusDays(USUAL_DAYS - 1L));
    if (to.isBefore(from)) {
      throw Problem.badRequest("to: %s lies before from (%s).".formatted(to, from));
    }
    if (to.toEpochDay() - from.toEpochDay() >= MOST_DAYS) {
      throw Problem.badRequest(
          "from: at most %,d days at once; ask for a later one.".formatted(MOST_DAYS));
    }
    Series series = Series.of(book, line, from, to, day, clock.zone(), members(book, group));
    List<Dto.SeriesDay> days =
        IntStream.range(0, series.days()).mapToObj(n -> Dto.SeriesDay.of(series, n)).toList();
    return Page.of(days, one -> one.day().toString(), limit, cursor, uri, book.version());
  }

  /** 404 where the agreement promises no utilisation, or names no day to come. */
  @GET
  @Path("/subscriptions/{line}/floor")
  public Dto.FloorForecastDto floor(
      @PathParam("line") String lineId, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int line = SubscriptionResource.line(book, lineId);
    LocalDate day = asOf.of(book, asOfText);
    FloorForecast forecast = FloorForecast.of(book, line, day);
    if (forecast == null) {
      throw Problem.notFound(
          "The agreement of %s promises no utilisation for a day to come.".formatted(lineId));
    }
    return new Dto.FloorForecastDto(
        forecast.check(),
        forecast.daysLeft(day),
        forecast.seats(),
        new Dto.FloorOutlook(
            forecast.sure(),
            forecast.surePercent(),
            forecast.expectedPercent(),
            forecast.withoutOdds()),
        new Dto.FloorMissing(
            forecast.mustSignIn(),
            orNull(forecast.expectedToSignIn()),
            forecast.giveUp(),
            orNull(forecast.giveUpExpected())),
        forecast.open().size(),
        forecast.open().stream().limit(MOST_LISTED).map(one -> candidate(book, one)).toList());
  }

  private static @Nullable Integer orNull(OptionalInt figure) {
    return figure.isPresent() ? figure.getAsInt() : null;
  }

  private static Dto.FloorCandidate candidate(Book book, FloorForecast.Candidate one) {
    int number = book.holdings().account(one.holding());
    Account account = book.accounts().get(number);
    String name =
        account.person() == null ? account.email() : book.people().byId(account.person()).name();
    return new Dto.FloorCandidate(
        book.holdings().id(one.holding()),
        account.id(),
        account.person(),
        name,
        one.idleDays(),
        one.stopsCounting(),
        Double.isNaN(one.back()) ? null : one.back());
  }

  @GET
  @Path("/subscriptions/{line}/prices")
  public Dto.PricesDto prices(
      @PathParam("line") String lineId, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int line = SubscriptionResource.line(book, lineId);
    LocalDate day = asOf.of(book, asOfText);
    PriceList prices = book.lines().get(line).pricesOn(day);
    int bought = book.boughtOn(line, day);
    TreeSet<Integer> quantities =
        new TreeSet<>(List.of(1, Math.max(1, bought), Math.max(1, prices.minimum())));
    prices
        .breaks()
        .forEach(
            step -> {
              quantities.add(Math.max(1, step.fromSeats() - 1));
              quantities.add(Math.max(1, step.fromSeats()));
            });
    quantities.add(quantities.last() + Math.max(1, quantities.last() / 5));
    return new Dto.PricesDto(
        bought,
        money(book, line, prices.costOf(bought), day),
        prices.minimum(),
        quantities.stream()
            .map(seats -> new Dto.Step(seats, money(book, line, prices.costOf(seats), day)))
            .toList(),
        PriceDips.dips(prices).stream()
            .map(
                dip ->
                    new Dto.Dip(
                        dip.from(), dip.to(), dip.buy(), money(book, line, dip.cost(), day)))
            .toList());
  }

  private static MoneyDto money(Book book, int line, BigDecimal amount, LocalDate day) {
    Money price = new Money(amount, book.agreementOfLine(line).currency());
    return MoneyDto.of(book.rates().toReporting(price, day));
  }

  /** Lower tiers of the plan's ladder that would do for holders of the subscription. */
  @GET
  @Path("/subscriptions/{line}/lower-tiers")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Dto.LowerTier> lowerTiers(
      @PathParam("line") String lineId, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int line = SubscriptionResource.line(book, lineId);
    Findings findings = figures.findings(book, asOf.of(book, asOfText));
    Map<Integer, Integer> holders = new TreeMap<>();
    Map<Integer, Money> money = new HashMap<>();
    for (int n = 0; n < findings.size(); n++) {
      if (findings.line(n) == line && findings.kind(n) == FindingKind.SMALLER_TIER) {
        holders.merge(findings.otherPlan(n), 1, Integer::sum);
        money.merge(findings.otherPlan(n), findings.gives(n), Money::plus);
      }
    }
    List<Dto.LowerTier> tiers = new ArrayList<>();
    holders.forEach(
        (plan, count) ->
            tiers.add(
                new Dto.LowerTier(
                    book.plans().get(plan).id(),
                    book.plans().get(plan).name(),
                    count,
                    MoneyDto.of(requireNonNull(money.get(plan))))));
    return tiers;
  }
}
