package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;

/**
 * How a source's files are read; remembered under the source's name.
 *
 * @param source what the organisation calls where such files come from
 * @param vendor whose file it is; null for people
 * @param columns the file's column of each field
 * @param parts the file's column of each part, for last uses; also beside who holds what
 * @param dayForm how the file writes days; null for {@link DayForm#ISO}
 * @param values what the file's words mean: for a status, a kind of person, a product, or how much
 *     a currency is worth
 * @param from the first day of which the file knows; null where the source's reach stays
 * @param to the day on which the file was made, up to which it knows everything
 * @param whole whether the file lists everybody: who is not in it holds no seat of the vendor any
 *     more, or, in a file of people, has left
 * @param sheet of a workbook; null for its first
 * @param separator what stands between several products in one cell; null where there is only one
 */
@Schema(name = "FileMapping")
public record Mapping(
    String source,
    FileKind kind,
    @Schema(nullable = true) @Nullable String vendor,
    Map<String, String> columns,
    @Schema(nullable = true) Map<String, String> parts,
    @Schema(nullable = true) DayForm dayForm,
    @Schema(nullable = true) Map<String, String> values,
    @Schema(nullable = true) @Nullable String from,
    @Schema(nullable = true) @Nullable String to,
    @Schema(nullable = true) Boolean whole,
    @Schema(nullable = true) @Nullable String sheet,
    @Schema(nullable = true) @Nullable String separator) {

  private static final int LONGEST_SEPARATOR = 5;

  public Mapping {
    columns = columns == null ? Map.of() : columns;
    parts = parts == null ? Map.of() : parts;
    values = values == null ? Map.of() : values;
    dayForm = dayForm == null ? DayForm.ISO : dayForm;
    whole = whole != null && whole;
    separator =
        separator == null || separator.isEmpty() || separator.length() > LONGEST_SEPARATOR
            ? null
            : separator;
  }

  /**
   * A first guess from the names of the columns.
   *
   * @param dayForm how the file's days seem to be written
   */
  static Mapping guess(
      FileKind kind, List<String> columns, DayForm dayForm, @Nullable String sheet) {
    Map<String, String> guessed = new LinkedHashMap<>();
    Map<String, String> parts = new LinkedHashMap<>();
    Set<String> taken = new LinkedHashSet<>();
    // What is called so first: a column that has a word in its name may be another's.
    for (boolean called : new boolean[] {true, false}) {
      if (kind == FileKind.LAST_USE || kind == FileKind.HOLDINGS) {
        guess(parts, LastUseFile.ANY_USE, FileKind.LAST_USES, columns, taken, called);
      }
      for (FileKind.Field field : kind.guessed()) {
        guess(guessed, field.name(), field.likely(), columns, taken, called);
      }
    }
    return new Mapping(
        "", kind, null, guessed, parts, dayForm, Map.of(), null, null, false, sheet, null);
  }

  private static void guess(
      Map<String, String> into,
      String field,
      List<String> names,
      List<String> columns,
      Set<String> taken,
      boolean called) {
    String column =
        called ? FileKind.called(names, columns, taken) : FileKind.naming(names, columns, taken);
    if (column != null && !into.containsKey(field)) {
      into.put(field, column);
      taken.add(column);
    }
  }

  /** Whose file it is; asked of kinds only that are of a vendor. */
  String ofVendor() {
    return requireNonNull(vendor, "a file of this kind is of a vendor");
  }

  /** What a word of the file's own means; the word itself where nobody said. */
  String meant(String word) {
    return values.getOrDefault(word, word);
  }

  /** Columns that the mapping reads and the file has not, each with what it was. */
  List<String> missing(List<String> present) {
    List<String> missing = new ArrayList<>();
    columns.forEach(
        (field, column) -> {
          if (!present.contains(column)) {
            missing.add("'%s' (%s)".formatted(column, field.replace('_', ' ')));
          }
        });
    parts.forEach(
        (part, column) -> {
          if (!present.contains(column)) {
            missing.add("'%s' (last use of %s)".formatted(column, part));
          }
        });
    return missing;
  }

  /** The same for a file that was made on the day. */
  Mapping madeOn(LocalDate day) {
    return new Mapping(
        source,
        kind,
        vendor,
        columns,
        parts,
        dayForm,
        values,
        from,
        day.toString(),
        whole,
        sheet,
        separator);
  }

  /** The same for the next file: its days are its own. */
  Mapping remembered() {
    return new Mapping(
        source.strip(),
        kind,
        vendor,
        columns,
        parts,
        dayForm,
        values,
        null,
        null,
        whole,
        sheet,
        separator);
  }
}
