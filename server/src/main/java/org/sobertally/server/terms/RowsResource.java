package org.sobertally.server.terms;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.findings.Surplus;
import org.sobertally.core.leaver.Estate;
import org.sobertally.core.leaver.EstateChange;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.file.BookService;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookGuards;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Problem;
import org.sobertally.server.intake.EditedSheets;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.names.Slugs;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.time.TallyClock;

/**
 * Everything that is written down of a vendor, as rows that can be typed over: how it behaves, its
 * parts, plans with their ladders, agreements, subscriptions and data rules.
 */
@Path("/api/v1/vendors")
@Tag(name = "terms")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
public class RowsResource {

  private static final int LONGEST_NAME = 200;

  private final Books books;
  private final BookService service;
  private final BookRows rows;
  private final BookGuards guards;
  private final EditedSheets sheets;
  private final FigureCache figures;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  RowsResource(
      Books books,
      BookService service,
      BookRows rows,
      BookGuards guards,
      EditedSheets sheets,
      FigureCache figures,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity) {
    this.books = books;
    this.service = service;
    this.rows = rows;
    this.guards = guards;
    this.sheets = sheets;
    this.figures = figures;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * @param faults values that cannot be; with any of them nothing can be saved
   * @param warnings what is not wrong, but worth a look
   * @param said what becomes otherwise, each with what it was
   */
  @Schema(name = "RowsCheck")
  record Check(List<EditedRows.Fault> faults, List<String> warnings, List<String> said) {}

  /**
   * @param paidBefore a year, of all of the house, in the reporting currency
   * @param findings by kind, those of which there would be more or fewer
   * @param data what becomes of data without a seat; null where nothing would be otherwise
   */
  @Schema(name = "RowsPreview")
  record Preview(
      MoneyDto paidBefore,
      MoneyDto paidAfter,
      MoneyDto recoverableBefore,
      MoneyDto recoverableAfter,
      List<FindingCount> findings,
      @Schema(nullable = true) @Nullable DataTouched data) {}

  /**
   * Accounts without a seat whose data would pass on another day, or be lost on another.
   *
   * @param accounts how many lie there
   * @param touched to how many of them something else happens
   * @param lostBefore how many are lost within a year as it is
   * @param lostAfter how many would be
   * @param yearlyBefore what they cost a year where they lie
   */
  @Schema(name = "DataTouched")
  record DataTouched(
      int accounts,
      int touched,
      int lostBefore,
      int lostAfter,
      MoneyDto yearlyBefore,
      MoneyDto yearlyAfter) {}

  private static @Nullable DataTouched dataTouched(
      Book before, Book then, LocalDate today, String vendor) {
    int number = before.vendors().require(vendor);
    EstateChange change =
        EstateChange.of(
            Estate.of(before, today, number),
            Estate.of(then, today, then.vendors().require(vendor)),
            today,
            before.rates().reportingCurrency());
    return change.touched() == 0
        ? null
        : new DataTouched(
            change.accounts(),
            change.touched(),
            change.lostBefore(),
            change.lostAfter(),
            MoneyDto.of(change.yearlyBefore()),
            MoneyDto.of(change.yearlyAfter()));
  }

  /** A vendor that is new. */
  @Schema(name = "NewVendor")
  public record NewVendor(@NotBlank @Size(max = LONGEST_NAME) String name) {}

  @GET
  @Path("/{vendor}/rows")
  public RowSheet look(@PathParam("vendor") String vendor) {
    return RowSheet.of(known(books.current(), vendor), rows, vendor);
  }

  /** Writes down a vendor of which nothing is known yet but its name. */
  @POST
  public RowSheet add(@NotNull @Valid NewVendor form) {
    String name = form.name().strip();
    String actor = identity.getPrincipal().getName();
    return books.write(
        change -> {
          Book book = change.book();
          boolean same =
              book.vendors().all().stream().anyMatch(v -> v.name().equalsIgnoreCase(name));
          if (same) {
            throw Problem.conflict("There is a vendor %s already.".formatted(name));
          }
          String id = freeId(book, name);
          Map<String, String> values = new HashMap<>();
          values.put("vendor", id);
          values.put("name", name);
          store(change, id, name, "new vendor", List.of(row(values)), actor);
          journal.add(actor, "ROWS_CHANGED", "Wrote down the vendor %s.".formatted(name));
          return RowSheet.of(change.book(), rows, id);
        });
  }

  private static BookRows.Change row(Map<String, String> values) {
    try {
      return new BookRows.Change(
          BookSchema.VENDORS, null, BookRows.row(BookSchema.VENDORS, values));
    } catch (BookRows.NotAValueException e) {
      throw Problem.unprocessable(e.getMessage(), List.of());
    }
  }

  private static String freeId(Book book, String name) {
    String base = Slugs.of(name);
    String id = base;
    for (int n = 2; book.vendors().has(id); n++) {
      id = base + "-" + n;
    }
    return id;
  }

  /** Whether the edit could be saved; nothing is stored. */
  @POST
  @Path("/{vendor}/rows/check")
  public Check check(@PathParam("vendor") String vendor, @NotNull @Valid RowEdit edit) {
    Book book = known(books.current(), vendor);
    EditedRows edited = new EditedRows(book, rows, vendor, edit, clock.today());
    return new Check(edited.faults, edited.warnings(), edited.said());
  }

  /** What it would do to money and findings; nothing is stored. It counts everything anew. */
  @POST
  @Path("/{vendor}/rows/preview")
  public Preview preview(@PathParam("vendor") String vendor, @NotNull @Valid RowEdit edit) {
    Book book = known(books.current(), vendor);
    LocalDate today = clock.today();
    EditedRows edited = new EditedRows(book, rows, vendor, edit, today);
    requireGood(edited);
    Book then = service.with(edited.changes);
    Covers covers = Covers.of(UseStates.of(then, today));
    List<FindingCount> findings =
        FindingCount.differences(
            figures.findings(book, today), Findings.of(covers, clock.zone(), Map.of()));
    return new Preview(
        MoneyDto.of(book.yearlyCost(today).rounded()),
        MoneyDto.of(then.yearlyCost(today).rounded()),
        MoneyDto.of(figures.recoverable(book, today).rounded()),
        MoneyDto.of(
            FigureCache.recoverable(covers, Surplus.ofAll(then, today, clock.zone())).rounded()),
        findings,
        dataTouched(book, then, today, vendor));
  }

  /** Saves the edit whole, or not at all; it can be taken back like the intake of a file. */
  @PUT
  @Path("/{vendor}/rows")
  public RowSheet save(@PathParam("vendor") String vendor, @NotNull @Valid RowEdit edit) {
    if (edit.why() == null || edit.why().isBlank()) {
      throw Problem.badRequest("why: say why, for the journal.");
    }
    String actor = identity.getPrincipal().getName();
    return books.write(
        change -> {
          Book book = known(change.book(), vendor);
          if (!RowSheet.state(book, rows, vendor).equals(edit.state())) {
            throw Problem.conflict(
                "Somebody else has changed these rows since you opened them. Look at what they say"
                    + " now; what you typed is still here.");
          }
          EditedRows edited = new EditedRows(book, rows, vendor, edit, clock.today());
          requireGood(edited);
          if (edited.changes.isEmpty()) {
            throw Problem.conflict("Nothing is otherwise: there is nothing to save.");
          }
          String name = book.vendors().byId(vendor).name();
          store(change, vendor, name, edit.why().strip(), edited.changes, actor);
          journal.add(
              actor,
              "ROWS_CHANGED",
              "Changed what is written down of %s: %s. “%s”"
                  .formatted(name, Terms.joined(edited.said()), edit.why().strip()));
          return RowSheet.of(change.book(), rows, vendor);
        });
  }

  private static void requireGood(EditedRows edited) {
    if (!edited.faults.isEmpty()) {
      throw Problem.unprocessable(edited.faults.get(0).message(), edited.faults);
    }
  }

  private void store(
      Books.Change change,
      String vendor,
      String name,
      String why,
      List<BookRows.Change> changes,
      String actor) {
    guards.requireFree(change.book(), vendor::equals);
    rows.apply(changes);
    if (changes.stream().anyMatch(one -> one.after() == null)) {
      String orphan = rows.firstOrphan();
      if (orphan != null) {
        throw Problem.conflict("It cannot be taken out: %s".formatted(orphan));
      }
    }
    sheets.keep(vendor, name, why, changes, actor);
    service.reload(change);
  }

  private static Book known(Book book, String vendor) {
    Required.vendor(book, vendor);
    return book;
  }
}
