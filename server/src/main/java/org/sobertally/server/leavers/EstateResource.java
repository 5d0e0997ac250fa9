package org.sobertally.server.leavers;

import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
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
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.leaver.Estate;
import org.sobertally.core.leaver.EstateMonth;
import org.sobertally.core.leaver.PersonRoutes;
import org.sobertally.core.leaver.Route;
import org.sobertally.core.leaver.Routes;
import org.sobertally.core.leaver.VendorRules;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.DataRule.After;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.slates.BlockedSeats;
import org.sobertally.server.store.AsOf;

/**
 * What lies at a vendor without a seat: as it is, if rules change, if something is done about it.
 */
@Path("/api/v1/vendors/{vendor}/estate")
@Tag(name = "leavers")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class EstateResource {

  private static final String CSV = "text/csv";
  private static final int MONTHS = 24;
  private static final int MOST_STAGES = 20;

  private final Books books;
  private final AsOf asOf;
  private final LeaverFigures figures;
  private final BlockedSeats blocked;

  EstateResource(Books books, AsOf asOf, LeaverFigures figures, BlockedSeats blocked) {
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.blocked = blocked;
  }

  /** What lies at the vendor without a seat, by stage, and what passes when. */
  @GET
  public LeaverDto.EstateDto estate(
      @PathParam("vendor") String vendor, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int number = require(book, vendor);
    LocalDate day = asOf.of(book, asOfText);
    return new EstateViews(book, day).estate(figures.estate(book, day, number));
  }

  /** The accounts of it, one by one. */
  @GET
  @Path("/accounts")
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<LeaverDto.LyingRow>> lying(
      @PathParam("vendor") String vendor,
      @QueryParam("state") String stateText,
      @QueryParam("stage") String stageText,
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    int number = require(book, vendor);
    LocalDate day = asOf.of(book, asOfText);
    Optional<AccountState> state = Params.choice("state", stateText, AccountState.class);
    OptionalInt stage = Params.number("stage", stageText, 0, Integer.MAX_VALUE);
    Routes routes = figures.routes(book, day, OptionalInt.empty());
    EstateViews views = new EstateViews(book, day);
    BlockedSeats.Today now = blocked.today(book);
    List<Estate.Lying> lying =
        figures.estate(book, day, number).accounts().stream()
            .filter(one -> state.isEmpty() || one.clock().state() == state.get())
            .filter(one -> stage.isEmpty() || isIn(one, stage.getAsInt()))
            .toList();
    return Page.of(
        lying,
        one -> book.accounts().get(one.account()).id(),
        one -> {
          int person = book.personOfAccount(one.account());
          return views.lying(one, person < 0 ? null : routes.dutyUntil(person), now);
        },
        limit,
        cursor,
        uri,
        book.version());
  }

  private static boolean isIn(Estate.Lying one, int stage) {
    return one.now().stage() != null && one.now().stage().order() == stage;
  }

  /** One stage of a version that is tried. */
  @Schema(name = "TriedStage")
  public record TriedStage(
      @NotBlank @Size(max = 200) String name,
      @Schema(nullable = true) @Min(0) Integer days,
      @NotNull Reach reach,
      @Schema(nullable = true) @Min(0) BigDecimal perSeatYear,
      @Schema(nullable = true) @Min(0) BigDecimal perGbMonth,
      @Schema(nullable = true) @Min(0) BigDecimal perGbOpened,
      @Schema(nullable = true) Boolean pooled) {}

  /**
   * Rules that a vendor announces.
   *
   * @param from the day from which they hold
   * @param joinsAt the stage, from 1, that old accounts join; null where they go on by their age
   */
  @Schema(name = "TriedRules")
  public record TriedRules(
      @NotNull After after,
      @NotBlank String from,
      @Schema(nullable = true) @Min(1) Integer joinsAt,
      @NotNull @Size(min = 1, max = MOST_STAGES) List<@NotNull @Valid TriedStage> stages) {}

  /**
   * How much lies within whose reach on a day.
   *
   * @param gone what nobody reaches any more, of what lies there today
   */
  @Schema(name = "EstateMonth")
  record Month(
      LocalDate day,
      int owner,
      int admin,
      int paid,
      int gone,
      BigDecimal goneGb,
      MoneyDto yearly) {}

  /** The estate month by month, as the rules are and as they would be. */
  @Schema(name = "EstateWhatIf")
  record WhatIf(List<Month> before, List<Month> after) {}

  /** How the estate goes on by the rules that are known. */
  @GET
  @Path("/months")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Month> months(
      @PathParam("vendor") String vendor, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    return months(book, asOf.of(book, asOfText), require(book, vendor), VendorRules.of(book));
  }

  /** The same beside rules that are tried. Nothing is changed by it. */
  @POST
  @Path("/what-if")
  public WhatIf whatIf(
      @PathParam("vendor") String vendor,
      @NotNull @Valid TriedRules tried,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int number = require(book, vendor);
    LocalDate day = asOf.of(book, asOfText);
    LocalDate from = Params.day("from", tried.from()).orElseThrow();
    List<DataRule> rules = new ArrayList<>(book.dataRules());
    rules.removeIf(
        rule ->
            rule.vendor().equals(vendor)
                && rule.after() == tried.after()
                && Objects.equals(rule.from(), from));
    rules.addAll(stages(vendor, tried, from));
    Book then = book.withDataRules(rules);
    return new WhatIf(
        months(book, day, number, VendorRules.of(book)),
        months(book, day, number, VendorRules.of(then)));
  }

  private static List<DataRule> stages(String vendor, TriedRules tried, LocalDate from) {
    List<DataRule> stages = new ArrayList<>();
    Integer joins = tried.joinsAt();
    if (joins != null && joins > tried.stages().size()) {
      throw Problem.badRequest("joinsAt: there is no stage %d.".formatted(joins));
    }
    for (int n = 1; n <= tried.stages().size(); n++) {
      TriedStage stage = tried.stages().get(n - 1);
      if (stage.days() == null && n < tried.stages().size()) {
        throw Problem.badRequest(
            "stages[%d].days: stage %d has no end, so the next one never begins."
                .formatted(n - 1, n));
      }
      DataRule.Price price =
          DataRule.Price.of(
              stage.perSeatYear(),
              stage.perGbMonth(),
              stage.perGbOpened(),
              Boolean.TRUE.equals(stage.pooled()));
      stages.add(
          new DataRule(
              vendor,
              tried.after(),
              n,
              stage.name(),
              stage.days(),
              stage.reach(),
              price,
              from,
              joins));
    }
    return stages;
  }

  private List<Month> months(Book book, LocalDate day, int vendor, VendorRules rules) {
    return EstateMonth.of(book, figures.estate(book, day, vendor), rules, day, MONTHS).stream()
        .map(
            month ->
                new Month(
                    month.day(),
                    month.of(Reach.OWNER),
                    month.of(Reach.ADMIN),
                    month.of(Reach.PAID),
                    month.of(Reach.NOBODY),
                    month.goneGb(),
                    MoneyDto.of(month.yearly())))
        .toList();
  }

  /**
   * One thing to do about all of it.
   *
   * @param accounts for how many it can be done
   * @param cost over the horizon
   * @param missing for how many a duty would surely not be met
   * @param accountIds of those for which it can be done
   */
  @Schema(name = "EstateOption")
  record Option(
      Route.Kind route,
      int accounts,
      BigDecimal gb,
      MoneyDto cost,
      int missing,
      int lost,
      List<String> accountIds) {}

  /** Each way to deal with all of it, with its total. */
  @GET
  @Path("/options")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Option> options(
      @PathParam("vendor") String vendor, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int number = require(book, vendor);
    LocalDate day = asOf.of(book, asOfText);
    Routes routes = figures.routes(book, day, OptionalInt.empty());
    Map<Route.Kind, Total> totals = new EnumMap<>(Route.Kind.class);
    for (Estate.Lying one : figures.estate(book, day, number).accounts()) {
      int person = book.personOfAccount(one.account());
      if (person >= 0) {
        for (PersonRoutes.OfAccount of : routes.of(person, OptionalInt.of(number)).accounts()) {
          if (of.account() == one.account()) {
            of.routes()
                .forEach(
                    route ->
                        totals.computeIfAbsent(route.kind(), k -> new Total(book)).add(of, route));
          }
        }
      }
    }
    List<Option> options = new ArrayList<>();
    totals.forEach((kind, total) -> options.add(total.option(kind)));
    return options;
  }

  private static final class Total {
    private final Book book;
    private final List<String> accounts = new ArrayList<>();
    private BigDecimal gb = BigDecimal.ZERO;
    private Money cost;
    private int missing;
    private int lost;

    Total(Book book) {
      this.book = book;
      this.cost = Money.zero(book.rates().reportingCurrency());
    }

    void add(PersonRoutes.OfAccount of, Route route) {
      accounts.add(book.accounts().get(of.account()).id());
      gb = of.storedGb() == null ? gb : gb.add(of.storedGb());
      cost = cost.plus(route.cost().total());
      missing += Boolean.FALSE.equals(route.met()) ? 1 : 0;
      lost += route.lostOn() == null ? 0 : 1;
    }

    Option option(Route.Kind kind) {
      return new Option(kind, accounts.size(), gb, MoneyDto.of(cost), missing, lost, accounts);
    }
  }

  private static int require(Book book, String vendor) {
    int number = Required.vendor(book, vendor);
    return number;
  }
}
