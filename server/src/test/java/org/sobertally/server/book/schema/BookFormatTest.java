package org.sobertally.server.book.schema;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

@Tag("unit")
class BookFormatTest {

  private static final Path PAGE = Path.of("../docs/book-format.md");

  private static final String HEAD =
      """
      # A book, file by file

      Everything that Sober Tally knows, as a zip (or a folder) of CSV files with a `datapackage.json` that describes them (a Tabular Data Package). It is what `GET /api/v1/book` gives and
      `PUT /api/v1/book` takes. CSV as in RFC 4180: UTF-8, a header row, commas, `.` before decimals, days like `2026-09-30`, instants with their offset; empty means absent. Columns may
      stand in any order; one that nobody knows is left out with a note. A book is taken whole or not at all (with `partial=true`: without the rows at fault).

      **Bold**: part of the key. *Italic*: may be empty. Files in italics may be missing. All examples are made up.
      """;

  private static String page() {
    StringBuilder page = new StringBuilder(HEAD);
    for (BookFile file : BookSchema.FILES) {
      String name = file.required() ? file.name() : "*" + file.name() + "*";
      page.append("\n## ").append(name).append("\n\n").append(BookWords.of(file)).append(".\n\n");
      page.append("| Column | Form | Meaning | Example |\n|---|---|---|---|\n");
      for (Column column : file.columns()) {
        page.append(
            "| %s | %s | %s%s | `%s` |%n"
                .formatted(
                    name(column),
                    form(column),
                    BookWords.of(file, column),
                    column.references() == null ? "" : " (→ " + column.references() + ")",
                    BookWords.example(file, column)));
      }
    }
    return page.toString();
  }

  private static String name(Column column) {
    if (column.key()) {
      return "**" + column.name() + "**";
    }
    return column.required() ? column.name() : "*" + column.name() + "*";
  }

  private static String form(Column column) {
    return column.type().choices().isEmpty()
        ? column.type().frictionless()
        : String.join(", ", column.type().choices());
  }

  @Test
  void thePageSaysWhatTheSchemaSays() throws IOException {
    Path made = Files.writeString(Path.of("target/book-format.md"), page());
    assertThat(PAGE).as("copy server/%s to docs".formatted(made)).hasSameTextualContentAs(made);
  }

  @Test
  void eachExampleIsAValueThatItsColumnMayHold() {
    for (BookFile file : BookSchema.FILES) {
      for (Column column : file.columns()) {
        assertThatCode(() -> column.type().canonicalOf(BookWords.example(file, column)))
            .as(file.name() + " " + column.name())
            .doesNotThrowAnyException();
      }
    }
  }
}
