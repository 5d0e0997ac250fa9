package org.sobertally.server.pools;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.security.identity.SecurityIdentity;
import io.smallrye.common.annotation.Blocking;
import io.smallrye.mutiny.Multi;
import io.smallrye.mutiny.infrastructure.Infrastructure;
import jakarta.annotation.security.RolesAllowed;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.Duration;
import java.time.LocalDate;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestStreamElementType;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.access.TallyAuthentication;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.time.TallyClock;

/** A floating pool as it stands now: who is in, asking to leave, lending. */
@Path("/api/v1/pools/{plan}")
@Tag(name = "pools")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
@ApplicationScoped
public class PoolLiveResource {

  /** A line is kept open by saying the same again before anybody in between closes it. */
  private static final Duration AT_LEAST_EVERY = Duration.ofSeconds(20);

  private final Books books;
  private final PoolLive live;
  private final PoolStore store;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;
  private final PoolChanges changes;
  private final SignIns sessions;

  PoolLiveResource(
      Books books,
      PoolLive live,
      PoolStore store,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity,
      PoolChanges changes,
      SignIns sessions) {
    this.sessions = sessions;
    this.books = books;
    this.live = live;
    this.store = store;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
    this.changes = changes;
  }

  private void requirePool(String plan) {
    Book book = books.current();
    if (!book.plans().has(plan) || book.plans().byId(plan).model() != PlanModel.FLOATING) {
      throw Problem.notFound("There is no pool %s.".formatted(plan));
    }
  }

  @GET
  @Path("/now")
  public PoolLive.Now now(@PathParam("plan") String plan) {
    requirePool(plan);
    return live.now(plan);
  }

  /** The same as it changes, as server-sent events. */
  @GET
  @Path("/stream")
  @Produces(MediaType.SERVER_SENT_EVENTS)
  @RestStreamElementType(MediaType.APPLICATION_JSON)
  @Blocking
  public Multi<PoolLive.Now> stream(@PathParam("plan") String plan) {
    requirePool(plan);
    String proof = identity.getAttribute(TallyAuthentication.PROOF);
    String role = identity.getRoles().iterator().next();
    Multi<String> ticks =
        Multi.createBy()
            .merging()
            .streams(
                changes.of(plan),
                Multi.createFrom().ticks().every(AT_LEAST_EVERY).map(tick -> plan))
            .onOverflow()
            .dropPreviousItems();
    return ticks
        .select()
        .first(tick -> sessions.stillIn(proof, role))
        .emitOn(Infrastructure.getDefaultWorkerPool())
        .map(one -> live.now(plan))
        .onFailure()
        .recoverWithCompletion();
  }

  /**
   * @param minutes the grace period
   */
  @Schema(name = "LeaveRequest")
  public record LeaveRequest(@NotNull @Min(0) @Max(1440) Integer minutes) {}

  /**
   * Asks somebody to leave within a grace period. Where the vendor lets sessions be ended, it is
   * ended there when that is over.
   */
  @POST
  @Path("/sessions/{session}/ask")
  @RolesAllowed(Role.STEWARD_NAME)
  public PoolLive.Now ask(
      @PathParam("plan") String plan,
      @PathParam("session") String session,
      @NotNull @Valid LeaveRequest request) {
    requirePool(plan);
    PoolLive.Guest guest =
        live.now(plan).guests().stream()
            .filter(one -> one.session().equals(session))
            .findFirst()
            .orElseThrow(() -> Problem.conflict("They have left already."));
    record(
        plan,
        guest.person(),
        "POOL_ASKED",
        "Asked %s to leave %s within %d minutes."
            .formatted(guest.name(), planName(plan), request.minutes()),
        () ->
            store.ask(
                session, actor(), clock.now(), clock.now().plusSeconds(60L * request.minutes())));
    return live.now(plan);
  }

  /** A seat is to be set aside for the person until before the day. */
  @Schema(name = "LoanRequest")
  public record LoanRequest(@NotBlank String person, @NotBlank String until) {}

  @POST
  @Path("/loans")
  @RolesAllowed(Role.STEWARD_NAME)
  public PoolLive.Now lend(@PathParam("plan") String plan, @NotNull @Valid LoanRequest request) {
    requirePool(plan);
    Book book = books.current();
    Required.person(book, request.person());
    LocalDate until = Params.day("until", request.until()).orElseThrow();
    if (!until.isAfter(clock.today())) {
      throw Problem.badRequest("until: %s is not after today.".formatted(until));
    }
    PoolLive.Now now = live.now(plan);
    if (now.loans().stream().anyMatch(loan -> loan.person().equals(request.person()))) {
      throw Problem.conflict("A seat is set aside for them already.");
    }
    boolean in = now.guests().stream().anyMatch(guest -> request.person().equals(guest.person()));
    if (now.free() <= 0 && !in) {
      throw Problem.conflict("No seat is free to be set aside.");
    }
    record(
        plan,
        request.person(),
        "POOL_LENT",
        "Set a seat of %s aside for %s until %s."
            .formatted(
                planName(plan), book.people().byId(request.person()).name(), Words.day(until)),
        () -> store.lend(plan, request.person(), until, actor()));
    return live.now(plan);
  }

  /** Ends a loan before its day. */
  @DELETE
  @Path("/loans/{loan}")
  @RolesAllowed(Role.STEWARD_NAME)
  public PoolLive.Now endLoan(@PathParam("plan") String plan, @PathParam("loan") String loan) {
    requirePool(plan);
    PoolLive.Loan lent =
        live.now(plan).loans().stream()
            .filter(one -> one.id().equals(loan))
            .findFirst()
            .orElseThrow(() -> Problem.notFound("There is no such loan."));
    record(
        plan,
        lent.person(),
        "POOL_LOAN_ENDED",
        "The seat of %s is no longer set aside for %s.".formatted(planName(plan), lent.name()),
        () -> store.endLoan(loan));
    return live.now(plan);
  }

  private String planName(String plan) {
    return books.current().plans().byId(plan).name();
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }

  /** The change and its journal entry at once; whoever looks on is told afterwards. */
  private void record(
      String plan, @Nullable String person, String kind, String text, Runnable work) {
    String actor = actor();
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              JournalEntry entry = new JournalEntry();
              entry.person = person;
              work.run();
              journal.add(actor, kind, text, entry);
            });
    changes.tell(plan);
  }
}
