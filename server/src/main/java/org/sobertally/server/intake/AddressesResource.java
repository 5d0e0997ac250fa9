package org.sobertally.server.intake;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
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
import java.time.Instant;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SealedSecrets;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.WebAddress;
import org.sobertally.server.links.AllowedAddress;
import org.sobertally.server.vendors.FileFetch;

/** Addresses from which sources' files are fetched. */
@Path("/api/v1/intake/addresses")
@Tag(name = "intake")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed({Role.KEEPER_NAME, Role.STEWARD_NAME})
public class AddressesResource {

  private static final int LONGEST_HOURS = 24 * 31;

  private final FetchedFiles files;
  private final IntakeService service;
  private final SealedSecrets secrets;
  private final SecurityIdentity identity;

  AddressesResource(
      FetchedFiles files, IntakeService service, SealedSecrets secrets, SecurityIdentity identity) {
    this.files = files;
    this.service = service;
    this.secrets = secrets;
    this.identity = identity;
  }

  /**
   * @param tokenKept whether a token is sent; it is never shown
   * @param looked when it was fetched last; null for never
   * @param said what became of it
   */
  @Schema(name = "IntakeAddress")
  record Address(
      String source,
      String url,
      boolean tokenKept,
      boolean insideAllowed,
      int everyHours,
      @Schema(nullable = true) @Nullable Instant looked,
      @Schema(nullable = true) @Nullable String said) {}

  /**
   * @param token null for the one that is kept, for the same host
   */
  @Schema(name = "IntakeAddressForm")
  record Form(
      @NotBlank @Size(max = 2000) String url,
      @Schema(nullable = true) @Size(max = 4000) String token,
      boolean insideAllowed,
      @Min(1) @Max(LONGEST_HOURS) int everyHours) {

    @Override
    public String toString() {
      return "Form[" + url + "]";
    }
  }

  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Address> list() {
    return files.all().stream().map(AddressesResource::shown).toList();
  }

  private static Address shown(IntakeAddress one) {
    return new Address(
        one.source, one.url, one.sealed != null, one.inside, one.everyHours, one.looked, one.said);
  }

  /** Has the source's file fetched from there from now on. */
  @PUT
  @Path("/{source}")
  @RolesAllowed(Role.KEEPER_NAME)
  public List<Address> put(@PathParam("source") String source, @NotNull @Valid Form form) {
    if (service.mapping(source).isEmpty()) {
      throw Problem.notFound(IntakeService.unread(source));
    }
    URI url =
        AllowedAddress.of(
            "url", form.url(), "https://files.example/seats.csv", form.insideAllowed());
    boolean fresh = form.token() != null && !form.token().isBlank();
    if (fresh && !FileFetch.isToken(form.token().strip())) {
      throw Problem.unprocessable(
          "token: it holds a character that no token has, such as a line break or a letter beyond ASCII. Copy it anew.",
          List.of());
    }
    if (!fresh) {
      requireSamePlace(files.of(source), url);
    }
    files.put(
        source,
        address -> {
          address.url = url.toString();
          address.inside = form.insideAllowed();
          address.everyHours = form.everyHours();
          address.due = Instant.now();
          if (fresh) {
            address.sealed = secrets.seal(form.token().strip(), source);
          }
        },
        identity.getPrincipal().getName(),
        "Files of %s are fetched from %s every %d hours."
            .formatted(source, url.getHost(), form.everyHours()));
    return list();
  }

  /** A token that is kept goes nowhere but where it was meant for. */
  private static void requireSamePlace(@Nullable IntakeAddress known, URI url) {
    if (known != null
        && known.sealed != null
        && !WebAddress.origin(URI.create(known.url)).equals(WebAddress.origin(url))) {
      throw Problem.unprocessable(
          "token: enter it anew: it is kept for the address for which it was entered.", List.of());
    }
  }

  /** Fetches it no more. */
  @DELETE
  @Path("/{source}")
  @RolesAllowed(Role.KEEPER_NAME)
  public List<Address> drop(@PathParam("source") String source) {
    require(source);
    files.drop(source, identity.getPrincipal().getName());
    return list();
  }

  /** Fetches it now, and says what became of it. */
  @POST
  @Path("/{source}/fetch")
  public Address fetch(@PathParam("source") String source) {
    require(source);
    return shown(files.fetch(source));
  }

  private void require(String source) {
    if (files.of(source) == null) {
      throw Problem.notFound("Files of %s are not fetched.".formatted(source));
    }
  }
}
