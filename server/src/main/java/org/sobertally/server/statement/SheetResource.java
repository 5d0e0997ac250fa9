package org.sobertally.server.statement;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.HttpHeaders;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.Response;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.print.Pdf;
import org.sobertally.server.store.AsOf;

/** The month's sheet, and to whom it goes. */
@Path("/api/v1")
@Tag(name = "statement")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class SheetResource {

  private final Books books;
  private final AsOf asOf;
  private final MonthSheet monthSheet;
  private final SheetMail sheetMail;
  private final SecurityIdentity identity;

  SheetResource(
      Books books,
      AsOf asOf,
      MonthSheet monthSheet,
      SheetMail sheetMail,
      SecurityIdentity identity) {
    this.books = books;
    this.asOf = asOf;
    this.monthSheet = monthSheet;
    this.sheetMail = sheetMail;
    this.identity = identity;
  }

  /**
   * The month's sheet, two pages; of the month before that of the day where none is named. One that
   * was issued is as it was then.
   */
  @GET
  @Path("/statement/sheet.pdf")
  @Produces("application/pdf")
  public Response sheet(
      @QueryParam("month") String monthText, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    YearMonth month = month(monthText, day);
    byte[] pages =
        sheetMail.issued(month, day).orElseGet(() -> Pdf.of(monthSheet.of(book, month, day)));
    return pdf(pages, "seats-%s.pdf".formatted(month));
  }

  /** The one that was over last where none is named. */
  static YearMonth month(String text, LocalDate day) {
    YearMonth month =
        Params.month("month", text).orElse(YearMonth.from(day.plusDays(1)).minusMonths(1));
    if (month.atDay(1).isAfter(day)) {
      throw Problem.badRequest("month: %s has not begun on %s.".formatted(month, day));
    }
    return month;
  }

  static Response pdf(byte[] pages, String name) {
    return Response.ok(pages)
        .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"%s\"".formatted(name))
        .build();
  }

  /**
   * To whom the month's sheet goes on the first of the next.
   *
   * @param leads whether whoever leads a group gets that of the group
   */
  @Schema(name = "SheetRecipients")
  public record Recipients(
      @NotNull @Size(max = 50) List<@NotNull String> recipients, boolean leads) {}

  @GET
  @Path("/statement/sheet/recipients")
  @RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
  public Recipients recipients() {
    return sheetMail.recipients();
  }

  @PUT
  @Path("/statement/sheet/recipients")
  @RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
  public Recipients send(@NotNull @Valid Recipients to) {
    return sheetMail.send(to, identity.getPrincipal().getName());
  }
}
