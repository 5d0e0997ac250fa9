package org.sobertally.server.rounds;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.quarkus.security.identity.SecurityIdentity;
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
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Problem;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.time.TallyClock;

/** Sweeps that run every week. */
@Path("/api/v1/rounds/plans")
@Tag(name = "rounds")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class RoundPlanResource {

  private final RoundStore store;
  private final RoundLife life;
  private final RoundViews views;
  private final Books books;
  private final SignIns sessions;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  RoundPlanResource(
      RoundStore store,
      RoundLife life,
      RoundViews views,
      Books books,
      SignIns sessions,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity) {
    this.store = store;
    this.life = life;
    this.views = views;
    this.books = books;
    this.sessions = sessions;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * Whose seats it looks at.
   *
   * @param vendors empty for all
   * @param groups empty for all
   */
  public record Covers(List<String> vendors, List<String> groups, List<FindingKind> kinds) {}

  /**
   * How many days each step has.
   *
   * @param askDays for how many days holders may answer
   * @param decideDays for how many days after that it can be decided
   */
  public record Takes(int askDays, int decideDays) {}

  /**
   * A sweep that runs every week.
   *
   * @param weekday 1 for Monday to 7 for Sunday
   * @param time as {@code 09:00}, on the clocks of the zone
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
      @JsonUnwrapped Covers covers,
      @JsonUnwrapped Takes takes,
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
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<PlanDto> plans() {
    return store.plans().stream().map(this::shown).toList();
  }

  @POST
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
  @Path("/{plan}")
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
    form.vendors().forEach(vendor -> Required.vendor(book, vendor));
    form.groups().forEach(group -> Required.group(book, group));
    for (FindingKind kind : form.kinds()) {
      if (kind.inRounds() == FindingKind.InRounds.NEVER) {
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
        new Covers(
            RoundPlan.words(plan.vendors),
            RoundPlan.words(plan.groups),
            List.copyOf(plan.findingKinds())),
        new Takes(plan.askDays, plan.decideDays),
        plan.withService,
        plan.active,
        plan.owner,
        sessions.nameOf(plan.owner),
        plan.nextDue);
  }

  /** Begins a round now, beside the weekly ones; its holders are asked right after. */
  @POST
  @Path("/{plan}/run")
  @RolesAllowed(Role.STEWARD_NAME)
  public RoundViews.RoundDto run(@PathParam("plan") String plan) {
    return views.round(life.begin(plan, actor()));
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }
}
