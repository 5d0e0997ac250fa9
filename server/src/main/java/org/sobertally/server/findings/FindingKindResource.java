package org.sobertally.server.findings;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.util.Arrays;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.server.access.OpenToLeads;

/** Which kinds of finding there are. */
@Path("/api/v1/finding-kinds")
@Tag(name = "findings")
@Produces({MediaType.APPLICATION_JSON, "text/csv"})
@RolesAllowed("**")
public class FindingKindResource {

  /**
   * A kind of finding.
   *
   * @param title as people call it
   * @param of what its findings are about
   * @param settled what ends one
   * @param inRounds whether a round may ask holders about it
   */
  @Schema(name = "FindingKindFacts")
  record Facts(
      FindingKind kind,
      String title,
      FindingKind.Of of,
      FindingKind.Settled settled,
      FindingKind.InRounds inRounds) {}

  /** All of them, in the order in which they stand everywhere. */
  @GET
  @OpenToLeads
  public List<Facts> all() {
    return Arrays.stream(FindingKind.values())
        .map(kind -> new Facts(kind, kind.title(), kind.of(), kind.settled(), kind.inRounds()))
        .toList();
  }
}
