package org.sobertally.server.statement;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.time.LocalDate;
import java.time.YearMonth;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Group;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Problem;
import org.sobertally.server.print.Pdf;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.visibility.Reach;

/** The month's sheet of one group; leads see those of the groups that they lead. */
@Path("/api/v1")
@Tag(name = "statement")
@RolesAllowed("**")
public class GroupSheetResource {

  private final Books books;
  private final AsOf asOf;
  private final Reach reach;
  private final GroupSheet sheet;

  GroupSheetResource(Books books, AsOf asOf, Reach reach, GroupSheet sheet) {
    this.books = books;
    this.asOf = asOf;
    this.reach = reach;
    this.sheet = sheet;
  }

  /** Two pages; of the month before that of the day where none is named. */
  @GET
  @Path("/groups/{group}/sheet.pdf")
  @Produces("application/pdf")
  @OpenToLeads
  public Response pages(
      @PathParam("group") String id,
      @QueryParam("month") String monthText,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    Group group =
        reach.groups(book).stream()
            .filter(one -> one.id().equals(id))
            .findFirst()
            .orElseThrow(() -> Problem.notFound("There is no group %s.".formatted(id)));
    LocalDate day = asOf.of(book, asOfText);
    YearMonth month = SheetResource.month(monthText, day);
    return SheetResource.pdf(
        Pdf.of(sheet.of(book, group, month, day)), "seats-group-%s.pdf".formatted(month));
  }
}
