package org.sobertally.server.rules;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.rule.RuleReach;
import org.sobertally.core.time.Days;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Problem;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.time.TallyClock;

/** Groups, their leads, and the standing rules that are about them. */
@Path("/api/v1")
@Tag(name = "rules")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class RuleResource {

  private static final int LATELY_DAYS = 90;

  private final Books books;
  private final AsOf asOf;
  private final TallyClock clock;
  private final Journal journal;
  private final BookEditor editor;
  private final SecurityIdentity identity;

  RuleResource(
      Books books,
      AsOf asOf,
      TallyClock clock,
      Journal journal,
      BookEditor editor,
      SecurityIdentity identity) {
    this.books = books;
    this.asOf = asOf;
    this.clock = clock;
    this.journal = journal;
    this.editor = editor;
    this.identity = identity;
  }

  @Schema(name = "PersonName")
  record PersonName(String person, String name) {}

  /**
   * @param due seats that the rule would hand out, or have back, now
   */
  @Schema(name = "Rule")
  record RuleDto(
      String rule,
      String group,
      String plan,
      String planName,
      String vendorName,
      @Schema(nullable = true) @Nullable LocalDate from,
      @Schema(nullable = true) @Nullable LocalDate until,
      boolean inForce,
      int due) {}

  @Schema(name = "Group")
  record GroupDto(
      String group,
      String name,
      @Schema(nullable = true) @Nullable Integer retentionDays,
      int members,
      List<PersonName> leads,
      List<RuleDto> rules) {}

  @GET
  @Path("/groups")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<GroupDto> groups(@QueryParam("asOf") @Nullable String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    return book.groups().all().stream().map(group -> shown(book, day, group)).toList();
  }

  private static GroupDto shown(Book book, LocalDate day, Group group) {
    return new GroupDto(
        group.id(),
        group.name(),
        group.retentionDays(),
        group.members().size(),
        group.leads().stream().map(lead -> name(book.people().byId(lead))).toList(),
        book.standingRules().stream()
            .filter(rule -> rule.group().equals(group.id()))
            .map(rule -> shown(book, day, rule))
            .toList());
  }

  private static PersonName name(Person person) {
    return new PersonName(person.id(), person.name());
  }

  private static RuleDto shown(Book book, LocalDate day, StandingRule rule) {
    var plan = book.plans().byId(rule.plan());
    RuleReach reach = RuleReach.of(book, day, rule.group(), rule.plan());
    boolean inForce = rule.inForce(day);
    return new RuleDto(
        rule.id(),
        rule.group(),
        rule.plan(),
        plan.name(),
        book.vendors().byId(plan.vendor()).name(),
        rule.from(),
        rule.until(),
        inForce,
        inForce ? reach.gets().size() + reach.comesBack().size() : 0);
  }

  @Schema(name = "RuleLeftOut")
  record LeftOutDto(String person, String name, String why) {}

  @Schema(name = "RuleHolding")
  record HoldingDto(String holding, String name) {}

  /**
   * Somebody whom a rule gives a seat.
   *
   * @param cameBack the day within the last 90 on which a seat of theirs came back
   */
  @Schema(name = "RuleGets")
  record GetsDto(
      String person, String name, @Schema(nullable = true) @Nullable LocalDate cameBack) {}

  /** Handing out again what was taken back yesterday is to be seen before it is done. */
  private GetsDto gets(Book book, Person person, String plan) {
    LocalDate since = clock.today().minusDays(LATELY_DAYS);
    LocalDate last = null;
    for (int a : book.accountsOf(book.people().require(person.id()))) {
      for (int h : book.holdings().ofAccount(a)) {
        LocalDate until = Days.date(book.holdings().until(h));
        if (until != null
            && !until.isAfter(clock.today())
            && !until.isBefore(since)
            && book.planOfLine(book.holdings().line(h)).id().equals(plan)) {
          last = last == null || until.isAfter(last) ? until : last;
        }
      }
    }
    return new GetsDto(person.id(), person.name(), last);
  }

  /**
   * Whom a rule is about.
   *
   * @param gets members who get a seat; with the day on which one of theirs came back lately
   * @param has members who hold the plan already
   * @param comesBack seats that a rule gave to people whom none gives them now
   * @param missing seats that are not there for everybody
   */
  @Schema(name = "RulePreview")
  record RulePreview(
      String group,
      String groupName,
      String plan,
      String planName,
      List<GetsDto> gets,
      int has,
      List<LeftOutDto> leftOut,
      List<HoldingDto> comesBack,
      int spare,
      int missing) {}

  /** Whom a rule is about, before it is switched on and while it is in force. */
  @GET
  @Path("/rules/preview")
  public RulePreview preview(
      @QueryParam("group") String group,
      @QueryParam("plan") String plan,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    require(book, group, plan);
    RuleReach reach = RuleReach.of(book, asOf.of(book, asOfText), group, plan);
    return new RulePreview(
        group,
        book.groups().byId(group).name(),
        plan,
        book.plans().byId(plan).name(),
        reach.gets().stream().map(person -> gets(book, person, plan)).toList(),
        reach.has(),
        reach.leftOut().stream()
            .map(one -> new LeftOutDto(one.person().id(), one.person().name(), one.why()))
            .toList(),
        reach.comesBack().stream().map(h -> holding(book, h)).toList(),
        reach.spare(),
        Math.max(0, reach.gets().size() - reach.spare()));
  }

  private static HoldingDto holding(Book book, String id) {
    Holding holding = book.holding(book.holdings().numberOf(id));
    var account = book.accounts().byId(holding.account());
    String name =
        account.person() == null ? account.email() : book.people().byId(account.person()).name();
    return new HoldingDto(id, name);
  }

  private static void require(Book book, String group, String plan) {
    Required.group(book, group);
    Required.plan(book, plan);
  }

  /** A rule that is to be switched on today. */
  @Schema(name = "RuleRequest")
  public record RuleRequest(@NotBlank String group, @NotBlank String plan) {}

  /** Switches a rule on from today; its seats go out over a slate. */
  @POST
  @Path("/rules")
  @RolesAllowed(Role.STEWARD_NAME)
  public List<GroupDto> switchOn(@Valid @NotNull RuleRequest request) {
    books.write(
        change -> {
          Book book = change.book();
          require(book, request.group(), request.plan());
          LocalDate today = clock.today();
          boolean there =
              book.standingRules().stream()
                  .anyMatch(
                      rule ->
                          rule.group().equals(request.group())
                              && rule.plan().equals(request.plan())
                              && rule.inForce(today));
          if (there) {
            throw Problem.conflict("There is such a rule already.");
          }
          String id = "rule-" + UUID.randomUUID();
          StandingRule rule = new StandingRule(id, request.group(), request.plan(), today, null);
          editor.put(change, rule);
          tell("RULE_ON", "Switched on: %s get %s.", book, rule);
          return null;
        });
    return groups(null);
  }

  /** Switches a rule off from today; the seats that it gave come back over a slate. */
  @POST
  @Path("/rules/{rule}/end")
  @RolesAllowed(Role.STEWARD_NAME)
  public List<GroupDto> end(@PathParam("rule") String id) {
    books.write(
        change -> {
          Book book = change.book();
          StandingRule was =
              book.standingRules().stream()
                  .filter(rule -> rule.id().equals(id))
                  .findFirst()
                  .orElseThrow(() -> Problem.notFound("There is no rule %s.".formatted(id)));
          LocalDate today = clock.today();
          if (!was.inForce(today)) {
            throw Problem.conflict("The rule is not in force.");
          }
          StandingRule ended =
              new StandingRule(was.id(), was.group(), was.plan(), was.from(), today);
          editor.put(change, ended);
          tell("RULE_OFF", "Switched off: %s get %s.", book, ended);
          return null;
        });
    return groups(null);
  }

  private void tell(String kind, String text, Book book, StandingRule rule) {
    journal.add(
        identity.getPrincipal().getName(),
        kind,
        text.formatted(
            book.groups().byId(rule.group()).name(), book.plans().byId(rule.plan()).name()));
  }
}
