package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import io.quarkus.test.junit.QuarkusTest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** What docs/worked-example.md works by hand stands on the real pages and in the real answers. */
@QuarkusTest
@Tag("browser")
class WorkedExampleTest {

  private static final Path EXAMPLE = Path.of("../docs/worked-example.md");
  private static final Pattern ROW = Pattern.compile("^\\| `(/[^`]+)` \\| (.+) \\|$");

  private record Row(String path, String says) {}

  private static List<Row> rows() throws IOException {
    return Files.readAllLines(EXAMPLE).stream()
        .map(ROW::matcher)
        .filter(Matcher::matches)
        .map(row -> new Row(row.group(1), row.group(2)))
        .toList();
  }

  @Test
  void everyFigureWorkedByHandIsTheOneShown() throws IOException {
    DemoBook.take();
    List<Row> rows = rows();
    assertThat(rows).hasSizeGreaterThan(12);
    try (Browser browser = new Browser()) {
      Page page = browser.visit("Maren Estevao");
      for (Row row : rows) {
        if (row.path.startsWith("/api/")) {
          assertThat(Caller.steward().get(row.path).text()).as(row.path).contains(row.says);
        } else {
          if (!page.url().endsWith(row.path)) {
            page.navigate(Caller.base() + row.path);
          }
          assertThat(page.locator("main")).containsText(row.says);
        }
      }
    }
  }
}
