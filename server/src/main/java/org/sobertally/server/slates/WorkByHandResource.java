package org.sobertally.server.slates;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.vendors.AccountTarget;
import org.sobertally.server.vendors.VendorPages;

/** What somebody has to do at vendors by hand, as a list to take along. */
@Path("/api/v1/work-by-hand")
@Tag(name = "slates")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed(Role.STEWARD_NAME)
public class WorkByHandResource {

  private final Books books;
  private final SlateStore store;
  private final CallStore callStore;
  private final CallOutcomes outcomes;
  private final VendorPages pages;
  private final SecurityIdentity identity;
  private final MoveTypes types;
  private final DueSteps steps;

  WorkByHandResource(
      Books books,
      SlateStore store,
      CallStore callStore,
      CallOutcomes outcomes,
      VendorPages pages,
      SecurityIdentity identity,
      MoveTypes types,
      DueSteps steps) {
    this.steps = steps;
    this.types = types;
    this.pages = pages;
    this.books = books;
    this.store = store;
    this.callStore = callStore;
    this.outcomes = outcomes;
    this.identity = identity;
  }

  /**
   * One account that is to be changed at its vendor.
   *
   * @param account its id in the book
   * @param email that it signs in with
   * @param name of its person, or the address where it is nobody's
   * @param todo what to do, in words
   * @param page where it is done; null where nobody said
   */
  @Schema(name = "WorkByHand")
  record Work(
      String vendor,
      String vendorName,
      String account,
      String email,
      @Schema(nullable = true) @Nullable String person,
      String name,
      String todo,
      String slate,
      @Schema(nullable = true) @Nullable String page) {}

  /**
   * By vendor, then by name.
   *
   * @param slate of one slate only
   * @param vendor at one vendor only
   */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Work> list(@QueryParam("slate") String slate, @QueryParam("vendor") String vendor) {
    Book book = books.current();
    Map<String, String> slates = callStore.slatesByHand();
    Map<String, String> addresses = pages.all();
    List<Work> works = new ArrayList<>();
    for (VendorCall call : open(slates, slate, vendor)) {
      SlateMove move = store.move(call.move);
      String todo =
          types.atVendor(move).onlyByHand() ? types.words(book, move) : todo(book, call.wish());
      works.add(
          work(
              book,
              call,
              todo,
              Objects.requireNonNull(slates.get(call.move)),
              addresses.get(call.vendor)));
    }
    works.sort(
        Comparator.comparing(Work::vendorName)
            .thenComparing(Work::name)
            .thenComparing(Work::account)
            .thenComparing(Work::todo));
    return works;
  }

  /** Says of all of them that they are done; each is believed once the vendor shows it. */
  @POST
  @Path("/done")
  public List<Work> done(@QueryParam("slate") String slate, @QueryParam("vendor") String vendor) {
    String actor = identity.getPrincipal().getName();
    open(callStore.slatesByHand(), slate, vendor).forEach(call -> outcomes.sayDone(call.id, actor));
    steps.makeDueSteps();
    return list(slate, vendor);
  }

  private List<VendorCall> open(Map<String, String> slates, String slate, String vendor) {
    return callStore.callsByHand().stream()
        .filter(call -> slates.containsKey(call.move))
        .filter(call -> slate == null || slate.equals(slates.get(call.move)))
        .filter(call -> vendor == null || vendor.equals(call.vendor))
        .toList();
  }

  private Work work(Book book, VendorCall call, String todo, String slate, @Nullable String page) {
    Account account = book.accounts().has(call.account) ? book.accounts().byId(call.account) : null;
    String email = account == null ? Objects.requireNonNullElse(call.email, "") : account.email();
    String person = account == null ? null : account.person();
    return new Work(
        call.vendor,
        book.vendors().has(call.vendor) ? book.vendors().byId(call.vendor).name() : call.vendor,
        call.account,
        email,
        person,
        person == null ? email : book.people().byId(person).name(),
        todo,
        slate,
        page);
  }

  private static String todo(Book book, AccountTarget wish) {
    List<String> todo = new ArrayList<>();
    if (Boolean.FALSE.equals(wish.present())) {
      todo.add("delete the account");
    }
    if (Boolean.TRUE.equals(wish.active())) {
      todo.add("open the sign-in");
    } else if (Boolean.FALSE.equals(wish.active())) {
      todo.add("shut the sign-in");
    }
    if (!wish.grants().isEmpty()) {
      todo.add("give " + names(book, wish.grants()));
    }
    if (!wish.revokes().isEmpty()) {
      todo.add("take back " + names(book, wish.revokes()));
    }
    return todo.isEmpty() ? "see that the account is there" : String.join(", ", todo);
  }

  private static String names(Book book, Set<String> plans) {
    return plans.stream()
        .map(plan -> book.plans().has(plan) ? book.plans().byId(plan).name() : plan)
        .sorted()
        .collect(Collectors.joining(" and "));
  }
}
