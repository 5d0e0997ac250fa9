package org.sobertally.server.renewals;

import io.quarkus.arc.All;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.PermitAll;
import jakarta.annotation.security.RolesAllowed;
import jakarta.enterprise.event.Observes;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.AccessEnded;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.desk.CalendarSource;
import org.sobertally.server.http.Problem;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.signing.Signatures;
import org.sobertally.server.terms.AgreementOwners;
import org.sobertally.server.time.TallyClock;

/** Calendars of renewals: one address a person and scope, which can be taken back. */
@Path("/api/v1/calendars")
@Tag(name = "renewals")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class CalendarResource {

  private static final String PURPOSE = "calendar";

  private final Books books;
  private final RenewalCases cases;
  private final AgreementOwners owners;
  private final Signatures signatures;
  private final SignIns sessions;
  private final Journal journal;
  private final CalendarFeeds feeds;
  private final TallyClock clock;
  private final SecurityIdentity identity;
  private final List<CalendarSource> sources;
  private final String address;

  CalendarResource(
      Books books,
      RenewalCases cases,
      AgreementOwners owners,
      Signatures signatures,
      SignIns sessions,
      Journal journal,
      CalendarFeeds feeds,
      TallyClock clock,
      SecurityIdentity identity,
      @All List<CalendarSource> sources,
      @ConfigProperty(name = "sober.address") String address) {
    this.books = books;
    this.cases = cases;
    this.owners = owners;
    this.signatures = signatures;
    this.sessions = sessions;
    this.journal = journal;
    this.feeds = feeds;
    this.clock = clock;
    this.identity = identity;
    this.sources = sources;
    this.address = address;
  }

  /** Of which agreements a calendar tells. */
  public enum Scope {
    ALL,
    /** Those that its holder looks after. */
    OWN,
    /** Of none: of leavers, their data, and steps of slates. */
    PEOPLE
  }

  /**
   * @param url to be given to a calendar program; whoever has it can read it
   */
  @Schema(name = "Calendar")
  record CalendarDto(String id, Scope scope, LocalDate made, String url) {}

  @Schema(name = "NewCalendar")
  record CalendarForm(@NotNull Scope scope) {}

  /** Mine. */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  @Transactional
  public List<CalendarDto> mine() {
    return feeds.of(login()).stream().map(this::dto).toList();
  }

  /**
   * An address that somebody made; what it is only they are shown.
   *
   * @param name of whoever made it
   */
  @Schema(name = "CalendarOfSomebody")
  record OfSomebody(String id, String login, String name, Scope scope, LocalDate made) {}

  /** Everybody's, for those who manage access. */
  @GET
  @Path("/all")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  @RolesAllowed(Role.KEEPER_NAME)
  @Transactional
  public List<OfSomebody> all() {
    return feeds.all().stream()
        .map(
            feed ->
                new OfSomebody(
                    feed.id,
                    feed.login,
                    sessions.nameOf(feed.login),
                    Scope.valueOf(feed.scope),
                    feed.made))
        .toList();
  }

  /** Who has no access any more has no address any more; given access again they make another. */
  @Transactional(Transactional.TxType.MANDATORY)
  void onAccessEnded(@Observes AccessEnded ended) {
    feeds.of(ended.login()).forEach(feeds::drop);
  }

  private String login() {
    return identity.getPrincipal().getName();
  }

  private CalendarDto dto(CalendarFeed feed) {
    String url = "%s/api/v1/calendars/by/%s".formatted(address, signatures.token(PURPOSE, feed.id));
    return new CalendarDto(feed.id, Scope.valueOf(feed.scope), feed.made, url);
  }

  /** Makes one of the scope in place of the one there was: its address opens nothing any more. */
  @POST
  @Transactional
  public CalendarDto make(@NotNull @Valid CalendarForm form) {
    if (sessions.roleOf(login()).isEmpty()) {
      throw Problem.conflict(
          "An address belongs to somebody who signs in. Make it as yourself, not with a token.");
    }
    CalendarFeed feed = feeds.make(login(), form.scope().name(), clock.today());
    journal.add(login(), "CALENDAR_MADE", "Made an address for a calendar.");
    return dto(feed);
  }

  @DELETE
  @Path("/{id}")
  @Transactional
  public void takeBack(@PathParam("id") String id) {
    CalendarFeed feed =
        feeds
            .find(id)
            .filter(one -> one.login.equals(login()) || identity.hasRole(Role.KEEPER_NAME))
            .orElseThrow(() -> Problem.notFound("You have no such calendar."));
    feeds.drop(feed);
    journal.add(login(), "CALENDAR_TAKEN_BACK", "Took the address of a calendar back.");
  }

  /**
   * What a calendar program reads. The same answer for a forged, an old and a withdrawn address.
   */
  @GET
  @Path("/by/{token}")
  @PermitAll
  @Produces("text/calendar")
  @Transactional
  public String read(@PathParam("token") String token) {
    CalendarFeed feed =
        signatures
            .opened(PURPOSE, token)
            .flatMap(feeds::find)
            .filter(one -> sessions.roleOf(one.login).filter(role -> role != Role.LEAD).isPresent())
            .orElseThrow(() -> Problem.notFound("There is no such calendar."));
    Book book = books.current();
    LocalDate today = clock.today();
    if (feed.scope.equals(Scope.PEOPLE.name())) {
      List<CalendarSource.Day> days =
          sources.stream().flatMap(source -> source.days(book, today).stream()).toList();
      return new RenewalCalendar(book, today, Map.of(), address).write(days);
    }
    Map<String, RenewalState> states =
        cases.from(today).stream()
            .collect(
                Collectors.toMap(
                    one -> RenewalCalendar.key(one.agreement, one.renews),
                    one -> one.stateOn(today)));
    return new RenewalCalendar(book, today, states, address).write(wanted(book, feed));
  }

  private Predicate<Agreement> wanted(Book book, CalendarFeed feed) {
    if (feed.scope.equals(Scope.ALL.name())) {
      return agreement -> true;
    }
    Map<String, AgreementOwners.Note> notes = owners.all(book);
    Optional<String> mail = sessions.addressOf(feed.login);
    return agreement -> {
      AgreementOwners.Note note = notes.get(agreement.id());
      return note != null
          && note.owner() != null
          && mail.isPresent()
          && book.people().has(note.owner())
          && book.people().byId(note.owner()).email().equalsIgnoreCase(mail.get());
    };
  }
}
