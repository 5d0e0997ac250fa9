package org.sobertally.server.intake;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.Consumes;
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
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.names.AlikeNames;

/** Single files of other shapes than a book's: looked at, tried, taken in, and taken back. */
@Path("/api/v1/intake")
@Tag(name = "intake")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
public class IntakeResource {

  /** Rows from which it is guessed how days are written. */
  private static final int LOOKED_AT = 200;

  private static final int SAMPLES = 5;
  private static final int MOST_REJECTED = 200;

  private final IntakeService service;
  private final Books books;
  private final SecurityIdentity identity;
  private final WhatIntakesShowed showed;

  IntakeResource(
      IntakeService service, Books books, SecurityIdentity identity, WhatIntakesShowed showed) {
    this.showed = showed;
    this.service = service;
    this.books = books;
    this.identity = identity;
  }

  /**
   * A file as it looks.
   *
   * @param samples the first rows
   * @param sheets of the workbook; empty for CSV
   * @param sheet the one shown; null for CSV
   * @param guesses how it might be read, by kind
   * @param likely the kind whose columns it has
   */
  @Schema(name = "FileSeen")
  record Seen(
      String id,
      String name,
      int rows,
      List<String> columns,
      List<List<String>> samples,
      List<String> sheets,
      @Schema(nullable = true) @Nullable String sheet,
      Map<FileKind, Mapping> guesses,
      FileKind likely) {}

  /**
   * What a file changes.
   *
   * @param rows in all
   * @param good rows that are taken
   * @param changes rows of the book that change
   * @param counts by what
   * @param rejected the first of the rows that are left out
   */
  @Schema(name = "FileCheck")
  record Check(
      int rows,
      int good,
      int changes,
      Map<String, Integer> counts,
      List<FileChanges.Rejected> rejected,
      int rejectedInAll,
      List<String> notes,
      Map<String, String> suggested) {}

  /**
   * @param fields what its columns may be
   */
  @Schema(name = "FileKindOffer")
  record Kind(FileKind kind, boolean ofVendor, List<FileKind.Field> fields) {}

  /**
   * @param parts by id, for columns of last uses
   * @param plans in which somebody holds seats, by id
   * @param pools whether it sells any
   */
  @Schema(name = "FileVendor")
  record FileVendor(
      String vendor,
      String name,
      Map<String, String> parts,
      Map<String, String> plans,
      boolean pools) {}

  @Schema(name = "FileWays")
  record Ways(List<Kind> kinds, List<FileVendor> vendors, List<Mapping> remembered) {}

  @Schema(name = "FileProgress")
  record Reading(int done, int of) {}

  /** What became of its rows. */
  record Counts(int good, int rejected, int changed) {}

  /**
   * One intake of a single file.
   *
   * @param mayTakeBack whether nothing later stands on it
   * @param confirmed changes made by hand that are believed because it showed them: taken back,
   *     they wait again
   */
  @Schema(name = "FileIntake")
  record Intake(
      String id,
      String source,
      FileKind kind,
      @Schema(nullable = true) @Nullable String vendor,
      String fileName,
      String taken,
      String actor,
      @JsonUnwrapped Counts counts,
      boolean mayTakeBack,
      int confirmed,
      @Schema(nullable = true) @Nullable String takenBack,
      @Schema(nullable = true) @Nullable String takenBackBy) {}

  /** The kinds of files, and how sources were read before. */
  @GET
  @Path("/ways")
  public Ways ways() {
    List<Kind> kinds =
        Arrays.stream(FileKind.values())
            .map(kind -> new Kind(kind, kind.isOfVendor(), kind.fields()))
            .toList();
    return new Ways(kinds, vendors(books.current()), service.mappings());
  }

  /** A workbook to fill in, with the columns of the kind. */
  @GET
  @Path("/templates/{kind}")
  @Produces(XlsxListWriter.XLSX)
  public Response template(@PathParam("kind") String kind) {
    FileKind wanted =
        Params.choice("kind", kind, FileKind.class)
            .orElseThrow(() -> Problem.notFound("There is no such kind of file."));
    String name = wanted.name().toLowerCase(Locale.ROOT).replace('_', '-') + "-template.xlsx";
    return Response.ok(Templates.workbook(wanted))
        .header("Content-Disposition", "attachment; filename=\"%s\"".formatted(name))
        .build();
  }

