package org.sobertally.server.bills;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.enterprise.inject.Instance;
import jakarta.validation.Valid;
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
import jakarta.ws.rs.core.UriInfo;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.bill.BillCheck;
import org.sobertally.core.bill.ExpectedBill;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.kept.DecidedAhead;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.store.AsOf;

/** Bills that are expected next, and those that came, row by row beside what was expected. */
@Path("/api/v1/bills")
@Tag(name = "bills")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class BillsResource {

  private static final String CSV = "text/csv";

  private final Books books;
  private final AsOf asOf;
  private final BookEditor editor;
  private final Journal journal;
  private final SecurityIdentity identity;
  private final BillNotes notes;
  private final SignIns sessions;
  private final Instance<DecidedAhead> ahead;

  BillsResource(
      Books books,
      AsOf asOf,
      BookEditor editor,
      Journal journal,
      SecurityIdentity identity,
      BillNotes notes,
      SignIns sessions,
      Instance<DecidedAhead> ahead) {
    this.ahead = ahead;
    this.sessions = sessions;
    this.notes = notes;
    this.books = books;
    this.asOf = asOf;
    this.editor = editor;
    this.journal = journal;
    this.identity = identity;
  }

  /** Of each agreement that has one its next bill, by day. */
  @GET
  @Path("/next")
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public List<NextBill> next(
      @QueryParam("agreement") String agreement, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    boolean one = agreement != null && !agreement.isBlank();
    if (one && !book.agreements().has(agreement)) {
      throw Refusal.notFound("There is no agreement %s.".formatted(agreement));
    }
    List<NextBill> next = new ArrayList<>();
    Book then = book;
    for (DecidedAhead source : ahead) {
      then = source.decided(then, day);
    }
    for (int a = 0; a < book.agreements().size(); a++) {
      Agreement of = book.agreements().get(a);
      if (!one || of.id().equals(agreement)) {
        Optional<ExpectedBill> bill = ExpectedBill.next(then, a, day);
        if (bill.isPresent()) {
          next.add(NextBill.of(then, of, bill.get()));
        }
      }
    }
    next.sort(Comparator.comparing(NextBill::day).thenComparing(NextBill::agreement));
    return next;
  }

  /** A bill that came. */
  @Schema(name = "Bill")
  record BillDto(
      String bill,
      String agreement,
      LocalDate day,
      LocalDate from,
      LocalDate until,
      MoneyDto total,
      MoneyDto expected,
      MoneyDto difference,
      String name,
      BillState state) {}

  /** Bills that came, by day. */
  @GET
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<BillDto>> all(
      @QueryParam("agreement") String agreement,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    Map<String, BillNote> known = notes.all();
    List<BillDto> bills =
        book.bills().all().stream()
            .filter(
                bill ->
                    agreement == null || agreement.isBlank() || bill.agreement().equals(agreement))
            .sorted(Comparator.comparing(VendorBill::day).thenComparing(VendorBill::id))
            .map(bill -> dto(book, BillCheck.of(book, bill), known.get(bill.id())))
            .toList();
    return Page.ofPlaces(bills.size(), bills::get, limit, cursor, uri, book.version());
  }

  private static BillDto dto(Book book, BillCheck check, @Nullable BillNote note) {
    VendorBill bill = check.bill();
    return new BillDto(
        bill.id(),
        bill.agreement(),
        bill.day(),
        bill.from(),
        bill.until(),
        MoneyDto.of(check.billedTotal()),
        MoneyDto.of(check.expectedTotal()),
        MoneyDto.of(check.difference()),
        book.agreements().byId(bill.agreement()).name(),
        BillNotes.state(note));
  }

  @Schema(name = "BillQuantity")
  record Part(BigDecimal quantity, MoneyDto amount) {}

  /**
   * One subscription on a bill.
   *
   * @param says the difference as a sentence for the vendor; null where there is none
   */
  @Schema(name = "BillLine")
  record LineDto(
      String line,
      String plan,
      Part expected,
      Part billed,
      MoneyDto difference,
      MoneyDto byQuantity,
      MoneyDto byPrice,
      boolean missing,
      boolean unexpected,
      String planName,
      @Schema(nullable = true) @Nullable String says) {}

  @Schema(name = "BillRowWithoutLine")
  record RowDto(int row, String text, BigDecimal quantity, @Nullable MoneyDto amount) {}

  /** What was billed against what was expected. */
  record Compared(
      String currency,
      List<LineDto> lines,
      List<RowDto> rowsWithoutLine,
      MoneyDto expected,
      MoneyDto billed,
      MoneyDto difference) {}

  /** A bill beside what was expected. */
  @Schema(name = "BillCheck")
  record CheckDto(
      String bill,
      String agreement,
      LocalDate day,
      @Schema(nullable = true) @Nullable LocalDate billDay,
      @JsonUnwrapped Compared compared,
      String name,
      BillState state,
      @Schema(nullable = true) @Nullable Said said,
      List<BillState> mayBecome) {}

  /** What was said of a bill last. */
  @Schema(name = "BillSaid")
  record Said(@Schema(nullable = true) @Nullable String note, String by, LocalDate on) {}

  @GET
  @Path("/{bill}/check")
  public CheckDto check(@PathParam("bill") String bill) {
    Book book = books.current();
    return check(book, require(book, bill));
  }

  private static VendorBill require(Book book, String bill) {
    if (!book.bills().has(bill)) {
      throw Refusal.notFound("There is no bill %s.".formatted(bill));
    }
    return book.bills().byId(bill);
  }

  private CheckDto check(Book book, VendorBill bill) {
    BillNote note = notes.of(bill.id());
    BillState state = BillNotes.state(note);
    BillCheck check = BillCheck.of(book, bill);
    String currency = check.billedTotal().currency();
    return new CheckDto(
        bill.id(),
        bill.agreement(),
        bill.day(),
        check.expected() == null ? null : check.expected().day(),
        new Compared(
            currency,
            check.lines().stream().map(line -> line(book, line)).toList(),
            check.rowsWithoutLine().stream()
                .map(
                    row ->
                        new RowDto(
                            row.row(),
                            row.text(),
                            row.quantity(),
                            MoneyDto.of(row.amount(), currency)))
                .toList(),
            MoneyDto.of(check.expectedTotal()),
            MoneyDto.of(check.billedTotal()),
            MoneyDto.of(check.difference())),
        book.agreements().byId(bill.agreement()).name(),
        state,
        note == null ? null : new Said(note.note, sessions.nameOf(note.author), note.noted),
        state.next().stream().sorted().toList());
  }

  /**
   * @param note for the vendor, or how it was settled; null for none
   */
  @Schema(name = "BillStateForm")
  public record StateForm(
      @NotNull BillState state, @Schema(nullable = true) @Size(max = 2000) String note) {}

  /** Says that a bill is accepted, disputed or settled. */
  @POST
  @Path("/{bill}/state")
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public CheckDto say(@PathParam("bill") String bill, @NotNull @Valid StateForm form) {
    Book book = books.current();
    VendorBill of = require(book, bill);
    String note = form.note() == null || form.note().isBlank() ? null : form.note().strip();
    notes.say(bill, form.state(), note, identity.getPrincipal().getName());
    return check(book, of);
  }

  private static LineDto line(Book book, BillCheck.Line line) {
    return new LineDto(
        book.lines().get(line.line()).id(),
        book.planOfLine(line.line()).id(),
        new Part(line.expectedQuantity(), MoneyDto.of(line.expected())),
        new Part(line.billedQuantity(), MoneyDto.of(line.billed())),
        MoneyDto.of(line.difference()),
        MoneyDto.of(line.byQuantity()),
        MoneyDto.of(line.byPrice()),
        line.missing(),
        line.unexpected(),
        book.planOfLine(line.line()).name(),
        says(book, line));
  }

  /** What is to be said to the vendor; null where the two agree. */
  private static @Nullable String says(Book book, BillCheck.Line line) {
    String plan = book.planOfLine(line.line()).name();
    if (line.missing()) {
      return "%s was due (%s) and is not on the bill."
          .formatted(plan, MoneyWords.exact(line.expected()));
    }
    if (line.unexpected()) {
      return "%s is charged (%s), and nothing was due."
          .formatted(plan, MoneyWords.exact(line.billed()));
    }
    List<String> says = new ArrayList<>();
    if (!isNothing(line.byQuantity())) {
      says.add(
          "%s seats of %s are charged, %s were bought: %s"
              .formatted(
                  plain(line.billedQuantity()),
                  plan,
                  plain(line.expectedQuantity()),
                  MoneyWords.exact(line.byQuantity())));
    }
    if (!isNothing(line.byPrice())) {
      says.add(
          "%s has another price than was agreed: %s"
              .formatted(plan, MoneyWords.exact(line.byPrice())));
    }
    return says.isEmpty() ? null : String.join("; ", says) + ".";
  }

  private static boolean isNothing(Money money) {
    return money.rounded().amount().signum() == 0;
  }

  static String plain(BigDecimal number) {
    return number.stripTrailingZeros().toPlainString();
  }

  /** Writes a bill down, and answers with what differs. */
  @POST
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public CheckDto write(@NotNull @Valid BillForm form) {
    return books.write(
        change -> {
          VendorBill bill = form.read(change.book());
          editor.put(change, bill);
          CheckDto check = check(change.book(), bill);
          journal.add(
              identity.getPrincipal().getName(),
              "BILL_WRITTEN",
              "Wrote the bill %s of %s down: %s, %s expected."
                  .formatted(
                      bill.id(),
                      check.name(),
                      MoneyWords.exact(BillCheck.of(change.book(), bill).billedTotal()),
                      MoneyWords.exact(BillCheck.of(change.book(), bill).expectedTotal())));
          return check;
        });
  }

  /** Takes a bill out that should not have been written down. */
  @DELETE
  @Path("/{bill}")
  @RolesAllowed({Role.STEWARD_NAME, Role.DECIDER_NAME})
  public void remove(@PathParam("bill") String bill) {
    books.write(
        change -> {
          VendorBill gone = require(change.book(), bill);
          editor.remove(change, gone);
          notes.forget(bill);
          journal.add(
              identity.getPrincipal().getName(),
              "BILL_TAKEN_OUT",
              "Took the bill %s out.".formatted(bill));
          return null;
        });
  }
}
