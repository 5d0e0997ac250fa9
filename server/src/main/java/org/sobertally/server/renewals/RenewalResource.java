package org.sobertally.server.renewals;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.renewal.Margins;
import org.sobertally.core.renewal.Mix;
import org.sobertally.core.renewal.PlanRow;
import org.sobertally.core.renewal.PromiseCost;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.renewal.RenewalStudy;
import org.sobertally.core.renewal.Returns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.store.AsOf;

/** One agreement's next renewal: what it needs and costs, with what somebody tries on it. */
@Path("/api/v1/agreements/{agreement}/renewal")
@Tag(name = "renewals")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class RenewalResource {

  private static final String CSV = "text/csv";
  private static final int POINTS = 160;

  /** Months that are looked back on. */
  private static final int PAST = 12;

  private final Books books;
  private final AsOf asOf;
  private final RenewalFigures renewals;
  private final RenewalSheets sheets;

  RenewalResource(Books books, AsOf asOf, RenewalFigures renewals, RenewalSheets sheets) {
    this.books = books;
    this.asOf = asOf;
    this.renewals = renewals;
    this.sheets = sheets;
  }

  /** One agreement's next renewal that can still be changed, with what somebody tries on it. */
  @GET
  public RenewalDto.Renewal one(
      @PathParam("agreement") String agreement,
      @QueryParam("offer") String offer,
      @QueryParam("margin") String margin,
      @QueryParam("u") String u,
      @QueryParam("known") List<String> known,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    requireAgreement(book, agreement);
    return sheets.of(
        book, asOf.of(book, asOfText), agreement, offer, Tried.of(book, margin, u, known));
  }

  static void requireAgreement(Book book, String agreement) {
    Required.agreement(book, agreement);
  }

  /** Somebody who is back on a day. */
  @Schema(name = "ReturningPerson")
  record Returning(String person, String name, @Nullable LocalDate until) {}

  /**
   * People away who will want the plan again in a month: to be counted as known.
   *
   * @param known as the renewal takes it
   */
  @Schema(name = "RenewalReturns")
  record ReturnsDto(
      String plan,
      String planName,
      String month,
      int seats,
      String known,
      List<Returning> people) {}

  /** Who is back until when, by month and plan; nobody counts it unless it is entered as known. */
  @GET
  @Path("/returns")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<ReturnsDto> returns(
      @PathParam("agreement") String agreement, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    requireAgreement(book, agreement);
    LocalDate day = asOf.of(book, asOfText);
    return Returns.of(book, day, book.agreements().byId(agreement)).stream()
        .map(one -> returns(book, one))
        .toList();
  }

  private static ReturnsDto returns(Book book, Returns one) {
    Plan plan = book.plans().get(one.plan());
    int seats = one.people().size();
    return new ReturnsDto(
        plan.id(),
        plan.name(),
        one.month().toString(),
        seats,
        "%s:%s:%d".formatted(plan.id(), one.month(), seats),
        one.people().stream()
            .map(book.people()::get)
            .map(person -> new Returning(person.id(), person.name(), person.until()))
            .toList());
  }

  /** One plan closely: who held it, how many may, and what each number of seats costs. */
  @GET
  @Path("/plan")
  public RenewalDto.PlanStudy plan(
      @PathParam("agreement") String agreement,
      @QueryParam("plan") String planId,
      @QueryParam("offer") String offer,
      @QueryParam("u") String u,
      @QueryParam("known") List<String> known,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    requireAgreement(book, agreement);
    int plan = Required.plan(book, planId);
    Tried tried = Tried.of(book, null, u, known);
    Offer shown = RenewalSheets.offerOf(book, agreement, offer);
    Optional<RenewalStudy> found = renewals.study(book, asOf.of(book, asOfText), agreement);
    if (found.isEmpty()) {
      return new RenewalDto.PlanStudy(List.of(), List.of(), List.of());
    }
    RenewalStudy study = found.get();
    Mix mix =
        shown == null
            ? renewals.ownMix(study).withAdded(tried.added())
            : renewals.mix(study, shown);
    return new RenewalDto.PlanStudy(
        points(study, plan, mix, tried),
        past(study, plan),
        study.outlook(plan, mix, tried.known()).stream()
            .map(one -> new RenewalDto.Ahead(one.day(), one.low(), one.middle(), one.high()))
            .toList());
  }

  private static List<RenewalDto.Point> points(RenewalStudy study, int plan, Mix mix, Tried tried) {
    if (!mix.terms().plans().containsKey(plan)) {
      return List.of();
    }
    PromiseCost cost = study.costOf(plan, mix, tried.known());
    PlanRow row =
        study.option(Kind.PROPOSED, mix, Margins.ADVISED, tried.known()).plans().stream()
            .filter(one -> one.plan() == plan)
            .findFirst()
            .orElseThrow();
    RenewalViews views = new RenewalViews(study);
    List<RenewalDto.Point> points = new ArrayList<>();
    for (int seats : quantities(row, mix.terms().pricesOf(plan))) {
      double added = cost.expectedAdded(seats);
      points.add(
          new RenewalDto.Point(
              seats,
              views.money(cost.of(seats) - added),
              views.money(added),
              views.money(cost.of(seats))));
    }
    return points;
  }

  private static List<RenewalDto.Past> past(RenewalStudy study, int plan) {
    List<RenewalDto.Past> past = new ArrayList<>();
    for (LocalDate day = study.asOf().withDayOfMonth(1).minusMonths(PAST - 1);
        !day.isAfter(study.asOf());
        day = day.plusMonths(1)) {
      past.add(new RenewalDto.Past(day, study.heldOn(plan, day)));
    }
    if (study.asOf().getDayOfMonth() > 1) {
      past.add(new RenewalDto.Past(study.asOf(), study.heldOn(plan, study.asOf())));
    }
    return past;
  }

  /** Around what is held, bought and promised, with both sides of every break. */
  private static TreeSet<Integer> quantities(PlanRow row, PriceList prices) {
    int from = lowest(row);
    int to = highest(row, prices);
    TreeSet<Integer> quantities = new TreeSet<>();
    int stride = Math.max(1, (to - from) / POINTS);
    for (int seats = from; seats <= to; seats += stride) {
      quantities.add(seats);
    }
    for (int seats : new int[] {row.now().given(), row.seats(), row.now().bought(), to}) {
      quantities.add(Math.max(0, seats));
    }
    for (PriceList.PriceBreak step : prices.breaks()) {
      if (step.fromSeats() <= to && step.fromSeats() > from) {
        quantities.add(step.fromSeats());
        quantities.add(step.fromSeats() - 1);
      }
    }
    return quantities;
  }

  private static int lowest(PlanRow row) {
    int given = row.now().given();
    int low = row.outlook().low() == null ? given : Math.min(row.outlook().low(), given);
    return Math.max(0, Math.min(low, row.seats()) * 9 / 10 - 2);
  }

  /** Price breaks that are not far beyond are shown as well. */
  private static int highest(PlanRow row, PriceList prices) {
    int given = row.now().given();
    int high = row.outlook().high() == null ? given : Math.max(row.outlook().high(), given);
    int most =
        Math.max(Math.max(row.now().bought(), row.seats()), Math.max(high, row.now().held()));
    int to = most + Math.max(4, most / 10);
    for (PriceList.PriceBreak step : prices.breaks()) {
      if (step.fromSeats() <= to + Math.max(10, to / 4)) {
        to = Math.max(to, step.fromSeats() + 1);
      }
    }
    return to;
  }

  /** Whoever's plans the cheapest mix changes, with what of theirs comes back. */
  @GET
  @Path("/movers")
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<RenewalDto.Mover>> movers(
      @PathParam("agreement") String agreement,
      @QueryParam("offer") String offer,
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    requireAgreement(book, agreement);
    Offer shown = RenewalSheets.offerOf(book, agreement, offer);
    Optional<RenewalStudy> study = renewals.study(book, asOf.of(book, asOfText), agreement);
    List<RenewalDto.Mover> movers =
        study
            .map(
                one ->
                    new RenewalViews(one)
                        .movers(shown == null ? renewals.ownMix(one) : renewals.mix(one, shown)))
            .orElse(List.of());
    return Page.of(
        movers.stream().sorted(Comparator.comparing(RenewalResource::keyOf)).toList(),
        RenewalResource::keyOf,
        limit,
        cursor,
        uri,
        book.version());
  }

  private static String keyOf(RenewalDto.Mover mover) {
    return mover.person() == null ? "~" + mover.account() : mover.person();
  }
}