  private static List<FileVendor> vendors(Book book) {
    return book.vendors().all().stream()
        .map(
            vendor -> {
              Map<String, String> parts = new LinkedHashMap<>();
              List<String> ids = book.partsOf(vendor.id());
              for (int part = 0; part < ids.size(); part++) {
                parts.put(ids.get(part), book.partTitles(vendor.id(), 1L << part).get(0));
              }
              boolean pools =
                  book.plans().all().stream()
                      .anyMatch(
                          plan ->
                              plan.vendor().equals(vendor.id())
                                  && plan.model() == PlanModel.FLOATING);
              Map<String, String> plans = new TreeMap<>();
              book.plans().all().stream()
                  .filter(plan -> plan.vendor().equals(vendor.id()))
                  .filter(plan -> plan.model() != PlanModel.FLOATING)
                  .forEach(plan -> plans.put(plan.id(), plan.name()));
              return new FileVendor(vendor.id(), vendor.name(), parts, plans, pools);
            })
        .sorted(Comparator.comparing(FileVendor::name))
        .toList();
  }

  /** Brings a CSV or XLSX file; it is kept for a day and changes nothing yet. */
  @POST
  @Path("/files")
  @Consumes(MediaType.APPLICATION_OCTET_STREAM)
  public Seen bring(@QueryParam("name") String name, byte[] content) {
    if (name == null || name.isBlank() || name.length() > 300) {
      throw Problem.badRequest("name: say what the file is called, in at most 300 characters.");
    }
    // The first sheet is often about the file, or empty.
    List<String> tables = Sheet.tables(content);
    String first = tables.isEmpty() ? null : tables.get(0);
    Sheet sheet = Sheet.read(content, first);
    return look(service.keep(name, content, actor()), name, sheet, first);
  }

  /** A file that was brought, as another sheet of it looks. */
  @GET
  @Path("/files/{id}")
  public Seen look(@PathParam("id") String id, @QueryParam("sheet") String sheet) {
    IntakeFile file = service.file(id);
    return look(id, file.name, Sheet.read(file.content, sheet), sheet);
  }

  private static Seen look(String id, String name, Sheet sheet, @Nullable String sheetName) {
    String shown =
        sheetName == null && !sheet.sheets().isEmpty() ? sheet.sheets().get(0) : sheetName;
    // What is remembered of a source with one sheet serves whatever that is called.
    String remembered = sheet.sheets().size() > 1 ? shown : null;
    DayForm dayForm =
        DayForm.likeliest(
            sheet.rows().stream()
                .limit(LOOKED_AT)
                .flatMap(Arrays::stream)
                .filter(Objects::nonNull)
                .toList());
    Map<FileKind, Mapping> guesses = new TreeMap<>();
    for (FileKind kind : FileKind.values()) {
      guesses.put(kind, Mapping.guess(kind, sheet.columns(), dayForm, remembered));
    }
    return new Seen(
        id,
        name,
        sheet.rows().size(),
        sheet.columns(),
        sheet.rows().stream().limit(SAMPLES).map(List::of).toList(),
        sheet.sheets(),
        shown,
        guesses,
        likeliest(guesses));
  }

  /** Of the kinds whose needed fields all have a column the one with most columns. */
  private static FileKind likeliest(Map<FileKind, Mapping> guesses) {
    FileKind likeliest = FileKind.HOLDINGS;
    int most = 0;
    for (Mapping guess : guesses.values()) {
      int found = guess.columns().size() + guess.parts().size();
      boolean whole =
          guess.kind().fields().stream()
              .allMatch(field -> !field.required() || guess.columns().containsKey(field.name()));
      boolean told = guess.kind() != FileKind.LAST_USE || !guess.parts().isEmpty();
      if (whole && told && found > most) {
        likeliest = guess.kind();
        most = found;
      }
    }
    return likeliest;
  }

