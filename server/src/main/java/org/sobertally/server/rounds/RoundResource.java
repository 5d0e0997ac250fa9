package org.sobertally.server.rounds;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.sobertally.server.access.Role;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;

/** Rounds, and what came of them. */
@Path("/api/v1/rounds")
@Tag(name = "rounds")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class RoundResource {

  private final RoundStore store;
  private final RoundLife life;
  private final RoundViews views;
  private final SecurityIdentity identity;

  RoundResource(RoundStore store, RoundLife life, RoundViews views, SecurityIdentity identity) {
    this.store = store;
    this.life = life;
    this.views = views;
    this.identity = identity;
  }

  /** The newest first. */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public RestResponse<List<RoundViews.RoundDto>> rounds(
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    RoundViews.All all = views.all();
    return Page.ofPlaces(all.rounds().size(), n -> views.of(all, n), limit, cursor, uri);
  }

  @GET
  @Path("/{round}")
  public RoundViews.RoundDto round(@PathParam("round") String id) {
    return views.round(id);
  }

  /**
   * How wisely the line was drawn so far.
   *
   * @param takenBack seats of the plan that rounds took back
   * @param cameBack those of them that were needed again within 30 days
   */
  @Schema(name = "RoundReturns")
  public record ReturnsDto(String plan, long takenBack, long cameBack) {}

  /** Of every plan of which a round took a seat back. */
  @GET
  @Path("/returns")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<ReturnsDto> returns() {
    return store.returns().stream()
        .map(one -> new ReturnsDto(one.plan(), one.takenBack(), one.cameBack()))
        .toList();
  }

  /**
   * The most money first.
   *
   * @param stateText only those of which this becomes; all where absent
   */
  @GET
  @Path("/{round}/items")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  @Transactional
  public RestResponse<List<RoundViews.ItemDto>> items(
      @PathParam("round") String id,
      @QueryParam("state") String stateText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    RoundItem.State state = Params.choice("state", stateText, RoundItem.State.class).orElse(null);
    store.round(id);
    return Page.ofWindow(
        store.count(id, state),
        (first, most) -> store.items(id, state, first, most).stream().map(views::item).toList(),
        limit,
        cursor,
        uri);
  }

  /** Ends the questions before their day, and puts what nobody needs up for decision. */
  @POST
  @Path("/{round}/end-asking")
  @RolesAllowed(Role.STEWARD_NAME)
  public RoundViews.RoundDto endAsking(@PathParam("round") String id) {
    life.endAsking(id, actor());
    return views.round(id);
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }
}
