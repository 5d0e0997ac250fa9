package org.sobertally.server.rules;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Keep;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Problem;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.time.TallyClock;

/** Seats that are kept for a reason, to be reviewed when they end. */
@Path("/api/v1/keeps")
@Tag(name = "rules")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class KeepResource {

  private final Books books;
  private final BookEditor editor;
  private final AsOf asOf;
  private final FigureCache figures;
  private final SignIns sessions;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  KeepResource(
      Books books,
      BookEditor editor,
      AsOf asOf,
      FigureCache figures,
      SignIns sessions,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity) {
    this.books = books;
    this.editor = editor;
    this.asOf = asOf;
    this.figures = figures;
    this.sessions = sessions;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
  }

  /** Whose seat it is. */
  public record Seat(
      String keep,
      String holding,
      @Schema(nullable = true) @Nullable String person,
      String name,
      String line,
      String planName,
      String vendorName) {}

  /**
   * A seat that is held, and why it must not be taken back.
   *
   * @param by who said so: somebody with access by their name, anybody else as it came
   * @param over whether it ended, so that the seat can be taken back again
   * @param state of the holding
   */
  @Schema(name = "KeptSeat")
  public record KeptSeat(
      @JsonUnwrapped Seat seat,
      String reason,
      @Schema(nullable = true) @Nullable String by,
      LocalDate until,
      boolean over,
      UseState state,
      boolean cannotSay,
      @Schema(nullable = true) @Nullable LocalDate lastUsed,
      MoneyDto yearlyCost) {}

  /** Keeps of seats that are held on the day: the soonest to end first, then those that ended. */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<KeptSeat> keeps(@QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    UseStates states = figures.of(book, day).states();
    return book.keeps().stream()
        .filter(keep -> states.isOpen(book.holdings().numberOf(keep.holding())))
        .map(keep -> shown(book, day, states, keep))
        .sorted(
            Comparator.comparing(KeptSeat::over)
                .thenComparing(seat -> seat.over() ? -Days.of(seat.until()) : Days.of(seat.until()))
                .thenComparing(one -> one.seat().name())
                .thenComparing(one -> one.seat().keep()))
        .toList();
  }

  private KeptSeat shown(Book book, LocalDate day, UseStates states, Keep keep) {
    int h = book.holdings().numberOf(keep.holding());
    int line = book.holdings().line(h);
    Plan plan = book.planOfLine(line);
    Account account = book.accounts().get(book.holdings().account(h));
    return new KeptSeat(
        new Seat(
            keep.id(),
            keep.holding(),
            account.person(),
            nameOf(book, account),
            book.lines().get(line).id(),
            plan.name(),
            book.vendors().byId(plan.vendor()).name()),
        keep.reason(),
        keep.by() == null ? null : who(book, keep.by()),
        keep.until(),
        !keep.inForce(day),
        states.state(h),
        states.cannotSay(h),
        Days.date(states.lastUsed(h)),
        MoneyDto.of(book.seatPrice(line, day)));
  }

  private static String nameOf(Book book, Account account) {
    return account.person() == null ? account.email() : book.people().byId(account.person()).name();
  }

  /** Somebody with access, or somebody of the directory. */
  private String who(Book book, String by) {
    return book.people().has(by) ? book.people().byId(by).name() : sessions.nameOf(by);
  }

  /** The seat may be taken back again from today. */
  @DELETE
  @Path("/{keep}")
  @RolesAllowed(Role.STEWARD_NAME)
  public void end(@PathParam("keep") String id) {
    LocalDate today = clock.today();
    books.write(
        change -> {
          Book book = change.book();
          Keep keep = requireInForce(book, id, today);
          int h = book.holdings().numberOf(keep.holding());
          int line = book.holdings().line(h);
          Account account = book.accounts().get(book.holdings().account(h));
          editor.endKeep(change, keep.holding(), id, today);
          JournalEntry entry = new JournalEntry();
          entry.person = account.person();
          entry.line = book.lines().get(line).id();
          entry.holding = keep.holding();
          journal.add(
              identity.getPrincipal().getName(),
              "KEEP_ENDED",
              "Ended the keep of %s for %s: %s."
                  .formatted(book.planOfLine(line).name(), nameOf(book, account), keep.reason()),
              entry);
          return null;
        });
  }

  private static Keep requireInForce(Book book, String id, LocalDate day) {
    Keep keep =
        book.keeps().stream()
            .filter(one -> one.id().equals(id))
            .findFirst()
            .orElseThrow(() -> Problem.notFound("There is no keep %s.".formatted(id)));
    if (!keep.inForce(day)) {
      throw Problem.conflict("This keep has ended already.");
    }
    return keep;
  }
}