  /** What taking the file in would change; nothing is changed. */
  @POST
  @Path("/files/{id}/check")
  public Check check(@PathParam("id") String id, Mapping mapping) {
    return seen(service.check(id, needed(mapping)));
  }

  /** The rows that would be left out, with the reason. */
  @POST
  @Path("/files/{id}/rejected")
  @Produces("text/csv")
  public List<FileChanges.Rejected> rejected(@PathParam("id") String id, Mapping mapping) {
    return service.check(id, needed(mapping)).rejected;
  }

  /** Takes the good rows in, whole or not at all. */
  @POST
  @Path("/files/{id}/take")
  public Check take(@PathParam("id") String id, Mapping mapping) {
    return seen(service.take(id, needed(mapping), actor()));
  }

  /** How far the reading of a file has come, while one is under way. */
  @GET
  @Path("/files/{id}/progress")
  public Reading progress(@PathParam("id") String id) {
    Progress progress = service.progress(id);
    return progress == null ? new Reading(0, 0) : new Reading(progress.done(), progress.of());
  }

  /** What came in as single files, the newest first. */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public RestResponse<List<Intake>> all(
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    List<Intake> all = all();
    return Page.ofPlaces(all.size(), all::get, limit, cursor, uri);
  }

  private List<Intake> all() {
    List<TakenFile> rows = service.all();
    Map<String, Integer> confirmed = showed.confirmed();
    return rows.stream().map(row -> shown(row, rows, confirmed.getOrDefault(row.id, 0))).toList();
  }

  @POST
  @Path("/{id}/take-back")
  public List<Intake> takeBack(@PathParam("id") String id) {
    service.takeBack(id, actor());
    return all();
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }

  private static Mapping needed(Mapping mapping) {
    if (mapping == null) {
      throw Problem.badRequest("The body is empty: say how the file is to be read.");
    }
    return mapping;
  }

  private static Check seen(FileChanges draft) {
    Map<String, Integer> counts = new TreeMap<>();
    draft.counts.forEach((what, n) -> counts.put(what.name(), n));
    int rows = draft.sheet.rows().size();
    return new Check(
        rows,
        rows - draft.rejected.size(),
        draft.changes.size() + draft.uses.size(),
        counts,
        draft.rejected.stream().limit(MOST_REJECTED).toList(),
        draft.rejected.size(),
        draft.notes,
        suggested(draft));
  }

  /** What a vendor's words for its products are likely to mean: a plan's id by the word. */
  private static Map<String, String> suggested(FileChanges draft) {
    Mapping mapping = draft.mapping;
    String column = mapping.columns().get("plan");
    if (mapping.vendor() == null || column == null) {
      return Map.of();
    }
    Map<String, String> plans = new TreeMap<>();
    draft.book.plans().all().stream()
        .filter(plan -> plan.vendor().equals(mapping.vendor()))
        .forEach(plan -> plans.put(plan.id(), plan.name()));
    Map<String, String> suggested = new TreeMap<>();
    for (FileChanges.Rejected one : draft.rejected) {
      if (column.equals(one.column())) {
        for (String word : HoldingsFile.words(one.value(), mapping)) {
          AlikeNames.closest(word, plans).ifPresent(plan -> suggested.put(word, plan));
        }
      }
    }
    return suggested;
  }

  private static Intake shown(TakenFile row, List<TakenFile> all, int confirmed) {
    boolean newest =
        all.stream()
            .noneMatch(
                later ->
                    later.number > row.number
                        && later.takenBack == null
                        && later.mayGo
                        && later.sharesGroundWith(row));
    return new Intake(
        row.id,
        row.source,
        row.kind,
        row.vendor,
        row.fileName,
        row.taken.toString(),
        row.actor,
        new Counts(row.good, row.rejected, row.changed),
        row.mayGo && newest,
        confirmed,
        row.takenBack == null ? null : row.takenBack.toString(),
        row.takenBackBy);
  }
}
