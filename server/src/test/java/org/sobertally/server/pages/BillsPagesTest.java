package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.quarkus.test.junit.QuarkusTest;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** A bill on the pages: written down over what was expected, and held against it. */
@QuarkusTest
@Tag("browser")
@ExtendWith(Browser.Report.class)
class BillsPagesTest {

  private static Browser browser;

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
  }

  private static void type(Page page, String label, String value) {
    Locator field = page.getByLabel(label);
    field.fill(value);
    field.press("Tab");
  }

  @Test
  void twoDifferencesOfABillAreFoundAndSaid() {
    Page runa = browser.visit("Runa Skarholt");
    runa.navigate(Caller.base() + "/bills");
    runa.getByRole(AriaRole.ROW)
        .filter(new Locator.FilterOptions().setHasText("Saltcote storage"))
        .last()
        .getByText("the bill came")
        .click();
    runa.getByLabel("Number of the bill").fill("SC-2610");
    type(runa, "Quantity of row 1", "48");
    type(runa, "Amount of row 1", "96");
    type(runa, "Amount of row 2", "280");
    runa.getByLabel("Total at its foot").fill("1");
    runa.getByText("Write it down").click();
    assertThat(runa.getByText("the rows come to 376, and the bill says 1")).isVisible();
    runa.getByLabel("Total at its foot").fill("376");
    runa.getByText("Write it down").click();
    assertThat(runa.getByText("48 seats of 100 GB are charged, 46 were bought: €4.00."))
        .isVisible();
    assertThat(runa.getByText("1 TB has another price than was agreed: €28.00.")).isVisible();
    runa.getByText("dispute it", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(runa.getByText(Pattern.compile("by Runa Skarholt, 30 Sep 2026: 48 seats of 100 GB")))
        .isVisible();
    runa.getByText("take this bill out").click();
    assertThat(runa.getByText(Pattern.compile("SC-2610"))).hasCount(0);
  }
}
