package org.sobertally.server.slates;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.time.TallyClock;

/** Lists of people and plans, looked at before they go on a slate. */
@Path("/api/v1/slates/list-check")
@Tag(name = "slates")
@RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
public class ListResource {

  private static final int MOST_CHARACTERS = 4_000_000;

  private final Books books;
  private final SlateStore store;
  private final TallyClock clock;
  private final SecurityIdentity identity;
  private final MoveTypes types;

  ListResource(
      Books books, SlateStore store, TallyClock clock, SecurityIdentity identity, MoveTypes types) {
    this.types = types;
    this.books = books;
    this.store = store;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * Says row by row what would happen; nothing is changed.
   *
   * @param text a person (address or id) and a plan (id or name) in each row, separated by commas,
   *     semicolons or tabs
   * @param planId of rows that name no plan
   */
  @POST
  @Consumes({"text/csv", MediaType.TEXT_PLAIN})
  @Produces(MediaType.APPLICATION_JSON)
  public ListCheck.Result check(
      String text, @QueryParam("kind") String kindText, @QueryParam("plan") String planId) {
    MoveKind kind = Params.choice("kind", kindText, MoveKind.class).orElse(MoveKind.HAND_OUT);
    if (kind != MoveKind.HAND_OUT && kind != MoveKind.TAKE_BACK) {
      throw Problem.badRequest("kind: a list is of HAND_OUT or of TAKE_BACK.");
    }
    if (text != null && text.length() > MOST_CHARACTERS) {
      throw Problem.tooLarge("The list is too long. Split it.");
    }
    Book book = books.current();
    Plan usual = null;
    if (planId != null && !planId.isBlank()) {
      Required.plan(book, planId);
      usual = book.plans().byId(planId);
    }
    var onDraft = store.movesOnDraftOf(identity.getPrincipal().getName());
    return new ListCheck(types, book, clock.today(), kind, usual)
        .check(text == null ? "" : text, types.toCore(onDraft));
  }

  /** The rows that are not good, with what is the matter, as CSV. */
  @POST
  @Path("/rest")
  @Consumes({"text/csv", MediaType.TEXT_PLAIN})
  @Produces("text/csv")
  public List<RestRow> rest(
      String text, @QueryParam("kind") String kindText, @QueryParam("plan") String planId) {
    return check(text, kindText, planId).rows().stream()
        .filter(row -> row.move() == null)
        .map(row -> new RestRow(row.who(), row.what(), row.row(), row.verdict(), row.message()))
        .toList();
  }

  /** A row to take home: as it came, where it stood, and why it is not good. */
  record RestRow(String person, String plan, int row, String verdict, String message) {}
}
