package org.sobertally.server.renewals;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.HttpHeaders;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.Response;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.print.Pdf;
import org.sobertally.server.store.AsOf;

/** The brief of a renewal, for the page and as a paper. */
@Path("/api/v1/agreements/{agreement}/renewal")
@Tag(name = "renewals")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class RenewalBriefResource {

  private final Books books;
  private final AsOf asOf;
  private final RenewalBriefs briefs;

  RenewalBriefResource(Books books, AsOf asOf, RenewalBriefs briefs) {
    this.books = books;
    this.asOf = asOf;
    this.briefs = briefs;
  }

  @GET
  @Path("/brief")
  public RenewalBrief brief(
      @PathParam("agreement") String agreement, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    RenewalResource.requireAgreement(book, agreement);
    return briefs.of(book, asOf.of(book, asOfText), agreement);
  }

  /** The same on a sheet of paper. */
  @GET
  @Path("/brief.pdf")
  @Produces("application/pdf")
  public Response paper(
      @PathParam("agreement") String agreement, @QueryParam("asOf") String asOfText) {
    RenewalBrief brief = brief(agreement, asOfText);
    return Response.ok(Pdf.of(RenewalBriefs.paper(brief)))
        .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"brief.pdf\"")
        .build();
  }
}
