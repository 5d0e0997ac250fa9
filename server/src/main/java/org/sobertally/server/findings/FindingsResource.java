package org.sobertally.server.findings;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.BeanParam;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.book.Table;
import org.sobertally.core.findings.Board;
import org.sobertally.core.findings.Combination;
import org.sobertally.core.findings.Finding;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.money.Money;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.slates.BlockedSeats;
import org.sobertally.server.visibility.Reach;

/** Why money buys less than it could. */
@Path("/api/v1")
@Tag(name = "findings")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class FindingsResource {

  private final Boards boards;
  private final Reach reach;
  private final BlockedSeats blocked;

  FindingsResource(Boards boards, Reach reach, BlockedSeats blocked) {
    this.blocked = blocked;
    this.boards = boards;
    this.reach = reach;
  }

  /** Whom and which seat it is about. */
  record Of(
      @Schema(nullable = true) @Nullable String person,
      @Schema(nullable = true) @Nullable String name,
      @Schema(nullable = true) @Nullable String account,
      @Schema(nullable = true) @Nullable String holding,
      @Schema(nullable = true) @Nullable String line,
      @Schema(nullable = true) @Nullable String plan,
      String vendor) {}

  /**
   * @param state of the holding
   * @param amount what this alone would give back a year; findings overlap and must not be added up
   * @param instead the name of the plan that would do, where the finding proposes one
   */
  @Schema(name = "Finding")
  record FindingDto(
      FindingKind kind,
      @JsonUnwrapped Of of,
      @Schema(nullable = true) @Nullable UseState state,
      MoneyDto amount,
      @Schema(nullable = true) @Nullable LocalDate since,
      @Schema(nullable = true) @Nullable String instead,
      String explanation) {}

  /**
   * @param kindText one kind, or several with commas
   */
  @GET
  @Path("/findings")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public RestResponse<List<FindingDto>> findings(
      @BeanParam BoardAsk ask,
      @QueryParam("kind") String kindText,
      @QueryParam("person") String personId,
      @QueryParam("line") String lineId,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Boards.View view = boards.view(ask);
    Book book = view.book();
    Set<FindingKind> kinds = kinds("kind", kindText, ",");
    int person = personId == null || personId.isBlank() ? -1 : reach.require(book, personId);
    int line = wanted(book.lines(), "subscription", lineId);
    Findings findings = view.findings();
    UseStates states = view.states();
    List<Integer> fitting =
        IntStream.range(0, findings.size())
            .filter(n -> view.board().shows(n) || view.board().showsWhole(n))
            .filter(n -> kinds.isEmpty() || kinds.contains(findings.kind(n)))
            .filter(n -> person < 0 || findings.person(n) == person)
            .filter(n -> line < 0 || findings.line(n) == line)
            .boxed()
            .toList();
    return Page.of(
        fitting,
        "%09d"::formatted,
        n -> shown(book, states, findings, n),
        limit,
        cursor,
        uri,
        book.version());
  }

  private static Set<FindingKind> kinds(String name, String text, String separator) {
    Set<FindingKind> kinds = EnumSet.noneOf(FindingKind.class);
    if (text != null && !text.isBlank()) {
      for (String kind : text.split(separator)) {
        Params.choice(name, kind, FindingKind.class).ifPresent(kinds::add);
      }
    }
    return kinds;
  }

  /** The number of what is asked for, −1 where nothing is. */
  private static int wanted(Table<?> table, String noun, String id) {
    if (id == null || id.isBlank()) {
      return -1;
    }
    int number = table.numberOf(id);
    if (number < 0) {
      throw Problem.notFound("There is no %s %s.".formatted(noun, id));
    }
    return number;
  }

  private static FindingDto shown(Book book, UseStates states, Findings findings, int n) {
    Finding finding = findings.get(n);
    int instead = findings.otherPlan(n);
    boolean held = finding.holding() >= 0;
    boolean sold = finding.line() >= 0;
    return new FindingDto(
        finding.kind(),
        new Of(
            finding.person() < 0 ? null : book.people().get(finding.person()).id(),
            finding.person() < 0 ? null : book.people().get(finding.person()).name(),
            finding.account() < 0 ? null : book.accounts().get(finding.account()).id(),
            held ? book.holdings().id(finding.holding()) : null,
            sold ? book.lines().get(finding.line()).id() : null,
            sold ? book.planOfLine(finding.line()).id() : null,
            book.vendors().get(finding.vendor()).id()),
        held ? states.state(finding.holding()) : null,
        MoneyDto.of(finding.amount()),
        finding.since(),
        instead < 0 ? null : book.plans().get(instead).name(),
        finding.explanation());
  }

  /**
   * @param recoverable net, everybody once per vendor; combinations may be added up
   */
  @Schema(name = "Combination")
  record CombinationDto(List<FindingKind> kinds, int people, MoneyDto recoverable) {}

  /** Which kinds meet in the same people; everybody is in just one. */
  @GET
  @Path("/findings/combinations")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<CombinationDto> combinations(@BeanParam BoardAsk ask) {
    return shown(boards.view(ask).board().combinations());
  }

  private static List<CombinationDto> shown(List<Combination> combinations) {
    return combinations.stream()
        .map(
            one ->
                new CombinationDto(
                    one.kinds().stream().sorted().toList(),
                    one.people(),
                    MoneyDto.of(one.recoverable())))
        .toList();
  }

  /**
   * @param people in how many people (and accounts without an owner) it is found
   * @param amount what its findings alone would give back; kinds overlap and must not be added up
   */
  @Schema(name = "KindCount")
  record KindCount(FindingKind kind, int findings, int people, MoneyDto amount) {}

  /** Each kind that is found, in the order of their names' list. */
  @GET
  @Path("/findings/kinds")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<KindCount> kinds(@BeanParam BoardAsk ask) {
    return shownKinds(boards.view(ask).board());
  }

  private static List<KindCount> shownKinds(Board board) {
    return board.kinds().stream()
        .map(
            one ->
                new KindCount(one.kind(), one.findings(), one.people(), MoneyDto.of(one.amount())))
        .toList();
  }

  /** Money that stops being paid on a day at the earliest, a year. */
  @Schema(name = "MoneyStop")
  record MoneyStop(LocalDate day, MoneyDto yearly) {}

  /**
   * The board as a whole.
   *
   * @param people in how many people and accounts without an owner something is found
   * @param held what the seats cost a year that those who are looked at hold
   * @param inUse of that, the seats in use
   * @param recoverable a year, once per person and vendor, and what lies unassigned beyond need
   * @param surplus of that, what lies unassigned beyond need
   * @param soon what of that can stop within a month
   * @param stops by day; with {@code never} they come to the recoverable
   * @param never what no agreement lets go of
   * @param rules the lines by which it was found, those tried included
   */
  @Schema(name = "FindingBoard")
  record BoardDto(
      int people,
      int findings,
      MoneyDto held,
      MoneyDto inUse,
      MoneyDto recoverable,
      MoneyDto surplus,
      MoneyDto soon,
      List<MoneyStop> stops,
      MoneyDto never,
      RulesDto rules,
      List<KindCount> kinds,
      List<CombinationDto> combinations) {}

  /** Lines and windows, in days. */
  @Schema(name = "HouseLines")
  record RulesDto(int idleLine, int openingGrace, int needWindow, int invitationGrace) {
    static RulesDto of(HouseRules rules) {
      return new RulesDto(
          rules.idleLine(), rules.openingGrace(), rules.needWindow(), rules.invitationGrace());
    }
  }

  /** The board at once: headline, kinds and combinations of the same moment. */
  @GET
  @Path("/findings/board")
  @OpenToLeads
  public BoardDto board(@BeanParam BoardAsk ask) {
    Boards.View view = boards.view(ask);
    Board board = view.board();
    Board.Stops stops = board.stops();
    Board.Held held = board.held();
    Money soon = Money.zero(view.book().rates().reportingCurrency());
    LocalDate aMonthOn = view.day().plusMonths(1);
    for (Money money : stops.byDay().headMap(aMonthOn.plusDays(1)).values()) {
      soon = soon.plus(money);
    }
    return new BoardDto(
        board.found(),
        board.findings(),
        MoneyDto.of(held.all()),
        MoneyDto.of(held.inUse()),
        MoneyDto.of(board.recoverable()),
        MoneyDto.of(board.surplus()),
        MoneyDto.of(soon),
        stops.byDay().entrySet().stream()
            .map(stop -> new MoneyStop(stop.getKey(), MoneyDto.of(stop.getValue())))
            .toList(),
        MoneyDto.of(stops.never()),
        RulesDto.of(view.book().rules()),
        shownKinds(board),
        shown(board.combinations()));
  }

  /**
   * The people behind combinations, the most money first, or as {@code sort} says.
   *
   * @param setsText combinations as {@code IDLE.COVERED_TWICE}, several with a comma; everybody
   *     where nothing is said
   */
  @GET
  @Path("/findings/people")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public RestResponse<List<FindingPeople.FindingPerson>> people(
      @BeanParam BoardAsk ask,
      @QueryParam("sets") String setsText,
      @QueryParam("sort") String sortText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Boards.View view = boards.view(ask);
    Set<Set<FindingKind>> wanted = new HashSet<>();
    if (setsText != null && !setsText.isBlank()) {
      for (String set : setsText.split(",")) {
        wanted.add(kinds("sets", set, "\\."));
      }
    }
    FindingPeople people = new FindingPeople(view, blocked.today(view.book()));
    FindingPeople.Sort sort =
        Params.choice("sort", sortText, FindingPeople.Sort.class)
            .orElse(FindingPeople.Sort.RECOVERABLE);
    List<FindingPeople.Draft> found = people.of(wanted, sort);
    return Page.ofPlaces(
        found.size(), n -> people.shown(found.get(n)), limit, cursor, uri, view.book().version());
  }
}
