package org.sobertally.server.waiting;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.PermitAll;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.time.TallyClock;

/** Signed links to ask for a seat: made and withdrawn by stewards, used by anybody who has one. */
@Path("/api/v1/ask")
@Tag(name = "waiting")
@Produces(MediaType.APPLICATION_JSON)
public class AskResource {

  private final AskLinks links;
  private final Books books;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  AskResource(AskLinks links, Books books, TallyClock clock, SecurityIdentity identity) {
    this.links = links;
    this.books = books;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * @param groups by name; empty where anybody of the domains may ask
   * @param path of the page that the link opens; null once it is not in force
   * @param asked how many people joined the queue by it
   */
  @Schema(name = "AskLink")
  record LinkDto(
      String id,
      String plan,
      String planName,
      List<String> domains,
      List<String> groups,
      LocalDate until,
      String createdBy,
      int asked,
      boolean withdrawn,
      @Schema(nullable = true) @Nullable String path) {}

  @Schema(name = "AskLinkRequest")
  public record LinkRequest(
      @NotBlank String plan,
      @NotNull @Size(max = 20) List<@NotBlank String> domains,
      @Schema(nullable = true) @Size(max = 50) List<@NotBlank String> groups,
      @NotBlank String until) {}

  /** What somebody sees who opens a link. */
  @Schema(name = "AskPage")
  record AskPage(String planName, String vendorName, List<String> domains, LocalDate until) {}

  @Schema(name = "AskRequest")
  public record AskRequest(@NotBlank @Size(max = 300) String email) {}

  @GET
  @Path("/links")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public List<LinkDto> all() {
    Book book = books.current();
    return links.all().stream().map(link -> shown(book, link)).toList();
  }

  @POST
  @Path("/links")
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public List<LinkDto> create(@NotNull @Valid LinkRequest request) {
    LocalDate until =
        Params.day("until", request.until())
            .orElseThrow(() -> Problem.badRequest("until: say a day."));
    List<String> groups = request.groups() == null ? List.of() : request.groups();
    links.create(request.plan(), request.domains(), groups, until, actor());
    return all();
  }

  @DELETE
  @Path("/links/{id}")
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public List<LinkDto> withdraw(@PathParam("id") String id) {
    links.withdraw(id, actor());
    return all();
  }

  @GET
  @Path("/by/{token}")
  @OpenToLeads
  @PermitAll
  public AskPage open(@PathParam("token") String token) {
    AskLink link = links.opened(token);
    Book book = books.current();
    Plan plan = book.plans().byId(link.plan);
    return new AskPage(
        plan.name(), book.vendors().byId(plan.vendor()).name(), link.domainList(), link.until);
  }

  /** Asks for a seat; the answer is the same whoever asks. */
  @POST
  @Path("/by/{token}")
  @OpenToLeads
  @PermitAll
  public void ask(@PathParam("token") String token, @NotNull @Valid AskRequest request) {
    links.ask(token, request.email());
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }

  private LinkDto shown(Book book, AskLink link) {
    boolean known = book.plans().has(link.plan);
    boolean open = known && link.isOpen(clock.today());
    return new LinkDto(
        link.id,
        link.plan,
        known ? book.plans().byId(link.plan).name() : link.plan,
        link.domainList(),
        link.groupList().stream()
            .map(g -> book.groups().has(g) ? book.groups().byId(g).name() : g)
            .toList(),
        link.until,
        link.createdBy,
        link.asked,
        link.withdrawn != null,
        open ? "/ask/" + links.token(link.id) : null);
  }
}
