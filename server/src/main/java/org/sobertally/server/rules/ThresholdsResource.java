package org.sobertally.server.rules;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.schema.Mappers;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.time.TallyClock;

/** The house's lines and windows, and those of single plans, with who drew them and when. */
@Path("/api/v1")
@Tag(name = "rules")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class ThresholdsResource {

  private static final int LONGEST = 365;
  private static final int LONGEST_WINDOW = 730;
  private static final int LONGEST_HORIZON = 7_300;

  private final Books books;
  private final BookEditor editor;
  private final RuleNotes notes;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;
  private final SignIns sessions;

  ThresholdsResource(
      Books books,
      BookEditor editor,
      RuleNotes notes,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity,
      SignIns sessions) {
    this.books = books;
    this.editor = editor;
    this.notes = notes;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
    this.sessions = sessions;
  }

  /**
   * One line or window.
   *
   * @param name {@code idle_line}, {@code opening_grace}, {@code need_window}, {@code
   *     invitation_grace} or {@code leaver_horizon}
   * @param days null where a plan has none of its own, and the house's counts
   * @param by who drew it here; null where it came with the book or nobody did
   */
  @Schema(name = "DrawnLine")
  public record DrawnLine(
      String name,
      @Schema(nullable = true) @Nullable Integer days,
      @Schema(nullable = true) @Nullable String by,
      @Schema(nullable = true) @Nullable LocalDate on) {}

  /** A plan's own lines. */
  @Schema(name = "PlanLines")
  public record PlanLines(
      String plan,
      String planName,
      String vendorName,
      DrawnLine idleLine,
      DrawnLine openingGrace) {}

  @Schema(name = "HouseRulesLines")
  public record Lines(List<DrawnLine> house, List<PlanLines> plans) {}

  @GET
  @Path("/house-rules")
  @Transactional
  public Lines lines() {
    Book book = books.current();
    Map<LineNote.Key, LineNote> drawn = notes.lines();
    List<DrawnLine> house = new ArrayList<>();
    Mappers.daysOf(book.rules())
        .forEach((name, days) -> house.add(line(drawn, LineNote.HOUSE, name, days)));
    List<PlanLines> plans = new ArrayList<>();
    for (Plan plan : book.plans().all()) {
      plans.add(
          new PlanLines(
              plan.id(),
              plan.name(),
              book.vendors().byId(plan.vendor()).name(),
              line(drawn, plan.id(), IDLE_LINE, plan.idleLine()),
              line(drawn, plan.id(), OPENING_GRACE, plan.openingGrace())));
    }
    return new Lines(house, plans);
  }

  private static final String IDLE_LINE = "idle_line";
  private static final String OPENING_GRACE = "opening_grace";

  private DrawnLine line(
      Map<LineNote.Key, LineNote> drawn, String plan, String name, @Nullable Integer days) {
    LineNote known = drawn.get(new LineNote.Key(plan, name));
    return known == null
        ? new DrawnLine(name, days, null, null)
        : new DrawnLine(name, days, sessions.nameOf(known.by), known.on);
  }

  /** Lines and windows in days; what is absent stays. */
  @Schema(name = "HouseRulesRequest")
  public record HouseForm(
      @Schema(nullable = true) @Min(1) @Max(LONGEST) Integer idleLine,
      @Schema(nullable = true) @Min(1) @Max(LONGEST) Integer openingGrace,
      @Schema(nullable = true) @Min(1) @Max(LONGEST_WINDOW) Integer needWindow,
      @Schema(nullable = true) @Min(1) @Max(LONGEST) Integer invitationGrace,
      @Schema(nullable = true) @Min(1) @Max(LONGEST_HORIZON) Integer leaverHorizon) {}

  @PUT
  @Path("/house-rules")
  @RolesAllowed({Role.KEEPER_NAME, Role.STEWARD_NAME})
  public Lines draw(@NotNull @Valid HouseForm form) {
    String actor = identity.getPrincipal().getName();
    books.write(
        change -> {
          HouseRules now = change.book().rules();
          HouseRules next =
              new HouseRules(
                  or(form.idleLine(), now.idleLine()),
                  or(form.openingGrace(), now.openingGrace()),
                  or(form.needWindow(), now.needWindow()),
                  or(form.invitationGrace(), now.invitationGrace()),
                  or(form.leaverHorizon(), now.leaverHorizon()));
          note(Mappers.daysOf(now), Mappers.daysOf(next), actor);
          editor.put(change, next);
          return null;
        });
    return lines();
  }

  private void note(Map<String, Integer> before, Map<String, Integer> after, String actor) {
    after.forEach(
        (name, days) -> {
          if (!days.equals(before.get(name))) {
            notes.drawn(LineNote.HOUSE, name, actor, clock.today());
            String text = "Drew the house’s %s at %d days; it was %d.";
            journal.add(actor, "LINE_DRAWN", text.formatted(words(name), days, before.get(name)));
          }
        });
  }

  /** A plan's own lines in days; null for the house's. */
  @Schema(name = "PlanLinesRequest")
  public record PlanForm(
      @Schema(nullable = true) @Min(1) @Max(LONGEST) Integer idleLine,
      @Schema(nullable = true) @Min(1) @Max(LONGEST) Integer openingGrace) {}

  @PUT
  @Path("/plans/{plan}/lines")
  @RolesAllowed({Role.KEEPER_NAME, Role.STEWARD_NAME})
  public Lines drawForPlan(@PathParam("plan") String id, @NotNull @Valid PlanForm form) {
    String actor = identity.getPrincipal().getName();
    books.write(
        change -> {
          Required.plan(change.book(), id);
          Plan plan = change.book().plans().byId(id);
          tell(actor, plan, IDLE_LINE, plan.idleLine(), form.idleLine());
          tell(actor, plan, OPENING_GRACE, plan.openingGrace(), form.openingGrace());
          editor.drawLines(change, plan, form.idleLine(), form.openingGrace());
          return null;
        });
    return lines();
  }

  private void tell(String actor, Plan plan, String name, @Nullable Integer before, Integer days) {
    if (Objects.equals(before, days)) {
      return;
    }
    notes.drawn(plan.id(), name, actor, clock.today());
    String text =
        days == null
            ? "For %s the house’s %s counts again.".formatted(plan.name(), words(name))
            : "Drew the %s of %s at %d days.".formatted(words(name), plan.name(), days);
    journal.add(actor, "LINE_DRAWN", text);
  }

  private static String words(String name) {
    return name.replace('_', ' ');
  }

  private static int or(Integer asked, int now) {
    return asked == null ? now : asked;
  }
}
