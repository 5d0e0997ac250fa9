package org.sobertally.server.links;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.vendors.VendorProtocol.Carrier;

/**
 * A link as a keeper wants it.
 *
 * @param kind a protocol
 * @param secret the token, or the client's secret; null for the one that is known
 * @param carrier what of an account says which seats it holds
 * @param insideAllowed whether the address may be one of our own network
 * @param template what a protocol without a standard is told of the vendor
 * @param names what the vendor shows, and which plan that is
 * @param changes as it was read; 0 for a new link
 */
@Schema(name = "LinkForm")
record LinkForm(
    @NotBlank @Size(max = 40) String kind,
    @NotBlank @Size(max = 2000) String url,
    @NotNull VendorLink.ProofKind proof,
    @Schema(nullable = true) @Size(max = 4000) String secret,
    @Schema(nullable = true) @Size(max = 2000) String tokenUrl,
    @Schema(nullable = true) @Size(max = 1000) String clientId,
    @Schema(nullable = true) @Size(max = 1000) String scope,
    @NotNull Carrier carrier,
    boolean insideAllowed,
    @Schema(nullable = true) @Size(max = 200_000) String template,
    @NotNull @Size(max = 5000) List<Name> names,
    int changes) {

  /**
   * @param plan null where it is no seat
   */
  @Schema(name = "LinkName")
  record Name(
      @NotBlank @Size(max = 1000) String theirs, @Schema(nullable = true) @Nullable String plan) {}

  /** Nothing secret becomes text by itself. */
  @Override
  public String toString() {
    return "LinkForm[" + kind + " " + url + "]";
  }
}
