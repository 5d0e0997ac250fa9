package org.sobertally.server.desk;

import io.quarkus.arc.All;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.time.TallyClock;

/** What wants a decision now. */
@Path("/api/v1/desk")
@Tag(name = "desk")
@RolesAllowed("**")
public class DeskResource {

  /** What has a day within so many days comes first, the sooner the earlier. */
  private static final int SOON_DAYS = 14;

  private final List<DeskSource> sources;
  private final Books books;
  private final TallyClock clock;
  private final SecurityIdentity identity;
  private final DeskNotes notes;
  private final OwnerNames owners;
  private final SignIns people;

  DeskResource(
      @All List<DeskSource> sources,
      Books books,
      TallyClock clock,
      SecurityIdentity identity,
      DeskNotes notes,
      OwnerNames owners,
      SignIns people) {
    this.notes = notes;
    this.owners = owners;
    this.people = people;
    this.sources = sources;
    this.books = books;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * One thing to be decided.
   *
   * @param amount a year, where money depends on it
   * @param by the last day on which it can be done
   * @param daysLeft until that day
   * @param path the page that settles it
   * @param key by which something is said of it
   * @param owner whoever took it, else whoever looks after its agreement, by name
   * @param mine whether the caller took it
   * @param maySettle whether saying so settles it
   * @param note that it rests or is settled, or why it rested until today
   */
  @Schema(name = "DeskLine")
  public record DeskLine(
      DeskSource.About about,
      String what,
      String ifNothing,
      @Schema(nullable = true) @Nullable MoneyDto amount,
      @Schema(nullable = true) @Nullable LocalDate by,
      @Schema(nullable = true) @Nullable Integer daysLeft,
      String path,
      String key,
      @Schema(nullable = true) @Nullable String owner,
      boolean mine,
      boolean maySettle,
      @Schema(nullable = true) @Nullable NoteDto note) {}

  /** How a line of the desk stands. */
  @Schema(name = "DeskState")
  enum State {
    OPEN,
    PUT_OFF,
    SETTLED
  }

  /**
   * What somebody said of a line.
   *
   * @param by whose word it is
   * @param until the day on which it comes back, or came back
   */
  @Schema(name = "DeskNote")
  public record NoteDto(
      State state,
      String by,
      LocalDate on,
      String reason,
      @Schema(nullable = true) @Nullable LocalDate until) {}

  /** What can be said of a line. */
  @Schema(name = "DeskDoes")
  enum Does {
    TAKE,
    LEAVE,
    PUT_OFF,
    SETTLE,
    PUT_BACK
  }

  /**
   * Something that is said of a line.
   *
   * @param until of one that is put off: the day on which it comes back
   * @param reason of one that is put off or settled
   */
  @Schema(name = "DeskSaying")
  public record Saying(
      @NotBlank @Size(max = 400) String key,
      @NotNull Does does,
      @Schema(nullable = true) @Size(max = 20) @Nullable String until,
      @Schema(nullable = true) @Size(max = 500) @Nullable String reason) {}

  /**
   * First what has a day within two weeks, the sooner the earlier; then by money; then what has
   * neither.
   *
   * @param all also what was put off, and what was settled today
   */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<DeskLine> desk(@QueryParam("all") boolean all) {
    Book book = books.current();
    LocalDate today = clock.today();
    Map<String, DeskNote> said = notes.all();
    Map<String, String> owned = owners.byAgreement(book);
    List<DeskLine> shown = new ArrayList<>();
    for (DeskSource.Line line : lines(book)) {
      DeskNote note = said.get(line.key());
      DeskNote.Said stands = DeskNote.of(note, line, today);
      boolean settledBefore =
          stands == DeskNote.Said.SETTLED && note != null && !today.equals(note.saidOn);
      if (stands == null || all && !settledBefore) {
        shown.add(shown(line, note, stands, owned));
      }
    }
    return shown;
  }

  /** Takes a line, leaves it, puts it off, settles it, or puts it back. */
  @POST
  @Path("/notes")
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  @Produces(MediaType.APPLICATION_JSON)
  public List<DeskLine> say(@NotNull @Valid Saying saying) {
    String actor = identity.getPrincipal().getName();
    DeskSource.Line line =
        lines(books.current()).stream()
            .filter(one -> one.key().equals(saying.key()))
            .findFirst()
            .orElseThrow(() -> Problem.notFound("This is not on your desk any more."));
    switch (saying.does()) {
      case TAKE -> notes.take(line, actor);
      case LEAVE -> notes.leave(line, actor);
      case PUT_OFF ->
          notes.putOff(
              line, Params.day("until", saying.until()).orElse(null), saying.reason(), actor);
      case SETTLE -> notes.settle(line, saying.reason(), actor);
      case PUT_BACK -> notes.putBack(line, actor);
    }
    return desk(true);
  }

  private List<DeskSource.Line> lines(Book book) {
    LocalDate today = clock.today();
    Role role = Role.valueOf(identity.getRoles().iterator().next());
    DeskSource.Asker asker = new DeskSource.Asker(identity.getPrincipal().getName(), role, today);
    List<DeskSource.Line> lines = new ArrayList<>();
    sources.forEach(source -> lines.addAll(source.lines(book, asker)));
    lines.sort(
        Comparator.comparing((DeskSource.Line line) -> soon(line, today))
            .thenComparing(line -> amount(line).negate())
            .thenComparing(line -> line.about())
            .thenComparing(line -> line.by() == null ? LocalDate.MAX : line.by())
            .thenComparing(line -> line.what()));
    return lines;
  }

  private DeskLine shown(
      DeskSource.Line line,
      @Nullable DeskNote note,
      DeskNote.@Nullable Said stands,
      Map<String, String> owned) {
    String taken = note == null ? null : note.takenBy;
    String lookedAfterBy = line.agreement() == null ? null : owned.get(line.agreement());
    LocalDate by = line.by();
    return new DeskLine(
        line.about(),
        line.what(),
        line.ifNothing(),
        line.amount() == null ? null : MoneyDto.of(line.amount()),
        by,
        by == null ? null : (int) ChronoUnit.DAYS.between(clock.today(), by),
        line.path(),
        line.key(),
        taken != null ? people.nameOf(taken) : lookedAfterBy,
        identity.getPrincipal().getName().equals(taken),
        line.about().isSettledBySaying(),
        note == null ? null : said(note, stands));
  }

  /** Also why it rested, once it is back; not what was said of another matter. */
  private @Nullable NoteDto said(DeskNote note, DeskNote.@Nullable Said stands) {
    boolean another = note.said == DeskNote.Said.SETTLED && stands == null;
    if (note.saidBy == null || note.saidOn == null || note.said == null || another) {
      return null;
    }
    return new NoteDto(
        stands == null ? State.OPEN : State.valueOf(stands.name()),
        people.nameOf(note.saidBy),
        note.saidOn,
        Objects.requireNonNullElse(note.reason, ""),
        note.until);
  }

  /** Days left where there are few; else one number for all. */
  private static long soon(DeskSource.Line line, LocalDate today) {
    long left = line.by() == null ? Long.MAX_VALUE : ChronoUnit.DAYS.between(today, line.by());
    return left <= SOON_DAYS ? left : SOON_DAYS + 1;
  }

  private static BigDecimal amount(DeskSource.Line line) {
    return line.amount() == null ? BigDecimal.ZERO : line.amount().amount();
  }
}
