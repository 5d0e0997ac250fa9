package org.sobertally.server.rounds;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.PermitAll;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.Sessions;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Problem;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.store.Books;
import org.sobertally.server.time.TallyClock;

/** Sweeps that run every week, their rounds, and the answers of holders. */
@Path("/api/v1/rounds")
@Tag(name = "rounds")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class RoundResource {

  private final RoundStore store;
  private final RoundLife life;
  private final Answers answers;
  private final Books books;
  private final Sessions sessions;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  RoundResource(
      RoundStore store,
      RoundLife life,
      Answers answers,
      Books books,
      Sessions sessions,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity) {
    this.store = store;
    this.life = life;
    this.answers = answers;
    this.books = books;
    this.sessions = sessions;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * A sweep that runs every week.
   *
   * @param weekday 1 for Monday to 7 for Sunday
   * @param time as {@code 09:00}, on the clocks of the zone
   * @param vendors empty for all
   * @param groups empty for all
   * @param askDays for how many days holders may answer
   * @param decideDays for how many days after that it can be decided
   * @param withService whether service accounts and administrators are looked at as well
   * @param nextDue when the next round begins
   */
  @Schema(name = "RoundPlan")
  public record PlanDto(
      String id,
      String name,
      int weekday,
      String time,
      String zone,
      List<String> vendors,
      List<String> groups,
      List<FindingKind> kinds,
      int askDays,
      int decideDays,
      boolean withService,
      boolean active,
      String owner,
      String ownerName,
      Instant nextDue) {}

  @Schema(name = "RoundPlanRequest")
  public record PlanForm(
      @NotBlank @Size(max = 100) String name,
      @Min(1) @Max(7) int weekday,
      @NotBlank String time,
      @NotBlank String zone,
      @NotNull List<@NotBlank String> vendors,
      @NotNull List<@NotBlank String> groups,
      @NotNull @Size(min = 1) List<@NotNull FindingKind> kinds,
      @Min(1) @Max(60) int askDays,
      @Min(1) @Max(60) int decideDays,
      boolean withService,
      boolean active) {}

  @GET
  @Path("/plans")
  public List<PlanDto> plans() {
    return store.plans().stream().map(this::shown).toList();
  }

  @POST
  @Path("/plans")
  @RolesAllowed(Role.STEWARD_NAME)
  @Transactional
  public PlanDto addPlan(@NotNull @Valid PlanForm form) {
    RoundPlan plan = new RoundPlan();
    plan.id = UUID.randomUUID().toString();
    plan.owner = actor();
    fill(plan, form);
    store.add(plan);
    journal.add(actor(), "ROUND_PLANNED", "Planned the round %s.".formatted(plan.name));
    return shown(plan);
  }

  /** Whoever changes a plan is the author of its slates from now on, and cannot decide them. */
  @PUT
  @Path("/plans/{plan}")
  @RolesAllowed(Role.STEWARD_NAME)
  @Transactional
  public PlanDto changePlan(@PathParam("plan") String id, @NotNull @Valid PlanForm form) {
    RoundPlan plan = store.plan(id);
    plan.owner = actor();
    fill(plan, form);
    String text = form.active() ? "Changed the round %s." : "Changed the round %s; it rests.";
    journal.add(actor(), "ROUND_PLANNED", text.formatted(plan.name));
    return shown(plan);
  }

  private void fill(RoundPlan plan, PlanForm form) {
    Book book = books.current();
    form.vendors().stream()
        .filter(vendor -> !book.vendors().has(vendor))
        .findFirst()
        .ifPresent(
            vendor -> {
              throw Problem.notFound("There is no vendor %s.".formatted(vendor));
            });
    form.groups().stream()
        .filter(group -> !book.groups().has(group))
        .findFirst()
        .ifPresent(
            group -> {
              throw Problem.notFound("There is no group %s.".formatted(group));
            });
    for (FindingKind kind : form.kinds()) {
      if (!RoundPlan.KINDS.contains(kind)) {
        throw Problem.badRequest("kinds: taking the seat back does not settle %s.".formatted(kind));
      }
    }
    plan.name = form.name().strip();
    plan.weekday = form.weekday();
    plan.time = time(form.time());
    plan.zone = zone(form.zone());
    plan.vendors = String.join(" ", form.vendors());
    plan.groups = String.join(" ", form.groups());
    plan.kinds = String.join(" ", form.kinds().stream().distinct().map(Enum::name).toList());
    plan.askDays = form.askDays();
    plan.decideDays = form.decideDays();
    plan.withService = form.withService();
    plan.active = form.active();
    plan.nextDue = plan.schedule().nextAfter(clock.now());
  }

  private static String time(String text) {
    try {
      return LocalTime.parse(text.strip()).truncatedTo(ChronoUnit.MINUTES).toString();
    } catch (DateTimeException e) {
      throw Problem.badRequest("time: '%s' is not an hour. Write it like 09:00.".formatted(text));
    }
  }

  private static String zone(String text) {
    try {
      return ZoneId.of(text.strip()).getId();
    } catch (DateTimeException e) {
      throw Problem.badRequest(
          "zone: '%s' is no time zone. Write it like Europe/Lisbon.".formatted(text));
    }
  }

  private PlanDto shown(RoundPlan plan) {
    return new PlanDto(
        plan.id,
        plan.name,
        plan.weekday,
        plan.time,
        plan.zone,
        RoundPlan.words(plan.vendors),
        RoundPlan.words(plan.groups),
        List.copyOf(plan.findingKinds()),
        plan.askDays,
        plan.decideDays,
        plan.withService,
        plan.active,
        plan.owner,
        sessions.nameOf(plan.owner),
        plan.nextDue);
  }

  /** Begins a round now, beside the weekly ones; its holders are asked right after. */
  @POST
  @Path("/plans/{plan}/run")
  @RolesAllowed(Role.STEWARD_NAME)
  public RoundDto run(@PathParam("plan") String plan) {
    String round = life.begin(plan, actor());
    life.takeOnSoon(round);
    return round(round);
  }

  /**
   * One round.
   *
   * @param counts seats by what becomes of them
   * @param answered how many seats their holders spoke of
   * @param found how many seats were gathered
   * @param cameBack how many of those taken back were needed again within 30 days
   */
  @Schema(name = "Round")
  public record RoundDto(
      String id,
      int number,
      String plan,
      String name,
      String owner,
      String ownerName,
      Round.State state,
      Instant gathered,
      LocalDate askUntil,
      LocalDate decideUntil,
      @Schema(nullable = true) Instant closed,
      @Schema(nullable = true) String outcome,
      int found,
      int answered,
      Map<RoundItem.State, Long> counts,
      int cameBack,
      MoneyDto yearly,
      MoneyDto back,
      List<String> slates) {}

  /** The newest first. */
  @GET
  public List<RoundDto> rounds() {
    List<RoundStore.Total> totals = store.totals();
    List<RoundStore.RoundSlate> slates = store.slates();
    return store.rounds().stream().map(round -> shown(round, totals, slates)).toList();
  }

  @GET
  @Path("/{round}")
  @Transactional
  public RoundDto round(@PathParam("round") String id) {
    return shown(store.round(id), store.totals(), store.slates());
  }

  private RoundDto shown(
      Round round, List<RoundStore.Total> totals, List<RoundStore.RoundSlate> slates) {
    String currency = books.current().rates().reportingCurrency();
    Map<RoundItem.State, Long> counts = new EnumMap<>(RoundItem.State.class);
    BigDecimal yearly = BigDecimal.ZERO;
    BigDecimal back = BigDecimal.ZERO;
    int found = 0;
    int answered = 0;
    int again = 0;
    for (RoundStore.Total total : totals) {
      if (total.round().equals(round.id)) {
        counts.put(total.state(), total.items());
        found += (int) total.items();
        answered += (int) total.answered();
        again += (int) total.cameBack();
        yearly = yearly.add(total.yearly());
        back = total.state() == RoundItem.State.TAKEN_BACK ? total.yearly() : back;
      }
    }
    return new RoundDto(
        round.id,
        round.number,
        round.plan,
        round.name,
        round.owner,
        sessions.nameOf(round.owner),
        round.state,
        round.gathered,
        round.askUntil,
        round.decideUntil,
        round.closed,
        round.outcome,
        found,
        answered,
        counts,
        again,
        MoneyDto.of(yearly, currency),
        MoneyDto.of(back, currency),
        slates.stream()
            .filter(slate -> slate.round().equals(round.id))
            .map(RoundStore.RoundSlate::slate)
            .sorted()
            .toList());
  }

  /**
   * How wisely the line was drawn so far.
   *
   * @param takenBack seats of the plan that rounds took back
   * @param cameBack those of them that were needed again within 30 days
   */
  @Schema(name = "RoundReturns")
  public record ReturnsDto(String plan, long takenBack, long cameBack) {}

  /** Of every plan of which a round took a seat back. */
  @GET
  @Path("/returns")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<ReturnsDto> returns() {
    return store.returns().stream()
        .map(one -> new ReturnsDto(one.plan(), one.takenBack(), one.cameBack()))
        .toList();
  }

  /**
   * One seat of a round, with the evidence as it was when the round began.
   *
   * @param answer what its holder said
   * @param reason why they need it, or why it was left out
   * @param cameBack the day on which the account got a seat of the plan again
   */
  @Schema(name = "RoundItem")
  public record ItemDto(
      String id,
      String holding,
      @Schema(nullable = true) String person,
      String name,
      String plan,
      String planName,
      String line,
      List<String> kinds,
      String why,
      @Schema(nullable = true) LocalDate lastUsed,
      MoneyDto yearly,
      RoundItem.State state,
      @Schema(nullable = true) RoundItem.Answer answer,
      @Schema(nullable = true) Instant answered,
      @Schema(nullable = true) String reason,
      @Schema(nullable = true) String slate,
      @Schema(nullable = true) LocalDate takenBack,
      @Schema(nullable = true) LocalDate cameBack) {}

  /** The most money first. */
  @GET
  @Path("/{round}/items")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  @Transactional
  public List<ItemDto> items(@PathParam("round") String id) {
    store.round(id);
    Book book = books.current();
    return store.items(id).stream()
        .map(
            item ->
                new ItemDto(
                    item.id,
                    item.holding,
                    item.person,
                    item.name,
                    item.plan,
                    book.plans().has(item.plan) ? book.plans().byId(item.plan).name() : item.plan,
                    item.line,
                    RoundPlan.words(item.kinds),
                    item.why,
                    item.lastUsed,
                    MoneyDto.of(item.yearly, item.currency),
                    item.state,
                    item.answer,
                    item.answered,
                    item.reason,
                    item.slate,
                    item.takenBack,
                    item.cameBack))
        .toList();
  }

  /** Ends the questions before their day, and puts what nobody needs up for decision. */
  @POST
  @Path("/{round}/end-asking")
  @RolesAllowed(Role.STEWARD_NAME)
  public RoundDto endAsking(@PathParam("round") String id) {
    life.endAsking(id, actor());
    return round(id);
  }

  /** What the holder of a link is asked. */
  @GET
  @Path("/answers/{token}")
  @OpenToLeads
  @PermitAll
  public Answers.Question question(@PathParam("token") String token) {
    return answers.question(token);
  }

  /** What the holder of a link says of one seat. */
  @POST
  @Path("/answers/{token}")
  @OpenToLeads
  @PermitAll
  public Answers.Question answer(
      @PathParam("token") String token, @NotNull @Valid Answers.AnswerForm form) {
    return answers.answer(token, form);
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }
}
