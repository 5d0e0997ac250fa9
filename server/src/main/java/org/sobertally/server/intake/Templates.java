package org.sobertally.server.intake;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Workbooks to fill in, for who has no file yet: the columns of a kind, an example on a sheet of
 * its own so that it is never taken for somebody, and what each column means.
 */
final class Templates {

  private static final int ROWS_WITH_CHOICES = 5_000;
  private static final double WIDTH = 22;
  private static final double WIDE = 60;
  private static final String LAST_USE = "last use";

  private Templates() {}

  private record Column(String name, boolean required, TemplateColumns.Described described) {}

  private static List<Column> columns(FileKind kind) {
    List<Column> columns = new ArrayList<>();
    for (FileKind.Field field : kind.guessed()) {
      columns.add(
          new Column(
              field.name().replace('_', ' '),
              field.required(),
              TemplateColumns.of(kind, field.name())));
    }
    if (kind == FileKind.HOLDINGS || kind == FileKind.LAST_USE) {
      columns.add(
          new Column(
              LAST_USE,
              kind == FileKind.LAST_USE,
              new TemplateColumns.Described(
                  "The last day on which they used it or signed in", "2026-09-12", List.of())));
    }
    return columns;
  }

  /** The workbook of the kind, as bytes of an XLSX file. */
  static byte[] workbook(FileKind kind) {
    List<Column> columns = columns(kind);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "Sober Tally", "1.0")) {
      Worksheet fill = workbook.newWorksheet("Fill in");
      Worksheet example = workbook.newWorksheet("Example");
      Worksheet meaning = workbook.newWorksheet("Columns");
      head(meaning, "column", "needed", "what it is", "only these words");
      meaning.width(2, WIDE);
      meaning.width(3, WIDE);
      for (int c = 0; c < columns.size(); c++) {
        Column column = columns.get(c);
        name(fill, c, column.name());
        name(example, c, column.name());
        example.value(1, c, column.described().example());
        meaning.value(c + 1, 0, column.name());
        meaning.value(c + 1, 1, column.required() ? "yes" : "");
        meaning.value(c + 1, 2, column.described().meaning());
        List<String> choices = column.described().choices();
        if (!choices.isEmpty()) {
          meaning.value(c + 1, 3, String.join(", ", choices));
          fill.range(1, c, ROWS_WITH_CHOICES, c)
              .validateWithListByFormula("\"" + String.join(",", choices) + "\"")
              .errorTitle(column.name())
              .error("Use one of " + String.join(", ", choices) + ".")
              .showErrorMessage(true);
        }
      }
      fill.freezePane(0, 1);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private static void head(Worksheet sheet, String... names) {
    for (int c = 0; c < names.length; c++) {
      name(sheet, c, names[c]);
    }
  }

  private static void name(Worksheet sheet, int column, String name) {
    sheet.value(0, column, name);
    sheet.style(0, column).bold().set();
    sheet.width(column, WIDTH);
  }
}
