package org.sobertally.server.slates;

import com.fasterxml.jackson.databind.annotation.JsonDeserialize;
import io.quarkus.security.identity.SecurityIdentity;
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
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.Response;
import jakarta.ws.rs.core.UriInfo;
import java.net.URI;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.responses.APIResponseSchema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.access.Role;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.slates.moves.MoveRequest;

/** Slates: draft, send, decide, post, undo. */
@Path("/api/v1/slates")
@Tag(name = "slates")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class SlateResource {

  private final SlateDrafts drafts;
  private final SlateDecisions decisions;
  private final SlatePosting posting;
  private final DueSteps steps;
  private final MovesUnderWay underWay;
  private final SlateViews views;
  private final SecurityIdentity identity;

  SlateResource(
      SlateDrafts drafts,
      SlateDecisions decisions,
      SlatePosting posting,
      DueSteps steps,
      MovesUnderWay underWay,
      SlateViews views,
      SecurityIdentity identity) {
    this.drafts = drafts;
    this.decisions = decisions;
    this.posting = posting;
    this.steps = steps;
    this.underWay = underWay;
    this.views = views;
    this.identity = identity;
  }

  /** Moves as they are asked for; a bare list of moves or one single move will do, too. */
  @Schema(name = "MovesRequest")
  @JsonDeserialize(using = MovesReader.class)
  public record MovesRequest(@Valid List<MoveRequest> moves) {}

  /**
   * @param deadline the last day on which it can be decided; a week from now where absent
   */
  @Schema(name = "SendRequest")
  public record SendRequest(
      @Schema(nullable = true) @Nullable String deadline,
      @Schema(nullable = true) @Size(max = 1000) @Nullable String note) {}

  /**
   * @param without ids of moves that are not granted though the others are
   */
  @Schema(name = "DecideRequest")
  public record DecideRequest(
      @NotNull Boolean grant,
      @Schema(nullable = true) @Size(max = 1000) String reason,
      @Schema(nullable = true) List<String> without) {}

  private String actor() {
    return identity.getPrincipal().getName();
  }

  private SlateDto view(String id) {
    Role role = Role.valueOf(identity.getRoles().iterator().next());
    return views.view(id, new SlateViews.Asker(actor(), role));
  }

  /** The newest first. */
  @GET
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public RestResponse<List<SlateDto>> list(
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Role role = Role.valueOf(identity.getRoles().iterator().next());
    List<SlateDto> all = views.all(new SlateViews.Asker(actor(), role));
    return Page.ofPlaces(all.size(), all::get, limit, cursor, uri);
  }

  @POST
  @OpenToLeads
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME, Role.LEAD_NAME})
  @APIResponseSchema(value = SlateDto.class, responseCode = "201")
  public Response create(@Valid MovesRequest body) {
    String id = drafts.create(actor(), moves(body));
    return Response.created(URI.create("/api/v1/slates/" + id)).entity(view(id)).build();
  }

  @GET
  @Path("/{id}")
  @OpenToLeads
  public SlateDto get(@PathParam("id") String id) {
    return view(id);
  }

  @DELETE
  @Path("/{id}")
  @OpenToLeads
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME, Role.LEAD_NAME})
  public void discard(@PathParam("id") String id) {
    drafts.discard(id, actor());
  }

  @POST
  @Path("/{id}/moves")
  @OpenToLeads
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME, Role.LEAD_NAME})
  public SlateDto addMoves(@PathParam("id") String id, @Valid MovesRequest body) {
    drafts.addMoves(id, moves(body), actor());
    return view(id);
  }

  @DELETE
  @Path("/{id}/moves/{move}")
  @OpenToLeads
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME, Role.LEAD_NAME})
  public SlateDto removeMove(@PathParam("id") String id, @PathParam("move") String move) {
    drafts.removeMove(id, move, actor());
    return view(id);
  }

  /** Takes those moves off that cannot go. */
  @DELETE
  @Path("/{id}/moves")
  @OpenToLeads
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME, Role.LEAD_NAME})
  public SlateDto removeBlocked(
      @PathParam("id") String id, @QueryParam("blocked") boolean blocked) {
    if (!blocked) {
      throw Problem.badRequest("blocked: say true. To take everything off, delete the slate.");
    }
    drafts.removeBlocked(id, actor());
    return view(id);
  }

  @POST
  @Path("/{id}/send")
  @OpenToLeads
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME, Role.LEAD_NAME})
  public SlateDto send(@PathParam("id") String id, @Valid SendRequest request) {
    SendRequest asked = request == null ? new SendRequest(null, null) : request;
    drafts.send(id, Params.day("deadline", asked.deadline()).orElse(null), asked.note(), actor());
    return view(id);
  }

  @POST
  @Path("/{id}/decide")
  @RolesAllowed(Role.DECIDER_NAME)
  public SlateDto decide(@PathParam("id") String id, @Valid @NotNull DecideRequest request) {
    List<String> without = request.without() == null ? List.of() : request.without();
    decisions.decide(id, request.grant(), without, request.reason(), actor());
    return view(id);
  }

  @POST
  @Path("/{id}/post")
  @RolesAllowed(Role.STEWARD_NAME)
  public SlateDto post(@PathParam("id") String id) {
    posting.post(id, actor());
    return view(id);
  }

  @POST
  @Path("/{id}/moves/{move}/undo")
  @RolesAllowed(Role.STEWARD_NAME)
  public SlateDto undo(@PathParam("id") String id, @PathParam("move") String move) {
    underWay.undo(id, move, actor());
    return view(id);
  }

  /** A change at a vendor without a link that somebody has made there. */
  @POST
  @Path("/{id}/moves/{move}/done-by-hand")
  @RolesAllowed(Role.STEWARD_NAME)
  public SlateDto doneByHand(@PathParam("id") String id, @PathParam("move") String move) {
    underWay.doneByHand(id, move, actor());
    return view(id);
  }

  /** Why somebody gives up on a move. */
  @Schema(name = "EndRequest")
  public record EndRequest(@NotBlank @Size(max = 500) String reason) {}

  /** Gives up on a move that is on its way to a vendor, or waits to be made there by hand. */
  @POST
  @Path("/{id}/moves/{move}/end")
  @RolesAllowed(Role.STEWARD_NAME)
  public SlateDto end(
      @PathParam("id") String id,
      @PathParam("move") String move,
      @NotNull @Valid EndRequest request) {
    underWay.endCall(id, move, request.reason().strip(), actor());
    return view(id);
  }

  /**
   * @param due the day on which it is to be made
   */
  @Schema(name = "PutOffRequest")
  public record PutOffRequest(@NotBlank String due) {}

  /** Another day for a step of a posted slate that was not made yet. */
  @POST
  @Path("/{id}/moves/{move}/put-off")
  @RolesAllowed(Role.STEWARD_NAME)
  public SlateDto putOff(
      @PathParam("id") String id,
      @PathParam("move") String move,
      @NotNull @Valid PutOffRequest request) {
    steps.putOff(id, move, Params.day("due", request.due()).orElseThrow(), actor());
    return view(id);
  }

  /** A step of a posted slate that was not made yet, and is not to be. */
  @POST
  @Path("/{id}/moves/{move}/take-off")
  @RolesAllowed(Role.STEWARD_NAME)
  public SlateDto takeOff(@PathParam("id") String id, @PathParam("move") String move) {
    steps.takeOff(id, move, actor());
    return view(id);
  }

  /** The successor agrees to take the data over. */
  @POST
  @Path("/{id}/moves/{move}/agreed")
  @RolesAllowed(Role.STEWARD_NAME)
  public SlateDto agreed(@PathParam("id") String id, @PathParam("move") String move) {
    steps.agreed(id, move, actor());
    return view(id);
  }

  /** From now on somebody makes the change at the vendor by hand. */
  @POST
  @Path("/{id}/moves/{move}/by-hand")
  @RolesAllowed(Role.STEWARD_NAME)
  public SlateDto byHand(@PathParam("id") String id, @PathParam("move") String move) {
    underWay.turnToByHand(id, move, actor());
    return view(id);
  }

  private static List<MoveRequest> moves(MovesRequest body) {
    return body == null ? List.of() : body.moves();
  }
}
