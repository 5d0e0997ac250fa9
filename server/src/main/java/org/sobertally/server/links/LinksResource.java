package org.sobertally.server.links;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.net.URI;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.WebAddress;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.IdMapping;
import org.sobertally.server.vendors.VendorConnection.Roll;
import org.sobertally.server.vendors.VendorLinks;
import org.sobertally.server.vendors.VendorPages;
import org.sobertally.server.vendors.VendorProtocol.Carrier;

/** How a vendor is reached: made, tried and changed by a keeper. */
@Path("/api/v1/vendors/{vendor}/link")
@Tag(name = "links")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed({Role.KEEPER_NAME, Role.STEWARD_NAME})
public class LinksResource {

  private final Books books;
  private final LinkService service;
  private final VendorLinks links;
  private final VendorPages pages;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  LinksResource(
      Books books,
      LinkService service,
      VendorLinks links,
      VendorPages pages,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity) {
    this.books = books;
    this.service = service;
    this.links = links;
    this.pages = pages;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * Where it goes and by what it proves itself.
   *
   * @param secretKept whether a secret is kept
   * @param secretLost whether it cannot be read here and must be entered anew
   */
  record Way(
      String kind,
      String url,
      VendorLink.ProofKind proof,
      boolean secretKept,
      boolean secretLost,
      @Schema(nullable = true) @Nullable String tokenUrl,
      @Schema(nullable = true) @Nullable String clientId,
      @Schema(nullable = true) @Nullable String scope) {}

  /** What it may do. */
  record Allowed(
      Carrier carrier, boolean insideAllowed, @Schema(nullable = true) @Nullable String template) {}

  /**
   * A vendor's link; its secret is never shown.
   *
   * @param origin who made it; null where there is none
   * @param recognised how many accounts here the vendor calls otherwise, and readings recognised
   * @param proposed how many were recognised when the link was tried; the first reading confirms
   *     them
   * @param page where somebody works by hand there; null where nobody said
   * @param plans the vendor's plans here
   * @param kinds the protocols that there are
   * @param changes how often it was changed; 0 where there is none
   */
  @Schema(name = "Link")
  record LinkDto(
      String vendor,
      String name,
      @Schema(nullable = true) VendorLinks.@Nullable Origin origin,
      @JsonUnwrapped Way way,
      @JsonUnwrapped Allowed allowed,
      List<LinkForm.Name> names,
      int recognised,
      int proposed,
      @Schema(nullable = true) @Nullable String page,
      List<PlanName> plans,
      List<String> kinds,
      int changes) {}

  @Schema(name = "LinkPlan")
  record PlanName(String plan, String name) {}

  @GET
  public LinkDto look(@PathParam("vendor") String vendor) {
    require(vendor);
    return shown(vendor, service.of(vendor));
  }

  private LinkDto shown(String vendor, Optional<VendorLink> made) {
    VendorLink link = made.orElseGet(LinksResource::none);
    List<PlanName> plans =
        books.current().plans().all().stream()
            .filter(plan -> plan.vendor().equals(vendor))
            .map(plan -> new PlanName(plan.id(), plan.name()))
            .toList();
    List<LinkForm.Name> names =
        link.plans.entrySet().stream()
            .map(one -> new LinkForm.Name(one.getKey(), planOrNone(one.getValue())))
            .sorted(Comparator.comparing(LinkForm.Name::theirs))
            .toList();
    Optional<VendorLinks.Origin> origin = links.origin(vendor);
    return new LinkDto(
        vendor,
        books.current().vendors().byId(vendor).name(),
        origin.orElse(made.isPresent() ? VendorLinks.Origin.MADE : null),
        way(link, made.isPresent() ? link.kind : links.kind(vendor).orElse(link.kind)),
        new Allowed(link.carrier, link.inside, link.template),
        names,
        link.accounts.size(),
        service.proposed(vendor),
        pages.all().get(vendor),
        plans,
        List.copyOf(new TreeSet<>(links.kinds())),
        link.changes);
  }

  private Way way(VendorLink link, String kind) {
    return new Way(
        kind,
        link.url,
        link.proof,
        link.sealed != null,
        !service.opens(link),
        link.tokenUrl,
        link.clientId,
        link.scope);
  }

  private static @Nullable String planOrNone(String plan) {
    return plan.equals(IdMapping.NO_PLAN) ? null : plan;
  }

  private static VendorLink none() {
    VendorLink link = new VendorLink();
    link.kind = "scim";
    link.url = "";
    link.proof = VendorLink.ProofKind.BEARER;
    link.carrier = Carrier.ENTITLEMENTS;
    return link;
  }

  private void require(String vendor) {
    Required.vendor(books.current(), vendor);
  }

  private void requireOurs(String vendor) {
    require(vendor);
    if (links.origin(vendor).orElse(null) == VendorLinks.Origin.GIVEN) {
      throw Problem.conflict(
          "This link stands in the application's configuration; whoever runs it changes it there.");
    }
  }

  /** Reads the vendor as the form says, and keeps nothing. */
  @POST
  @Path("/dry-reading")
  @RolesAllowed(Role.KEEPER_NAME)
  public DryReading tryOut(@PathParam("vendor") String vendor, @NotNull @Valid LinkForm form) {
    requireOurs(vendor);
    VendorLink draft = service.drafted(vendor, form);
    Roll roll = links.connection(draft.kind, service.config(draft)).readAll();
    if (!(roll instanceof Roll.All all)) {
      return DryReading.failed(((Roll.Unread) roll).reason());
    }
    service.propose(draft, DryReading.recognition(books.current(), draft, all));
    return DryReading.of(books.current(), draft, all, clock.today());
  }

  /** Keeps the link and puts it to work; the vendor is then read by itself. */
  @PUT
  @RolesAllowed(Role.KEEPER_NAME)
  public LinkDto keep(@PathParam("vendor") String vendor, @NotNull @Valid LinkForm form) {
    requireOurs(vendor);
    VendorLink kept = service.keep(vendor, form, identity.getPrincipal().getName());
    return shown(vendor, Optional.of(kept));
  }

  /** The address of the vendor's own page, where somebody works by hand. */
  @Schema(name = "VendorPageForm")
  public record Page(@Schema(nullable = true) @Size(max = 2000) String url) {}

  /** Says where somebody works by hand there; without an address nobody says it any more. */
  @PUT
  @Path("/page")
  @Transactional
  public LinkDto setPage(@PathParam("vendor") String vendor, @NotNull @Valid Page form) {
    require(vendor);
    String url = form.url() == null || form.url().isBlank() ? null : form.url().strip();
    if (url != null) {
      WebAddress.of("url", url, "https://vendor.example");
    }
    pages.set(vendor, url);
    journal.add(
        identity.getPrincipal().getName(),
        "LINK_CHANGED",
        url == null
            ? "Nobody says any more where %s is worked at by hand.".formatted(vendor)
            : "%s is worked at by hand at %s.".formatted(vendor, URI.create(url).getHost()));
    return look(vendor);
  }

  /** Takes the link away; what is on its way waits for another, or is made by hand. */
  @DELETE
  @RolesAllowed(Role.KEEPER_NAME)
  public void drop(@PathParam("vendor") String vendor) {
    requireOurs(vendor);
    if (service.of(vendor).isEmpty()) {
      throw Problem.notFound("There is no link to this vendor.");
    }
    service.drop(vendor, identity.getPrincipal().getName());
  }
}
