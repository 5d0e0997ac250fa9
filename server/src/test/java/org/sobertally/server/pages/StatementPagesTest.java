package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.time.LocalDate;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.sobertally.core.money.Money;
import org.sobertally.server.kept.Savings;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** What was paid, told to whoever pays; and what was kept, signed by them. */
@QuarkusTest
@Tag("browser")
@ExtendWith(Browser.Report.class)
class StatementPagesTest {

  private static Browser browser;

  @Inject Savings savings;
  @Inject EntityManager entities;

  @BeforeAll
  static void startBrowser() {
    browser = new Browser();
  }

  @AfterAll
  static void stopBrowser() {
    browser.close();
  }

  @AfterEach
  void closePages() {
    browser.closePages();
  }

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createNativeQuery("delete from saving").executeUpdate());
  }

  @Test
  void theStatementByDepartmentIsTakenAlongAndAddsUp() throws IOException {
    JsonNode months = Caller.steward().get("/api/v1/statement?from=2026-09&to=2026-09").json();
    String paid = months.at("/0/paid/amount").asText();
    Page runa = browser.visit("Runa Skarholt");
    runa.navigate(Caller.base() + "/statement");
    runa.getByText("department", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(runa.getByRole(AriaRole.ROW, named("Paid"))).containsText(euro(paid));
    runa.getByRole(AriaRole.ROW, named("Dockyard")).getByTitle("what it is made of").last().click();
    assertThat(runa.getByText("Dockyard in Sep 2026")).isVisible();
    Download workbook = runa.waitForDownload(() -> runa.getByText("as a workbook").click());
    BigDecimal sum = BigDecimal.ZERO;
    try (InputStream file = Files.newInputStream(workbook.path());
        ReadableWorkbook read = new ReadableWorkbook(file)) {
      for (Row row : read.getFirstSheet().read()) {
        if (row.getCellText(0).equals("2026-09")) {
          sum = sum.add(row.getCellAsNumber(4).orElseThrow());
        }
      }
    }
    assertThat(sum).isEqualByComparingTo(paid);
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^" + name));
  }

  private static String euro(String amount) {
    return "€%,.2f".formatted(new BigDecimal(amount));
  }

  @Test
  void financeSignsWhatHasStopped() {
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                savings.add(
                    new Savings.Stopped(
                        "m1",
                        null,
                        "3 Charts fewer",
                        "pl-charts",
                        "pl-charts",
                        3,
                        LocalDate.of(2026, 9, 1),
                        Money.of("730", "EUR"),
                        "sunniva",
                        LocalDate.of(2026, 8, 3))));
    Page runa = browser.visit("Runa Skarholt");
    runa.navigate(Caller.base() + "/statement/kept");
    assertThat(runa.getByRole(AriaRole.ROW, named("kept this year"))).containsText("€60");
    assertThat(runa.getByText("Sign", new Page.GetByTextOptions().setExact(true))).hasCount(0);
    Page teodor = browser.visit("Teodor Quist");
    teodor.navigate(Caller.base() + "/desk");
    teodor.getByText("One saving has stopped and is not signed").click();
    Locator row =
        teodor
            .getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("3 Charts fewer"));
    row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Sign")).click();
    assertThat(row).containsText("signed by Teodor Quist, 30 Sep 2026");
    assertThat(teodor.getByRole(AriaRole.ROW, named("signed"))).containsText("€730");
  }
}
