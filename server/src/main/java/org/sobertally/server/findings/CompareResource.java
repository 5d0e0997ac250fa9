package org.sobertally.server.findings;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.roll.PeopleRoll;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Params;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.visibility.Reach;

/** Groups and sites beside each other, and beside themselves some months ago. */
@Path("/api/v1/findings/compare")
@Tag(name = "findings")
@RolesAllowed("**")
public class CompareResource {

  private static final int MONTHS_BACK = 6;

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final Reach reach;

  CompareResource(Books books, AsOf asOf, FigureCache figures, Reach reach) {
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.reach = reach;
  }

  enum By {
    GROUP,
    SITE
  }

  /**
   * One of them on one day.
   *
   * @param holders how many of its people hold a seat
   * @param found in how many of them something is found
   * @param percent what is recoverable of what is paid, in percent with one decimal; null where
   *     nothing is paid
   */
  @Schema(name = "ComparedDay")
  record ComparedDay(
      LocalDate day,
      int holders,
      int seats,
      int found,
      MoneyDto paid,
      MoneyDto recoverable,
      @Schema(nullable = true) @Nullable BigDecimal percent) {}

  /** Its people are those who belong to it today, on both days. */
  @Schema(name = "Compared")
  record Compared(String id, String name, int people, ComparedDay now, ComparedDay before) {}

  /** The most recoverable first. */
  @GET
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Compared> compare(
      @QueryParam("asOf") String asOfText, @QueryParam("by") String byText) {
    By by = Params.choice("by", byText, By.class).orElse(By.GROUP);
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    LocalDate then = day.minusMonths(MONTHS_BACK);
    PeopleRoll now = figures.roll(book, day);
    PeopleRoll before = figures.roll(book, then);
    List<Compared> rows = new ArrayList<>();
    for (Some some : by == By.GROUP ? groups(book) : sites(book)) {
      rows.add(
          new Compared(
              some.id,
              some.name,
              some.members.cardinality(),
              day(day, now.total(some.members)),
              day(then, before.total(some.members))));
    }
    rows.sort(
        (a, b) ->
            new BigDecimal(b.now().recoverable().amount())
                .compareTo(new BigDecimal(a.now().recoverable().amount())));
    return rows;
  }

  /**
   * @param members numbers of those who are counted together
   */
  private record Some(String id, String name, BitSet members) {}

  private List<Some> groups(Book book) {
    return reach.groups(book).stream()
        .map(group -> new Some(group.id(), group.name(), Reach.members(book, List.of(group))))
        .toList();
  }

  private List<Some> sites(Book book) {
    BitSet seen = reach.people(book);
    Map<String, BitSet> sites = new TreeMap<>();
    for (int p = 0; p < book.people().size(); p++) {
      String site = book.people().get(p).site();
      if (site != null && (seen == null || seen.get(p))) {
        sites.computeIfAbsent(site, s -> new BitSet()).set(p);
      }
    }
    return sites.entrySet().stream()
        .map(one -> new Some(one.getKey(), one.getKey(), one.getValue()))
        .toList();
  }

  private static ComparedDay day(LocalDate day, PeopleRoll.Total total) {
    BigDecimal paid = total.cost().amount();
    BigDecimal percent =
        paid.signum() == 0
            ? null
            : total
                .recoverable()
                .amount()
                .movePointRight(2)
                .divide(paid, 1, RoundingMode.HALF_EVEN);
    return new ComparedDay(
        day,
        total.holders(),
        total.seats(),
        total.found(),
        MoneyDto.of(total.cost()),
        MoneyDto.of(total.recoverable()),
        percent);
  }
}
