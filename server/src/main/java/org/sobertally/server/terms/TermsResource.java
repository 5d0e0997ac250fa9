package org.sobertally.server.terms;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.money.Money;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Problem;
import org.sobertally.server.intake.EditedSheets;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.time.TallyClock;

/** What was agreed with a vendor: looked at, tried, and set right. */
@Path("/api/v1/vendors/{vendor}/terms")
@Tag(name = "terms")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class TermsResource {

  private final Books books;
  private final BookEditor editor;
  private final BookRows rows;
  private final EditedSheets sheets;
  private final FigureCache figures;
  private final Journal journal;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  TermsResource(
      Books books,
      BookEditor editor,
      BookRows rows,
      EditedSheets sheets,
      FigureCache figures,
      Journal journal,
      TallyClock clock,
      SecurityIdentity identity) {
    this.books = books;
    this.editor = editor;
    this.rows = rows;
    this.sheets = sheets;
    this.figures = figures;
    this.journal = journal;
    this.clock = clock;
    this.identity = identity;
  }

  /** An agreement as it is and as it would be; each yearly amount in the reporting currency. */
  @Schema(name = "TermsDifference")
  record Difference(
      String agreement,
      String name,
      @Schema(nullable = true) @Nullable LocalDate noticeBefore,
      @Schema(nullable = true) @Nullable LocalDate noticeAfter,
      @Schema(nullable = true) @Nullable LocalDate renewalBefore,
      @Schema(nullable = true) @Nullable LocalDate renewalAfter,
      MoneyDto yearlyBefore,
      MoneyDto yearlyAfter) {}

  /**
   * @param faults values that cannot be; with any of them nothing can be saved
   * @param differences by agreement, of those that change
   * @param findings of which there would be more or fewer on that day
   * @param after what all of the house would pay a year, from the edit's day on
   */
  @Schema(name = "TermsCheck")
  record Check(
      List<EditedTerms.Fault> faults,
      List<Difference> differences,
      MoneyDto before,
      MoneyDto after,
      List<FindingCount> findings) {}

  @GET
  public TermsSheet look(@PathParam("vendor") String vendor) {
    return Terms.sheet(known(books.current(), vendor), vendor, clock.today());
  }

  /** What the edit would change; nothing is stored. */
  @POST
  @Path("/check")
  @RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
  public Check check(@PathParam("vendor") String vendor, @NotNull @Valid TermsEdit edit) {
    Book book = known(books.current(), vendor);
    LocalDate today = clock.today();
    EditedTerms edited = new EditedTerms(book, vendor, edit, today);
    Book changed = edited.changed();
    List<Difference> differences = new ArrayList<>();
    for (Agreement now : book.agreements().all()) {
      Agreement then = changed.agreements().byId(now.id());
      boolean touched =
          edited.agreements.contains(then)
              || edited.lines.stream().anyMatch(line -> line.agreement().equals(now.id()));
      if (touched) {
        Money before = Terms.yearly(book, now.id(), edited.from());
        Money after = Terms.yearly(changed, now.id(), edited.from());
        differences.add(difference(now, then, today, before, after));
      }
    }
    return new Check(
        edited.faults,
        differences,
        MoneyDto.of(book.yearlyCost(edited.from()).rounded()),
        MoneyDto.of(changed.yearlyCost(edited.from()).rounded()),
        edited.faults.isEmpty() ? findings(book, changed, edited.from()) : List.of());
  }

  private static Difference difference(
      Agreement now, Agreement then, LocalDate today, Money before, Money after) {
    return new Difference(
        now.id(),
        then.name(),
        now.noticeBy(today).orElse(null),
        then.noticeBy(today).orElse(null),
        now.nextRenewal(today).orElse(null),
        then.nextRenewal(today).orElse(null),
        MoneyDto.of(before.rounded()),
        MoneyDto.of(after.rounded()));
  }

  /** Held against each other on the day from which the edit holds. */
  private List<FindingCount> findings(Book book, Book changed, LocalDate day) {
    UseStates states = UseStates.of(changed, day, figures.of(book, day).states());
    return FindingCount.differences(
        Findings.of(figures.of(book, day).covers(), clock.zone(), Map.of()),
        Findings.of(Covers.of(states), clock.zone(), Map.of()));
  }

  /** Saves the edit whole, or not at all. */
  @PUT
  @RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
  public TermsSheet save(@PathParam("vendor") String vendor, @NotNull @Valid TermsEdit edit) {
    if (edit.why() == null || edit.why().isBlank()) {
      throw Problem.badRequest("why: say why, for the journal.");
    }
    LocalDate today = clock.today();
    return books.write(
        change -> {
          Book book = known(change.book(), vendor);
          EditedTerms edited = requireGood(book, vendor, edit, today);
          List<String> said = Terms.said(book, edited);
          if (said.isEmpty()) {
            throw Problem.conflict("Nothing on the sheet is otherwise: there is nothing to save.");
          }
          String actor = identity.getPrincipal().getName();
          List<BookRows.Change> stored =
              rows.recorded(
                  () -> {
                    edited.agreements.forEach(agreement -> editor.put(change, agreement));
                    edited.lines.forEach(line -> editor.put(change, line));
                  });
          String name = book.vendors().byId(vendor).name();
          sheets.keep(vendor, name, edit.why().strip(), stored, actor);
          journal.add(
              actor,
              "TERMS_CHANGED",
              "Changed the terms of %s: %s. “%s”"
                  .formatted(name, Terms.joined(said), edit.why().strip()));
          return Terms.sheet(change.book(), vendor, today);
        });
  }

  private static EditedTerms requireGood(
      Book book, String vendor, TermsEdit edit, LocalDate today) {
    if (!Terms.state(book, vendor).equals(edit.state())) {
      throw Problem.conflict(
          "Somebody else has changed this sheet since you opened it. Look at what it says"
              + " now; what you typed is still here.");
    }
    EditedTerms edited = new EditedTerms(book, vendor, edit, today);
    if (!edited.faults.isEmpty()) {
      EditedTerms.Fault first = edited.faults.get(0);
      throw Problem.unprocessable(
          "%s, %s: %s".formatted(first.of(), first.field(), first.message()), edited.faults);
    }
    return edited;
  }

  private static Book known(Book book, String vendor) {
    Required.vendor(book, vendor);
    return book;
  }
}
