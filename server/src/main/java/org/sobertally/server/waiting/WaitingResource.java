package org.sobertally.server.waiting;

import static java.util.Objects.requireNonNullElse;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Problem;
import org.sobertally.server.slates.BlockedSeats;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.time.TallyClock;

/** Invitations that nobody answered, and people who wait for a seat. */
@Path("/api/v1")
@Tag(name = "waiting")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class WaitingResource {

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final SeatQueue queue;
  private final Reminders reminders;
  private final TallyClock clock;
  private final SecurityIdentity identity;
  private final BlockedSeats blocked;

  WaitingResource(
      Books books,
      AsOf asOf,
      FigureCache figures,
      SeatQueue queue,
      Reminders reminders,
      TallyClock clock,
      SecurityIdentity identity,
      BlockedSeats blocked) {
    this.blocked = blocked;
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.queue = queue;
    this.reminders = reminders;
    this.clock = clock;
    this.identity = identity;
  }

  /** Who was invited to what. */
  record Invited(
      String holding,
      String account,
      @Schema(nullable = true) @Nullable String person,
      String name,
      String plan,
      String planName,
      String vendorName) {}

  /**
   * An invitation that was not taken up.
   *
   * @param days since it went out
   * @param pastGrace whether that is longer than invitations are given
   * @param waiting how many people wait for a seat of the plan
   * @param reminded on which day they were last reminded
   * @param takeBackBlocked why the seat cannot be taken back today; null where it can
   */
  @Schema(name = "Invitation")
  record Invitation(
      @JsonUnwrapped Invited invited,
      LocalDate since,
      int days,
      boolean pastGrace,
      int waiting,
      String email,
      @Schema(nullable = true) @Nullable LocalDate reminded,
      MoneyDto yearlyCost,
      @Schema(nullable = true) @Nullable String takeBackBlocked) {}

  /** The longest unanswered first. */
  @GET
  @Path("/invitations")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Invitation> invitations(@QueryParam("asOf") @Nullable String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    UseStates states = figures.of(book, day).states();
    Map<String, Integer> waiting = new HashMap<>();
    queue.all().forEach(one -> waiting.merge(one.plan, 1, Integer::sum));
    Map<String, LocalDate> reminded = reminders.last();
    BlockedSeats.Today now = blocked.today(book);
    Holdings holdings = book.holdings();
    List<Invitation> found = new ArrayList<>();
    for (int h = 0; h < holdings.size(); h++) {
      if (states.isOpen(h) && states.state(h) == UseState.UNANSWERED) {
        found.add(invitation(book, day, h, waiting, reminded, now.takingBack(h)));
      }
    }
    found.sort(
        Comparator.comparing(Invitation::since).thenComparing(one -> one.invited().holding()));
    return found;
  }

  private static Invitation invitation(
      Book book,
      LocalDate day,
      int h,
      Map<String, Integer> waiting,
      Map<String, LocalDate> reminded,
      @Nullable String takeBackBlocked) {
    Account account = book.accounts().get(book.holdings().account(h));
    int line = book.holdings().line(h);
    Plan plan = book.planOfLine(line);
    LocalDate since = requireNonNullElse(account.stateSince(), Days.known(book.holdings().from(h)));
    int days = (int) ChronoUnit.DAYS.between(since, day);
    return new Invitation(
        invited(book, h, account, plan),
        since,
        days,
        days >= book.rules().invitationGrace(),
        waiting.getOrDefault(plan.id(), 0),
        account.email(),
        reminded.get(book.holdings().id(h)),
        MoneyDto.of(book.seatPrice(line, day)),
        takeBackBlocked);
  }

  private static Invited invited(Book book, int h, Account account, Plan plan) {
    String person = account.person();
    return new Invited(
        book.holdings().id(h),
        account.id(),
        person,
        person == null ? account.email() : book.people().byId(person).name(),
        plan.id(),
        plan.name(),
        book.vendors().byId(plan.vendor()).name());
  }

  /**
   * Whose invitations they were reminded of.
   *
   * @param send whether they are to be written to; else they were already
   */
  @Schema(name = "ReminderRequest")
  public record ReminderRequest(
      @NotNull @Size(min = 1, max = 500) List<@NotBlank String> holdings,
      @Schema(nullable = true) Boolean send) {}

  /**
   * Reminds people by mail, or records that they were reminded today by mail of the steward's own.
   */
  @POST
  @Path("/invitations/reminders")
  @Produces(MediaType.APPLICATION_JSON)
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public List<Invitation> remind(@NotNull @Valid ReminderRequest request) {
    List<Invitation> open = invitations(null);
    for (String holding : request.holdings()) {
      if (open.stream().noneMatch(i -> i.invited().holding().equals(holding))) {
        throw Problem.notFound("No invitation of the seat %s is unanswered.".formatted(holding));
      }
    }
    reminders.record(
        open.stream().filter(i -> request.holdings().contains(i.invited().holding())).toList(),
        Boolean.TRUE.equals(request.send()),
        identity.getPrincipal().getName());
    return invitations(null);
  }

  /**
   * Somebody who waits.
   *
   * @param place 1 for who is served next
   * @param seatNow whether a seat is spare for them, those before them served
   */
  @Schema(name = "QueueEntry")
  record QueueEntry(
      String id,
      String plan,
      String planName,
      String vendorName,
      String person,
      String name,
      Instant since,
      int place,
      boolean seatNow) {}

  /** By plan, in the order in which they asked. */
  @GET
  @Path("/queue")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<QueueEntry> queue() {
    Book book = books.current();
    Map<String, Integer> places = new HashMap<>();
    Map<String, Integer> spare = new HashMap<>();
    List<QueueEntry> entries = new ArrayList<>();
    for (QueuedPerson one : queue.all()) {
      var plan = book.plans().byId(one.plan);
      int place = places.merge(one.plan, 1, Integer::sum);
      int free = spare.computeIfAbsent(one.plan, id -> spareOf(book, id));
      entries.add(
          new QueueEntry(
              one.id,
              plan.id(),
              plan.name(),
              book.vendors().byId(plan.vendor()).name(),
              one.person,
              book.people().byId(one.person).name(),
              one.since,
              place,
              place <= free));
    }
    entries.sort(Comparator.comparing(QueueEntry::plan).thenComparing(QueueEntry::place));
    return entries;
  }

  private int spareOf(Book book, String plan) {
    int spare = 0;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(plan)) {
        spare += Math.max(0, Ledger.count(book, line, clock.today()).spare());
      }
    }
    return spare;
  }

  /** Somebody is to wait for a seat. */
  @Schema(name = "QueueRequest")
  public record QueueRequest(@NotBlank String person, @NotBlank String plan) {}

  @POST
  @Path("/queue")
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public List<QueueEntry> join(@NotNull @Valid QueueRequest request) {
    queue.join(request.person(), request.plan(), identity.getPrincipal().getName());
    return queue();
  }

  @DELETE
  @Path("/queue/{id}")
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public List<QueueEntry> leave(@PathParam("id") String id) {
    queue.leave(id, identity.getPrincipal().getName());
    return queue();
  }
}
