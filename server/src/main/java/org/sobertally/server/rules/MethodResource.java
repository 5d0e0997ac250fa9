package org.sobertally.server.rules;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.time.Days;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.time.TallyClock;

/**
 * How seats came to their holders: one way for each subscription, unless it is mixed on purpose.
 */
@Path("/api/v1")
@Tag(name = "rules")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class MethodResource {

  private static final int MOST_OTHERS = 500;

  private final Books books;
  private final AsOf asOf;
  private final RuleNotes notes;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  MethodResource(
      Books books,
      AsOf asOf,
      RuleNotes notes,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity) {
    this.books = books;
    this.asOf = asOf;
    this.notes = notes;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
  }

  /** A seat that came another way than most. */
  @Schema(name = "OtherWay")
  record OtherWay(
      String holding,
      @Schema(nullable = true) @Nullable String person,
      String name,
      Holding.Method method) {}

  /**
   * How the seats of a subscription came to their holders.
   *
   * @param usual the way most came
   * @param mixed whether somebody said that it is so on purpose
   * @param others holdings that came another way; none where it is mixed on purpose
   */
  @Schema(name = "Methods")
  record Methods(
      String line,
      String planName,
      String vendorName,
      Holding.Method usual,
      int byHand,
      int byRule,
      int byVendor,
      boolean mixed,
      List<OtherWay> others) {}

  @Schema(name = "MixedRequest")
  public record MixedRequest(@NotNull Boolean mixed) {}

  /** Every subscription whose seats came in more than one way. */
  @GET
  @Path("/methods")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Methods> all(@QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int day = Days.of(asOf.of(book, asOfText));
    Set<String> mixed = notes.mixed();
    List<Methods> all = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      Methods methods = methods(book, line, day, mixed);
      int ways =
          Integer.signum(methods.byHand())
              + Integer.signum(methods.byRule())
              + Integer.signum(methods.byVendor());
      if (ways > 1) {
        all.add(methods);
      }
    }
    return all;
  }

  @GET
  @Path("/subscriptions/{line}/methods")
  public Methods ofLine(@PathParam("line") String lineId, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int day = Days.of(asOf.of(book, asOfText));
    return methods(book, line(book, lineId), day, notes.mixed());
  }

  /** Says that the subscription is mixed on purpose, or no longer. */
  @POST
  @Path("/subscriptions/{line}/methods")
  @RolesAllowed(Role.STEWARD_NAME)
  @Transactional
  public Methods mix(@PathParam("line") String lineId, @NotNull @Valid MixedRequest request) {
    Book book = books.current();
    int line = line(book, lineId);
    boolean was = notes.mixed().contains(lineId);
    if (request.mixed() != was) {
      if (request.mixed()) {
        notes.mix(lineId, identity.getPrincipal().getName(), clock.today());
      } else {
        notes.unmix(lineId);
      }
      tell(lineId, book.planOfLine(line).name(), request.mixed());
    }
    return methods(book, line, Days.of(clock.today()), notes.mixed());
  }

  private void tell(String line, String plan, boolean mixed) {
    JournalEntry entry = new JournalEntry();
    entry.line = line;
    String text =
        mixed
            ? "Seats of %s come in more than one way on purpose."
            : "Seats of %s are to come in one way again.";
    journal.add(identity.getPrincipal().getName(), "METHODS", text.formatted(plan), entry);
  }

  private static int line(Book book, String id) {
    Required.subscription(book, id);
    return book.lines().require(id);
  }

  private static Methods methods(Book book, int line, int day, Set<String> mixedLines) {
    var holdings = book.holdings();
    int[] counts = new int[Holding.Method.values().length];
    List<Integer> open = new ArrayList<>();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (holdings.openOn(h, day)) {
        counts[holdings.method(h).ordinal()]++;
        open.add(h);
      }
    }
    Holding.Method usual = Holding.Method.HAND;
    for (Holding.Method method : Holding.Method.values()) {
      usual = counts[method.ordinal()] > counts[usual.ordinal()] ? method : usual;
    }
    Holding.Method most = usual;
    String id = book.lines().get(line).id();
    boolean mixed = mixedLines.contains(id);
    Plan plan = book.planOfLine(line);
    return new Methods(
        id,
        plan.name(),
        book.vendors().byId(plan.vendor()).name(),
        usual,
        counts[Holding.Method.HAND.ordinal()],
        counts[Holding.Method.RULE.ordinal()],
        counts[Holding.Method.VENDOR.ordinal()],
        mixed,
        open.stream()
            .filter(h -> !mixed && holdings.method(h) != most)
            .limit(MOST_OTHERS)
            .map(h -> other(book, h))
            .toList());
  }

  private static OtherWay other(Book book, int h) {
    var account = book.accounts().get(book.holdings().account(h));
    String name =
        account.person() == null ? account.email() : book.people().byId(account.person()).name();
    return new OtherWay(book.holdings().id(h), account.person(), name, book.holdings().method(h));
  }
}
