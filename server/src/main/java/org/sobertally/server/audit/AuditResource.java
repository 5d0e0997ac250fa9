package org.sobertally.server.audit;

import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.HttpHeaders;
import jakarta.ws.rs.core.Response;
import java.time.LocalDate;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.print.Pdf;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.store.AsOf;

/** For whoever audits: one subscription's seats in some days, to be read and to be checked. */
@Path("/api/v1")
@Tag(name = "subscriptions")
@RolesAllowed("**")
public class AuditResource {

  private final Books books;
  private final AsOf asOf;
  private final SeatAudits audits;

  AuditResource(Books books, AsOf asOf, SeatAudits audits) {
    this.books = books;
    this.asOf = asOf;
    this.audits = audits;
  }

  /**
   * The pages.
   *
   * @param from the first day; a year before the last where absent
   * @param to the last day; the day as of which one looks where absent
   */
  @GET
  @Path("/subscriptions/{line}/audit.pdf")
  @Produces("application/pdf")
  @Transactional
  public Response pages(
      @PathParam("line") String line,
      @QueryParam("from") String from,
      @QueryParam("to") String to,
      @QueryParam("asOf") String asOfText) {
    return file(Pdf.of(AuditPaper.of(audit(line, from, to, asOfText))), line + "-audit.pdf");
  }

  /** The same and more as CSV in a zip, with a program that checks it. */
  @GET
  @Path("/subscriptions/{line}/audit.zip")
  @Produces("application/zip")
  @Transactional
  public Response files(
      @PathParam("line") String line,
      @QueryParam("from") String from,
      @QueryParam("to") String to,
      @QueryParam("asOf") String asOfText) {
    return file(AuditFiles.of(audit(line, from, to, asOfText)), line + "-audit.zip");
  }

  private static Response file(byte[] content, String name) {
    return Response.ok(content)
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"%s\"".formatted(name))
        .build();
  }

  private SeatAudit audit(String line, String fromText, String toText, String asOfText) {
    Book book = books.current();
    int number = Required.subscription(book, line);
    LocalDate day = asOf.of(book, asOfText);
    LocalDate to = Params.day("to", toText).orElse(day);
    LocalDate from = Params.day("from", fromText).orElse(to.minusYears(1).plusDays(1));
    if (to.isAfter(day)) {
      throw Problem.badRequest("to: %s has not come yet.".formatted(to));
    }
    if (to.isBefore(from)) {
      throw Problem.badRequest("to: it must not come before %s.".formatted(from));
    }
    return audits.of(book, number, from, to);
  }
}
