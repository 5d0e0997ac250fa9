package org.sobertally.server.findings;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Cover;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.HeldAtOtherVendor;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.slates.BlockedSeats;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.visibility.Reach;

/** What somebody really needs, and the cheapest that gives it. */
@Path("/api/v1")
@Tag(name = "findings")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class CoverResource {

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final Reach reach;
  private final BlockedSeats blocked;

  CoverResource(Books books, AsOf asOf, FigureCache figures, Reach reach, BlockedSeats blocked) {
    this.blocked = blocked;
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.reach = reach;
  }

  @Schema(name = "PlansAndCost")
  record PlansAndCost(List<String> plans, MoneyDto cost) {}

  /** A part that is had elsewhere, in people's words. */
  @Schema(name = "HadElsewhere")
  record HadElsewhere(String part, String byVendor, String byPlan, String byPart) {}

  /** What would do at the vendor without the parts that are had elsewhere; counted nowhere. */
  @Schema(name = "ElsewhereSuggestion")
  record Suggestion(List<HadElsewhere> parts, PlansAndCost cover, MoneyDto spares) {}

  /**
   * @param moves that lead from what is held to the cover
   * @param notSold plans of the cover that nobody sells them yet; then there are no moves
   * @param blocked why one of the moves cannot go today; then there are none
   * @param elsewhere what could go besides because it is had at another vendor
   */
  @Schema(name = "VendorCover")
  record VendorCover(
      String vendor,
      List<String> need,
      PlansAndCost now,
      PlansAndCost cover,
      MoneyDto recoverable,
      List<CoverMove> moves,
      List<String> notSold,
      @Schema(nullable = true) @Nullable String blocked,
      @Schema(nullable = true) @Nullable Suggestion elsewhere) {}

  @Schema(name = "PersonCover")
  record PersonCover(String person, List<VendorCover> vendors) {}

  @GET
  @Path("/people/{person}/cover")
  @OpenToLeads
  public PersonCover cover(
      @PathParam("person") String personId, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    int person = reach.require(book, personId);
    Covers all = figures.of(book, day).covers();
    CoverMoves moves = new CoverMoves(all, blocked.today(book));
    Map<Integer, HeldAtOtherVendor> elsewhere =
        HeldAtOtherVendor.of(all, person).stream()
            .collect(Collectors.toMap(HeldAtOtherVendor::vendor, Function.identity()));
    List<VendorCover> covers =
        IntStream.range(all.firstOf(person), all.firstOf(person + 1))
            .mapToObj(n -> shown(book, all.all().get(n), moves.to(n), elsewhere.get(all.vendor(n))))
            .toList();
    return new PersonCover(personId, covers);
  }

  private static VendorCover shown(
      Book book, Cover cover, CoverMoves.Way way, @Nullable HeldAtOtherVendor elsewhere) {
    String vendor = book.vendors().get(cover.vendor()).id();
    List<String> now =
        cover.holdings().stream().map(h -> book.planOfLine(book.holdings().line(h)).id()).toList();
    return new VendorCover(
        vendor,
        book.partNames(vendor, cover.need()),
        new PlansAndCost(now, MoneyDto.of(cover.now())),
        new PlansAndCost(cover.plans(), MoneyDto.of(cover.cost())),
        MoneyDto.of(cover.recoverable()),
        way.moves(),
        way.notSold(),
        way.blocked(),
        elsewhere == null ? null : suggestion(book, vendor, elsewhere));
  }

  private static Suggestion suggestion(Book book, String vendor, HeldAtOtherVendor elsewhere) {
    List<HadElsewhere> parts =
        elsewhere.parts().stream()
            .map(
                had ->
                    new HadElsewhere(
                        book.partTitles(vendor, 1L << had.part()).get(0),
                        book.vendors().get(had.byVendor()).name(),
                        book.plans().byId(had.byPlan()).name(),
                        book.partTitles(book.vendors().get(had.byVendor()).id(), 1L << had.byPart())
                            .get(0)))
            .toList();
    return new Suggestion(
        parts,
        new PlansAndCost(elsewhere.plans(), MoneyDto.of(elsewhere.cost())),
        MoneyDto.of(elsewhere.spares()));
  }
}
