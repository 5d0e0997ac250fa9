package org.sobertally.server.book.file;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.HeaderParam;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.Response;
import jakarta.ws.rs.core.StreamingOutput;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.logging.Logger;
import org.sobertally.server.access.Role;
import org.sobertally.server.http.Problem;

/** The whole book, in and out. */
@Path("/api/v1/book")
@Tag(name = "book")
public class BookResource {

  private static final Logger LOG = Logger.getLogger(BookResource.class);
  private static final String ZIP = "application/zip";

  private final BookService service;
  private final SecurityIdentity identity;

  BookResource(BookService service, SecurityIdentity identity) {
    this.service = service;
    this.identity = identity;
  }

  /**
   * What was taken.
   *
   * @param rejected rows left out, where that was asked for
   */
  @Schema(name = "BookTaken")
  public record BookTaken(Map<String, Long> rows, List<String> notes, List<Violation> rejected) {}

  @PUT
  @Consumes({ZIP, MediaType.APPLICATION_OCTET_STREAM})
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  @RolesAllowed({Role.KEEPER_NAME, Role.STEWARD_NAME})
  public Response put(
      @QueryParam("replace") boolean replace,
      @QueryParam("partial") boolean partial,
      @HeaderParam("Accept") String accept,
      InputStream body)
      throws IOException {
    java.nio.file.Path zip = Files.createTempFile("sober-tally-book", ".zip");
    try {
      Files.copy(body, zip, StandardCopyOption.REPLACE_EXISTING);
      BookService.Outcome outcome =
          service.take(zip, replace, partial, identity.getPrincipal().getName());
      boolean csv = accept != null && accept.contains("text/csv");
      return answer(outcome, csv && partial);
    } finally {
      Files.deleteIfExists(zip);
    }
  }

  private static Response answer(BookService.Outcome outcome, boolean rejectedAsCsv) {
    if (outcome instanceof BookService.Outcome.Taken taken) {
      return rejectedAsCsv
          ? Response.ok(taken.rejected(), "text/csv").build()
          : Response.ok(
                  new BookTaken(taken.rows(), taken.notes(), taken.rejected()),
                  MediaType.APPLICATION_JSON)
              .build();
    }
    if (outcome instanceof BookService.Outcome.Refused refused) {
      long all = refused.violations().size() + refused.unlisted();
      String detail =
          refused.unlisted() == 0
              ? "Nothing was taken: %d rows or files are at fault.".formatted(all)
              : "Nothing was taken: %d rows or files are at fault, the first %d are listed."
                  .formatted(all, refused.violations().size());
      throw Problem.unprocessable(detail, refused.violations());
    }
    throw Problem.conflict(
        "There is a book already. Send it with ?replace=true to put this one in its place.");
  }

  @GET
  @Produces(ZIP)
  @RolesAllowed({Role.KEEPER_NAME, Role.STEWARD_NAME})
  public Response get() throws IOException {
    // Written whole before the first byte is sent: an answer that broke off must not look whole.
    java.nio.file.Path zip = Files.createTempFile("sober-tally-export", ".zip");
    try {
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(zip), 1 << 16)) {
        service.write(out);
      }
      long length = Files.size(zip);
      StreamingOutput sent =
          out -> {
            try {
              Files.copy(zip, out);
            } finally {
              Files.deleteIfExists(zip);
            }
          };
      return Response.ok(sent, ZIP)
          .header("Content-Length", length)
          .header("Content-Disposition", "attachment; filename=\"book.zip\"")
          .build();
    } catch (IOException | RuntimeException e) {
      Files.deleteIfExists(zip);
      LOG.error("The book could not be written out.", e);
      throw e;
    }
  }
}
