package org.sobertally.server.bills;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.allowance.AllowanceUse;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.store.AsOf;

/** Metered units that vendors grant: used, left, and until when they last. */
@Path("/api/v1/allowances")
@Tag(name = "allowances")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class AllowancesResource {

  private final Books books;
  private final AsOf asOf;

  AllowancesResource(Books books, AsOf asOf) {
    this.books = books;
    this.asOf = asOf;
  }

  /** What the allowance is. */
  record Said(
      String allowance,
      String vendor,
      String name,
      String unit,
      @Schema(nullable = true) @Nullable String agreement,
      @Schema(nullable = true) @Nullable String plan) {}

  /**
   * How much of it is used, and how long it lasts.
   *
   * @param used null, as all up to {@code runsOut}, where nothing is known of the period
   * @param measureDay to which it is known
   * @param runsOut the day on which it did, or will at the pace so far; null for not within the
   *     period, or where too little is known
   */
  record Used(
      LocalDate from,
      @Schema(nullable = true) @Nullable LocalDate until,
      BigDecimal granted,
      @Schema(nullable = true) @Nullable BigDecimal used,
      @Schema(nullable = true) @Nullable BigDecimal left,
      @Schema(nullable = true) @Nullable BigDecimal perDay,
      @Schema(nullable = true) @Nullable LocalDate measureDay,
      @Schema(nullable = true) @Nullable LocalDate runsOut) {}

  /** One allowance in its period. */
  @Schema(name = "Allowance")
  record Row(
      @JsonUnwrapped Said said,
      @JsonUnwrapped Used spent,
      List<UsedBy> accounts,
      String vendorName) {}

  /** What one account used. */
  @Schema(name = "AllowanceAccount")
  record UsedBy(
      String account, @Schema(nullable = true) @Nullable String person, BigDecimal used) {}

  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv", XlsxListWriter.XLSX})
  public List<Row> all(@QueryParam("vendor") String vendor, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    boolean one = vendor != null && !vendor.isBlank();
    if (one && !book.vendors().has(vendor)) {
      throw Problem.notFound("There is no vendor %s.".formatted(vendor));
    }
    return book.allowances().all().stream()
        .filter(allowance -> !one || allowance.vendor().equals(vendor))
        .map(allowance -> row(book, AllowanceUse.of(book, allowance, day)))
        .toList();
  }

  private static Row row(Book book, AllowanceUse use) {
    Allowance of = use.allowance();
    AllowanceUse.Known known = use.known();
    return new Row(
        new Said(of.id(), of.vendor(), of.name(), of.unit(), of.agreement(), of.plan()),
        new Used(
            use.from(),
            use.until(),
            use.granted(),
            known != null ? known.used() : null,
            known != null ? known.left() : null,
            known != null ? known.perDay() : null,
            known != null ? known.measureDay() : null,
            known != null ? known.runsOut() : null),
        known != null
            ? known.accounts().stream()
                .map(
                    used ->
                        new UsedBy(
                            used.account(),
                            book.accounts().byId(used.account()).person(),
                            used.used()))
                .toList()
            : List.of(),
        book.vendors().byId(of.vendor()).name());
  }
}
