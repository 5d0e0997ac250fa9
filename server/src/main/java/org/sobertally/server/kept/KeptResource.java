package org.sobertally.server.kept;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.kept.KeptLedger.Entry;
import org.sobertally.server.kept.KeptLedger.State;
import org.sobertally.server.store.AsOf;

/** What is not paid any more because somebody decided so, entry by entry. */
@Path("/api/v1/kept")
@Tag(name = "kept")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class KeptResource {

  private static final String CSV = "text/csv";

  private final Books books;
  private final AsOf asOf;
  private final KeptLedger ledger;
  private final SigningSavings signing;
  private final SecurityIdentity identity;
  private final SignIns sessions;

  KeptResource(
      Books books,
      AsOf asOf,
      KeptLedger ledger,
      SigningSavings signing,
      SecurityIdentity identity,
      SignIns sessions) {
    this.sessions = sessions;
    this.books = books;
    this.asOf = asOf;
    this.ledger = ledger;
    this.signing = signing;
    this.identity = identity;
  }

  /** What the money was for. */
  record Of(
      String what,
      String agreement,
      String agreementName,
      @Schema(nullable = true) @Nullable String line,
      int seats) {}

  /** Who decided it. */
  record Decided(
      @Schema(nullable = true) @Nullable String decidedBy,
      @Schema(nullable = true) @Nullable LocalDate decidedOn) {}

  /**
   * Who signed it off, by what.
   *
   * @param proof by what one can see that the money stopped
   */
  record Signed(
      @Schema(nullable = true) @Nullable String proof,
      @Schema(nullable = true) @Nullable String signedBy,
      @Schema(nullable = true) @Nullable LocalDate signedOn) {}

  /**
   * One entry.
   *
   * @param entry its id; null of what is no entry: promises of renewals, and what was avoided
   * @param cash of this calendar year, up to the day asked, which counts
   * @param maySign whether whoever asks may sign it off
   */
  @Schema(name = "KeptEntry")
  record EntryDto(
      @Schema(nullable = true) @Nullable String entry,
      State state,
      @JsonUnwrapped Of of,
      LocalDate from,
      MoneyDto yearly,
      MoneyDto cash,
      @JsonUnwrapped Decided decided,
      @JsonUnwrapped Signed signed,
      @Schema(nullable = true) @Nullable String corrects,
      @Schema(nullable = true) @Nullable String reason,
      @Schema(nullable = true) @Nullable String path,
      boolean maySign) {}

  /** Every entry, the newest day first. */
  @GET
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<EntryDto>> entries(
      @QueryParam("state") String stateText,
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    State only = Params.choice("state", stateText, State.class).orElse(null);
    List<Entry> entries =
        ledger.entries(book, asOf.of(book, asOfText)).stream()
            .filter(entry -> only == null || entry.state() == only)
            .toList();
    return Page.ofPlaces(
        entries.size(), place -> dto(book, entries.get(place)), limit, cursor, uri);
  }

  private @Nullable String nameOf(@Nullable String login) {
    return login == null ? null : sessions.nameOf(login);
  }

  private EntryDto dto(Book book, Entry entry) {
    int agreement = book.agreements().numberOf(entry.of().agreement());
    return new EntryDto(
        entry.id(),
        entry.state(),
        new Of(
            entry.of().what(),
            entry.of().agreement(),
            agreement < 0 ? entry.of().agreement() : book.agreements().get(agreement).name(),
            entry.of().line(),
            entry.of().seats()),
        entry.from(),
        MoneyDto.of(entry.yearly()),
        MoneyDto.of(entry.cash()),
        new Decided(nameOf(entry.decided().decidedBy()), entry.decided().decidedOn()),
        new Signed(
            entry.signed().proof(), nameOf(entry.signed().signedBy()), entry.signed().signedOn()),
        entry.corrects(),
        entry.reason(),
        entry.path(),
        entry.state() == State.STOPPED
            && identity.hasRole(Role.DECIDER_NAME)
            && signing.maySign(entry.id(), identity.getPrincipal().getName()));
  }

  /**
   * What entries of one state come to.
   *
   * @param cash of this calendar year, up to the day asked
   */
  @Schema(name = "KeptSum")
  record SumDto(int entries, MoneyDto cash, MoneyDto yearly) {}

  /**
   * The sums of the ledger.
   *
   * @param kept signed and stopped together
   */
  @Schema(name = "KeptSums")
  record SumsDto(
      int year, SumDto signed, SumDto stopped, SumDto kept, SumDto promised, SumDto avoided) {}

  @GET
  @Path("/sums")
  public SumsDto sums(@QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    List<Entry> entries = ledger.entries(book, day);
    return new SumsDto(
        day.getYear(),
        sum(book, entries, State.SIGNED),
        sum(book, entries, State.STOPPED),
        sum(book, entries, State.SIGNED, State.STOPPED),
        sum(book, entries, State.PROMISED),
        sum(book, entries, State.AVOIDED));
  }

  private static SumDto sum(Book book, List<Entry> entries, State... states) {
    String currency = book.rates().reportingCurrency();
    List<State> of = List.of(states);
    List<Entry> those =
        entries.stream()
            .filter(entry -> of.contains(entry.state()))
            .filter(entry -> entry.yearly().currency().equals(currency))
            .toList();
    return new SumDto(
        those.size(),
        MoneyDto.of(sum(those.stream().map(Entry::cash), currency)),
        MoneyDto.of(sum(those.stream().map(Entry::yearly), currency)));
  }

  private static Money sum(Stream<Money> amounts, String currency) {
    return amounts.reduce(Money.zero(currency), Money::plus);
  }

  /** Finance signs an entry off: from then on it no longer moves. */
  @POST
  @Path("/{entry}/sign")
  @RolesAllowed(Role.DECIDER_NAME)
  public EntryDto sign(@PathParam("entry") String entry) {
    Book book = books.current();
    String actor = identity.getPrincipal().getName();
    if (!sessions.signs(actor)) {
      throw Problem.forbidden(
          "You decide, and somebody else signs off what was kept. The keeper of keys says who.");
    }
    return dto(book, signing.sign(book, entry, actor));
  }

  /**
   * @param yearly by how much more is saved a year; below zero by how much less
   * @param from from which day on
   */
  @Schema(name = "SavingCorrection")
  public record Correction(
      @NotNull BigDecimal yearly,
      @NotBlank String from,
      @NotBlank @Size(max = 1000) String reason) {}

  /** Puts an entry right by a further one; the entry itself stays as it is. */
  @POST
  @Path("/{entry}/corrections")
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public EntryDto correct(@PathParam("entry") String entry, @NotNull @Valid Correction correction) {
    Book book = books.current();
    return dto(
        book,
        signing.correct(
            book,
            entry,
            Params.day("from", correction.from()).orElseThrow(),
            correction.yearly(),
            correction.reason().strip(),
            identity.getPrincipal().getName()));
  }
}
