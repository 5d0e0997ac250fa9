package org.sobertally.server.leading;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.Role;
import org.sobertally.server.http.Problem;
import org.sobertally.server.journal.Journal;

/** The house rule that says whose word counts of people. */
@Path("/api/v1/house-rules/leads")
@Tag(name = "house rules")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class LeadsResource {

  private final FieldLeads leads;
  private final Journal journal;
  private final SecurityIdentity identity;

  LeadsResource(FieldLeads leads, Journal journal, SecurityIdentity identity) {
    this.leads = leads;
    this.journal = journal;
    this.identity = identity;
  }

  /**
   * @param leader null for whoever spoke last
   * @param aside of how many people the other says something else
   */
  @Schema(name = "FieldLead")
  record Lead(String field, @Schema(nullable = true) @Nullable Source leader, long aside) {}

  @GET
  @Transactional
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Lead> list() {
    Map<String, Source> leaders = leads.leaders();
    Map<String, Long> counts = leads.counts();
    return LeadRules.FIELDS.keySet().stream()
        .map(field -> new Lead(field, leaders.get(field), counts.getOrDefault(field, 0L)))
        .toList();
  }

  /** A field and who leads it from now on. */
  @Schema(name = "FieldLeadRequest")
  public record Form(@NotBlank String field, @Schema(nullable = true) Source leader) {}

  /** From the next time somebody speaks on. */
  @PUT
  @Transactional
  @RolesAllowed({Role.KEEPER_NAME, Role.STEWARD_NAME})
  public List<Lead> put(@NotNull @Valid Form form) {
    if (!LeadRules.FIELDS.containsKey(form.field())) {
      throw Problem.badRequest(
          "field: one of %s.".formatted(String.join(", ", LeadRules.FIELDS.keySet())));
    }
    if (leads.leaders().get(form.field()) != form.leader()) {
      leads.lead(form.field(), form.leader());
      String who =
          form.leader() == null
              ? "whoever spoke last"
              : form.leader() == Source.FILE ? "the file of people" : "the directory";
      journal.add(
          identity.getPrincipal().getName(),
          "LEAD_CHANGED",
          "Of people's %s now counts what %s says.".formatted(form.field(), who));
    }
    return list();
  }
}
