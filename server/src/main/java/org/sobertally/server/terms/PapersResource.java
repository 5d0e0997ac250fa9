package org.sobertally.server.terms;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.HttpHeaders;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.Response;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.WebAddress;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.time.TallyClock;

/** Who looks after an agreement, who bears it, and its papers. */
@Path("/api/v1/agreements/{agreement}/papers")
@Tag(name = "terms")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
public class PapersResource {

  private final Books books;
  private final Papers papers;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  PapersResource(
      Books books, Papers papers, Journal journal, TallyClock clock, SecurityIdentity identity) {
    this.books = books;
    this.papers = papers;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * @param owner who looks after it, a person's id; null for nobody
   * @param payer who bears it, as the house calls it
   */
  @Schema(name = "AgreementPapers")
  record Sheet(
      String agreement,
      @Schema(nullable = true) @Nullable String owner,
      @Schema(nullable = true) @Nullable String ownerName,
      @Schema(nullable = true) @Nullable String payer,
      List<Paper> papers) {}

  /**
   * @param url where it lies; null where it is kept here
   * @param fileName null where it lies elsewhere
   */
  @Schema(name = "AgreementPaper")
  record Paper(
      String id,
      String title,
      @Schema(nullable = true) String url,
      @Schema(nullable = true) String fileName,
      String addedBy,
      LocalDate added) {}

  /**
   * @param owner a person's id or mail address; empty for nobody
   */
  @Schema(name = "AgreementOwner")
  public record OwnerForm(
      @Schema(nullable = true) @Size(max = 400) String owner,
      @Schema(nullable = true) @Size(max = 400) String payer) {}

  @Schema(name = "PaperAddress")
  public record AddressForm(
      @NotBlank @Size(max = 400) String title, @NotBlank @Size(max = 2000) String url) {}

  @GET
  @RolesAllowed("**")
  public Sheet look(@PathParam("agreement") String agreement) {
    Book book = known(agreement);
    AgreementNote note = papers.note(agreement);
    String owner = note.owner;
    boolean owned = owner != null && book.people().has(owner);
    return new Sheet(
        agreement,
        owner,
        owner != null && owned ? book.people().byId(owner).name() : owner,
        note.payer,
        papers.of(agreement));
  }

  private Book known(String agreement) {
    Book book = books.current();
    Required.agreement(book, agreement);
    return book;
  }

  private void tell(String agreement, String text) {
    journal.add(
        identity.getPrincipal().getName(),
        "TERMS_CHANGED",
        "%s: %s".formatted(books.current().agreements().byId(agreement).name(), text));
  }

  @PUT
  @Transactional
  public Sheet own(@PathParam("agreement") String agreement, @NotNull @Valid OwnerForm form) {
    Book book = known(agreement);
    String owner = form.owner() == null || form.owner().isBlank() ? null : form.owner().strip();
    if (owner != null && !book.people().has(owner)) {
      String mail = owner;
      owner =
          book.people().all().stream()
              .filter(person -> person.email().equalsIgnoreCase(mail))
              .map(person -> person.id())
              .findFirst()
              .orElseThrow(
                  () ->
                      Problem.unprocessable(
                          "owner: nobody has the id or the address %s.".formatted(mail),
                          List.of()));
    }
    String payer = form.payer() == null || form.payer().isBlank() ? null : form.payer().strip();
    papers.own(agreement, owner, payer);
    tell(
        agreement,
        "looked after by %s, borne by %s."
            .formatted(
                owner == null ? "nobody" : book.people().byId(owner).name(),
                payer == null ? "nobody in particular" : payer));
    return look(agreement);
  }

  /** A paper that lies elsewhere. */
  @POST
  @Path("/address")
  @Transactional
  public Sheet link(@PathParam("agreement") String agreement, @NotNull @Valid AddressForm form) {
    known(agreement);
    WebAddress.of("url", form.url(), "https://files.example/contract.pdf");
    papers.add(
        agreement, form.title().strip(), form.url().strip(), null, null, actor(), clock.today());
    tell(agreement, "a paper, %s.".formatted(form.title().strip()));
    return look(agreement);
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }

  /** A paper that is kept here: at most 8 MB, and no program. */
  @POST
  @Path("/file")
  @Consumes(MediaType.APPLICATION_OCTET_STREAM)
  @Transactional
  public Sheet keep(
      @PathParam("agreement") String agreement, @QueryParam("name") String name, byte[] content) {
    known(agreement);
    PaperFiles.required(name, content);
    papers.add(agreement, name.strip(), null, name.strip(), content, actor(), clock.today());
    tell(agreement, "a paper, %s.".formatted(name.strip()));
    return look(agreement);
  }

  /** Always to be saved, never shown: whatever it holds runs nowhere. */
  @GET
  @Path("/{paper}")
  @Produces(MediaType.APPLICATION_OCTET_STREAM)
  @RolesAllowed("**")
  public Response file(@PathParam("agreement") String agreement, @PathParam("paper") String paper) {
    known(agreement);
    Papers.Kept kept = papers.file(agreement, paper);
    String name = URLEncoder.encode(kept.name(), StandardCharsets.UTF_8).replace("+", "%20");
    return Response.ok(kept.content())
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename*=UTF-8''" + name)
        .header("X-Content-Type-Options", "nosniff")
        .build();
  }

  @DELETE
  @Path("/{paper}")
  @Transactional
  public Sheet drop(@PathParam("agreement") String agreement, @PathParam("paper") String paper) {
    known(agreement);
    tell(agreement, "without the paper %s.".formatted(papers.drop(agreement, paper)));
    return look(agreement);
  }
}
