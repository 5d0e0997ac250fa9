package org.sobertally.server.leavers;

import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalInt;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.PersonRoutes;
import org.sobertally.core.leaver.Route;
import org.sobertally.core.leaver.Routes;
import org.sobertally.core.leaver.Successors;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Person;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.slates.BlockedSeats;
import org.sobertally.server.slates.moves.MoveRequest;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.visibility.Reach;

/** Routes chosen for accounts, as the moves that carry them out, with what they cost together. */
@Path("/api/v1/way-out")
@Tag(name = "leavers")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class WayOutResource {

  private static final int MOST = 2_000;
  private static final int LONGEST_WAIT = 365;

  private final Books books;
  private final AsOf asOf;
  private final LeaverFigures figures;
  private final Reach reach;
  private final BlockedSeats blocked;

  WayOutResource(Books books, AsOf asOf, LeaverFigures figures, Reach reach, BlockedSeats blocked) {
    this.blocked = blocked;
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.reach = reach;
  }

  /**
   * What is to become of one account.
   *
   * @param route null for the recommended one, or to leave all as it is where none is
   * @param successor the person who takes the data over; null for the usual one
   * @param kinds which kinds of data are handed over, in words; null for all
   */
  @Schema(name = "WayOutChoice")
  public record Choice(
      @NotNull String account,
      @Schema(nullable = true, implementation = String.class) Route.Kind route,
      @Schema(nullable = true) String successor,
      @Schema(nullable = true) @Size(max = 200) String kinds) {}

  /**
   * @param deleteAfter how many days after the routes begin accounts are deleted; 0 where absent
   */
  @Schema(name = "WayOutRequest")
  public record Request(
      @NotNull @Size(min = 1, max = MOST) List<@NotNull @Valid Choice> choices,
      @Schema(nullable = true) @Min(0) @Max(LONGEST_WAIT) Integer deleteAfter) {}

  /** One step of a way out. */
  @Schema(name = "WayOutStep")
  record StepDto(LocalDate day, String what) {}

  /** What was chosen for an account, and what is done for it. */
  @Schema(name = "ChosenRoute")
  record Chosen(
      String account,
      String vendor,
      String vendorName,
      @Schema(nullable = true) @Nullable String person,
      Route.Kind route,
      MoneyDto cost,
      @Schema(nullable = true) @Nullable Boolean met,
      @Schema(nullable = true) @Nullable String successorName,
      List<StepDto> steps) {}

  /** An account for which the route cannot be gone. */
  @Schema(name = "RouteNotGone")
  record NotGone(String account, String vendorName, String reason) {}

  /**
   * @param total what the chosen routes cost over their horizons
   * @param asItIs what it costs to leave all as it is
   * @param missing how many of them surely do not meet a duty
   * @param unsure of how many nobody can say whether they do
   * @param moves to be put on a slate, in their order
   */
  @Schema(name = "WayOut")
  record Answer(
      List<Chosen> chosen,
      List<NotGone> notGone,
      MoneyDto total,
      MoneyDto asItIs,
      int missing,
      int unsure,
      List<MoveRequest> moves) {}

  /**
   * What the choices come to. Nothing is changed by it: the moves go on a slate like any others.
   */
  @POST
  @OpenToLeads
  public Answer wayOut(@NotNull @Valid Request request, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    Routes routes = figures.routes(book, day, OptionalInt.empty());
    WayOut way = new WayOut(book, day, request.deleteAfter() == null ? 0 : request.deleteAfter());
    Sums sums = new Sums(book, blocked.today(book));
    for (Choice choice : byPerson(book, request.choices())) {
      add(book, day, routes, way, choice, sums);
    }
    return sums.answer();
  }

  private static List<Choice> byPerson(Book book, List<Choice> choices) {
    Map<String, Choice> last = new LinkedHashMap<>();
    for (Choice choice : choices) {
      Required.account(book, choice.account());
      last.put(choice.account(), choice);
    }
    return List.copyOf(last.values());
  }

  private void add(Book book, LocalDate day, Routes routes, WayOut way, Choice choice, Sums sums) {
    int account = book.accounts().require(choice.account());
    int person = book.personOfAccount(account);
    if (person < 0) {
      sums.skip(choice, "It belongs to nobody. Say first whose it is.");
      return;
    }
    reach.require(book, book.people().get(person).id());
    int vendor = book.vendorOfAccount(account);
    Map<Integer, Integer> successor = new HashMap<>();
    if (choice.successor() != null) {
      int chosen = reach.require(book, choice.successor());
      String whyNot = new Successors(book, day).whyNot(person, chosen, vendor);
      if (whyNot != null) {
        sums.skip(choice, whyNot);
        return;
      }
      successor.put(account, chosen);
    }
    add(routes.of(person, OptionalInt.of(vendor), successor), account, way, choice, sums);
  }

  private static void add(PersonRoutes of, int account, WayOut way, Choice choice, Sums sums) {
    PersonRoutes.OfAccount one =
        of.accounts().stream().filter(a -> a.account() == account).findFirst().orElse(null);
    if (one == null || one.routes().isEmpty()) {
      sums.skip(choice, "Nothing can be done about it any more.");
      return;
    }
    Route route = route(one, choice.route());
    if (route == null) {
      sums.skip(
          choice,
          choice.route() == Route.Kind.HAND_OVER
              ? "Nobody is there to take the data over. Choose a successor with a seat there."
              : "There is no such way for it.");
      return;
    }
    List<WayOut.Step> steps = way.steps(of, one, route, choice.kinds());
    String whyNot = sums.elsewhere(steps);
    if (whyNot == null) {
      sums.add(one, route, steps);
    } else {
      sums.skip(choice, whyNot);
    }
  }

  /** The recommended one where none was chosen; null where there is no such way. */
  private static @Nullable Route route(PersonRoutes.OfAccount one, Route.@Nullable Kind chosen) {
    return chosen == null
        ? one.recommended().orElseGet(() -> one.route(Route.Kind.KEEP).orElseThrow())
        : one.route(chosen).orElse(null);
  }

  /** What the choices come to so far. */
  private static final class Sums {
    private final Book book;
    private final BlockedSeats.Today now;
    private final List<Chosen> chosen = new ArrayList<>();
    private final List<NotGone> notGone = new ArrayList<>();
    private final List<MoveRequest> moves = new ArrayList<>();
    private Money total;
    private Money asItIs;
    private int missing;
    private int unsure;

    Sums(Book book, BlockedSeats.Today now) {
      this.book = book;
      this.now = now;
      this.total = Money.zero(book.rates().reportingCurrency());
      this.asItIs = total;
    }

    /** What another slate that was sent has against the steps; null where it has nothing. */
    @Nullable String elsewhere(List<WayOut.Step> steps) {
      return steps.stream()
          .map(step -> now.elsewhere(step.move()))
          .filter(Objects::nonNull)
          .findFirst()
          .orElse(null);
    }

    void skip(Choice choice, String reason) {
      String vendor = book.accounts().byId(choice.account()).vendor();
      notGone.add(new NotGone(choice.account(), book.vendors().byId(vendor).name(), reason));
    }

    void add(PersonRoutes.OfAccount one, Route route, List<WayOut.Step> steps) {
      var account = book.accounts().get(one.account());
      total = total.plus(route.cost().total());
      asItIs = asItIs.plus(one.route(Route.Kind.KEEP).orElseThrow().cost().total());
      missing += Boolean.FALSE.equals(route.met()) ? 1 : 0;
      unsure += route.met() == null ? 1 : 0;
      steps.forEach(step -> moves.add(step.move()));
      chosen.add(
          new Chosen(
              account.id(),
              account.vendor(),
              book.vendors().byId(account.vendor()).name(),
              account.person(),
              route.kind(),
              MoneyDto.of(route.cost().total()),
              route.met(),
              route.successor() == null ? null : book.people().byId(route.successor()).name(),
              steps.stream().map(step -> new StepDto(step.day(), step.what())).toList()));
    }

    Answer answer() {
      return new Answer(
          chosen, notGone, MoneyDto.of(total), MoneyDto.of(asItIs), missing, unsure, moves);
    }
  }

  /** Somebody who could take the data over. */
  @Schema(name = "Successor")
  record SuccessorDto(String person, String name, boolean usual) {}

  /** Who can take over what the account stores: the usual one first, then by name. */
  @GET
  @Path("/successors")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<SuccessorDto> successors(
      @QueryParam("account") String account,
      @QueryParam("q") String text,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    Required.account(book, account);
    int number = book.accounts().require(account);
    int person = book.personOfAccount(number);
    if (person < 0) {
      return List.of();
    }
    reach.require(book, book.people().get(person).id());
    Successors successors = new Successors(book, day);
    int vendor = book.vendorOfAccount(number);
    OptionalInt usual = successors.usual(person, vendor);
    String wanted = text == null ? "" : text.strip().toLowerCase(java.util.Locale.ROOT);
    List<SuccessorDto> found = new ArrayList<>();
    for (int other = 0; other < book.people().size(); other++) {
      Person one = book.people().get(other);
      if (one.name().toLowerCase(java.util.Locale.ROOT).contains(wanted)
          && reach.sees(book, one.id())
          && successors.whyNot(person, other, vendor) == null) {
        found.add(
            new SuccessorDto(one.id(), one.name(), usual.isPresent() && usual.getAsInt() == other));
      }
    }
    found.sort(
        Comparator.comparing((SuccessorDto s) -> !s.usual()).thenComparing(SuccessorDto::name));
    return found.subList(0, Math.min(50, found.size()));
  }
}
