package org.sobertally.server.journal;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.refusal.Required;

/** What happened, the newest first. */
@Path("/api/v1/journal")
@Tag(name = "journal")
@RolesAllowed("**")
public class JournalResource {

  private final Journal journal;
  private final SignIns sessions;
  private final Books books;
  private final Chain chain;

  JournalResource(Journal journal, SignIns sessions, Books books, Chain chain) {
    this.chain = chain;
    this.journal = journal;
    this.sessions = sessions;
    this.books = books;
  }

  /** What was done, by whom and when. */
  public record Told(
      long id,
      Instant happened,
      LocalDate day,
      String actor,
      String actorName,
      String kind,
      String text) {}

  /**
   * What it is about.
   *
   * @param personName of the person whom it is about, as they are called now
   */
  public record Of(
      @Schema(nullable = true) @Nullable String slate,
      @Schema(nullable = true) @Nullable String line,
      @Schema(nullable = true) @Nullable String planName,
      @Schema(nullable = true) @Nullable String holding,
      @Schema(nullable = true) @Nullable String person,
      @Schema(nullable = true) @Nullable String personName) {}

  /**
   * How many seats went where, and the money of it.
   *
   * @param fromPlace where the seats of its posting came from, where it posted any
   * @param yearly money a year, below zero where saved
   * @param cashFrom the day from which
   */
  public record Moved(
      @Schema(nullable = true) @Nullable String fromPlace,
      @Schema(nullable = true) @Nullable String toPlace,
      @Schema(nullable = true) @Nullable Integer seats,
      @Schema(nullable = true) @Nullable MoneyDto yearly,
      @Schema(nullable = true) @Nullable LocalDate cashFrom) {}

  /**
   * One entry.
   *
   * @param hash of this entry and the one before it
   */
  @Schema(name = "JournalEntry")
  public record EntryDto(
      @JsonUnwrapped Told told, @JsonUnwrapped Of of, @JsonUnwrapped Moved moved, String hash) {}

  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  @Transactional
  public RestResponse<List<EntryDto>> entries(
      @QueryParam("slate") String slate,
      @QueryParam("line") String line,
      @QueryParam("person") String person,
      @QueryParam("actor") String actor,
      @QueryParam("plan") String plan,
      @QueryParam("from") String from,
      @QueryParam("to") String to,
      @QueryParam("kind") String kinds,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    int most = Params.number("limit", limit, 1, 10_000).orElse(200);
    Optional<Long> before =
        cursor == null ? Optional.empty() : Optional.of(number(Page.decode(cursor)));
    Journal.Filter filter =
        new Journal.Filter(
            slate,
            line == null || line.isBlank() ? linesOf(plan) : List.of(line),
            person,
            actor,
            Params.day("from", from).orElse(null),
            Params.day("to", to).orElse(null),
            kindsOf(kinds));
    List<JournalEntry> found = journal.newest(filter, before, most + 1);
    List<JournalEntry> page = found.subList(0, Math.min(most, found.size()));
    var answer = RestResponse.ResponseBuilder.ok(page.stream().map(this::dto).toList());
    if (found.size() > most) {
      String last = Long.toString(page.get(page.size() - 1).id);
      answer.header("Link", Page.link(uri, Page.encode(last)));
    }
    return answer.build();
  }

  /** Whether every entry says what it said when it was written, and none is missing. */
  @GET
  @Path("/check")
  @Produces(MediaType.APPLICATION_JSON)
  public Chain.Check check() {
    return chain.check();
  }

  /** The subscriptions of the plan; none is asked for where no plan is. */
  private List<String> linesOf(String plan) {
    if (plan == null || plan.isBlank()) {
      return List.of();
    }
    Book book = books.current();
    Required.plan(book, plan);
    List<String> lines =
        book.lines().all().stream()
            .filter(l -> l.plan().equals(plan))
            .map(Subscription::id)
            .toList();
    return lines.isEmpty() ? List.of("") : lines;
  }

  private static long number(String text) {
    try {
      return Long.parseLong(text);
    } catch (NumberFormatException e) {
      throw Problem.badRequest("cursor: take it from the Link header of this list.");
    }
  }

  private EntryDto dto(JournalEntry entry) {
    return new EntryDto(
        new Told(
            entry.id,
            entry.happened,
            entry.day,
            entry.actor,
            sessions.nameOf(entry.actor),
            entry.kind,
            entry.text),
        of(entry),
        new Moved(
            entry.fromPlace,
            entry.toPlace,
            entry.seats,
            MoneyDto.of(entry.yearly, entry.currency),
            entry.cashFrom),
        entry.hash);
  }

  private Of of(JournalEntry entry) {
    Book book = books.current();
    String line = entry.line;
    String plan =
        line == null || !book.lines().has(line)
            ? null
            : book.plans().byId(book.lines().byId(line).plan()).name();
    String person =
        entry.person == null || !book.people().has(entry.person)
            ? null
            : book.people().byId(entry.person).name();
    return new Of(entry.slate, line, plan, entry.holding, entry.person, person);
  }

  private static List<String> kindsOf(String text) {
    return text == null || text.isBlank() ? List.of() : List.of(text.strip().split(","));
  }
}
