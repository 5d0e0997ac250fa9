package org.sobertally.server.leavers;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.leaver.PersonRoutes;
import org.sobertally.core.leaver.Routes;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.slates.BlockedSeats;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.visibility.Reach;

/** Leavers, and the ways to deal with their accounts. */
@Path("/api/v1")
@Tag(name = "leavers")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class LeaversResource {

  private static final String CSV = "text/csv";
  private static final int LONGEST = 36_500;

  private static final Comparator<LeaverDto.Row> IN_ORDER =
      Comparator.comparing((LeaverDto.Row row) -> row.who().person())
          .thenComparing(row -> row.lies().account());

  private final Books books;
  private final AsOf asOf;
  private final LeaverFigures figures;
  private final Reach reach;
  private final BlockedSeats blocked;

  LeaversResource(
      Books books, AsOf asOf, LeaverFigures figures, Reach reach, BlockedSeats blocked) {
    this.blocked = blocked;
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.reach = reach;
  }

  /** One row for each account of a leaver that is a concern, by person, then account. */
  @GET
  @Path("/leavers")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<LeaverDto.Row>> leavers(
      @QueryParam("kind") String kindText,
      @QueryParam("vendor") String vendor,
      @QueryParam("state") String stateText,
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    Optional<LeaverKind> kind = Params.choice("kind", kindText, LeaverKind.class);
    Optional<AccountState> state = Params.choice("state", stateText, AccountState.class);
    int at = vendorOf(book, vendor);
    LeaverViews views = new LeaverViews(book, day);
    List<LeaverDto.Row> rows =
        figures.leavers(book, day).stream()
            .filter(leaver -> kind.isEmpty() || kind.get() == leaver.kind())
            .filter(leaver -> reach.sees(book, book.people().get(leaver.person()).id()))
            .flatMap(leaver -> views.rows(leaver).stream())
            .filter(row -> at < 0 || row.lies().vendor().equals(vendor))
            .filter(row -> state.isEmpty() || row.lies().state() == state.get())
            .sorted(IN_ORDER)
            .toList();
    return Page.of(
        rows,
        row -> row.who().person() + "\u0001" + row.lies().account(),
        limit,
        cursor,
        uri,
        book.version());
  }

  /** What rules give the person and most of their colleagues hold, and they do not. */
  @GET
  @Path("/people/{person}/way-in")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, CSV})
  public List<WayIn.Offered> wayIn(
      @PathParam("person") String person, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int number = reach.require(book, person);
    return new WayIn(book, asOf.of(book, asOfText)).of(book.people().get(number));
  }

  /** Everybody who leaves, has left or is away, by the next day on which something happens. */
  @GET
  @Path("/leavers/people")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<LeaverDto.PersonRow>> people(
      @QueryParam("kind") String kindText,
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    Optional<LeaverKind> kind = Params.choice("kind", kindText, LeaverKind.class);
    LeaverViews views = new LeaverViews(book, day);
    BlockedSeats.Today now = blocked.today(book);
    List<LeaverDto.PersonRow> rows = new ArrayList<>();
    for (PersonRoutes leaver : figures.leavers(book, day)) {
      if ((kind.isEmpty() || kind.get() == leaver.kind())
          && reach.sees(book, book.people().get(leaver.person()).id())) {
        rows.add(views.personRow(leaver, now));
      }
    }
    rows.sort(
        Comparator.comparing(
                LeaverDto.PersonRow::nextDay, Comparator.nullsLast(Comparator.naturalOrder()))
            .thenComparing(row -> row.leaving().name())
            .thenComparing(row -> row.leaving().person()));
    return Page.ofPlaces(rows.size(), rows::get, limit, cursor, uri, book.version());
  }

  /** The vendors at which something lies without a seat. */
  @GET
  @Path("/estates")
  @Produces({MediaType.APPLICATION_JSON, CSV})
  public List<LeaverDto.EstateLine> estates(@QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    EstateViews views = new EstateViews(book, day);
    List<LeaverDto.EstateLine> lines = new ArrayList<>();
    for (int vendor = 0; vendor < book.vendors().size(); vendor++) {
      var estate = figures.estate(book, day, vendor);
      if (!estate.accounts().isEmpty()) {
        lines.add(views.estateLine(estate));
      }
    }
    return lines;
  }

  /** The number of the vendor; −1 where none is asked for. */
  private static int vendorOf(Book book, String vendor) {
    if (vendor == null || vendor.isBlank()) {
      return -1;
    }
    return require(book, vendor);
  }

  private static int require(Book book, String vendor) {
    int number = Required.vendor(book, vendor);
    return number;
  }

  /** The person's accounts, each with the ways to deal with it. */
  @GET
  @Path("/people/{person}/routes")
  @OpenToLeads
  public LeaverDto.OfPerson routes(
      @PathParam("person") String person,
      @QueryParam("vendor") String vendor,
      @QueryParam("horizon") String horizonText,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int number = reach.require(book, person);
    LocalDate day = asOf.of(book, asOfText);
    OptionalInt horizon = Params.number("horizon", horizonText, 1, LONGEST);
    int at = vendorOf(book, vendor);
    Routes routes = figures.routes(book, day, horizon);
    return new LeaverViews(book, day)
        .person(routes.of(number, at < 0 ? OptionalInt.empty() : OptionalInt.of(at)));
  }
}
