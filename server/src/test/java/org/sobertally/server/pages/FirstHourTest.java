package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.FilePayload;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Zips;

/** From an instance with nothing in it to the first seats taken back, with files as firms have. */
@Tag("browser")
@QuarkusTest
@ExtendWith(Browser.Report.class)
class FirstHourTest {

  private static final Path FILES = Path.of("../docs/first-hour");
  private static Browser browser;

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
  void nothingIsHereYet() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table :
                  List.of("intake_change", "intake_use", "intake", "intake_mapping")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    Caller.keeper().putZip("/api/v1/book?replace=true", Zips.empty());
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  private static void drop(Page page, String step, String file) {
    page.getByRole(AriaRole.LISTITEM, new Page.GetByRoleOptions().setName(step))
        .locator("input[type=file]")
        .setInputFiles(FILES.resolve(file));
    assertThat(page.getByLabel("The source’s name")).isVisible();
  }

  private static void means(Page page, String word, String plan) {
    page.getByLabel("“" + word + "” means").selectOption(plan);
  }

  /** Takes what can be taken, of which there are so many rows, and goes back to the beginning. */
  private static void take(Page page, String source, int rows) {
    page.getByLabel("The source’s name").fill(source);
    button(page, "Take in %d row".formatted(rows)).click();
    assertThat(page.getByText("Taken in.")).isVisible();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("what comes next")).click();
    assertThat(page.getByText("What can be said already")).isVisible();
  }

  @Test
  void aFirmsOwnFilesLeadToItsFirstSeatsTakenBack() throws IOException {
    Page page = browser.comeIn("Runa Skarholt", ColorScheme.LIGHT);
    assertThat(page.getByText("Nothing is here yet")).isVisible();

    drop(page, "Contracts", "contracts.csv");
    page.getByLabel("1 CHF is").fill("1.05");
    page.getByLabel("1 CHF is").press("Tab");
    take(page, "contracts", 6);
    assertThat(page.getByText("4 vendors, 6 plans, €264,720 a year")).isVisible();
    assertThat(page.getByText("it renews by itself").first()).isVisible();

    drop(page, "People", "staff.xlsx");
    page.getByLabel("Which sheet").selectOption("Staff");
    take(page, "HR", 300);

    drop(page, "Who holds what", "ostwerk-users.csv");
    page.getByLabel("Whose file").selectOption("ostwerk");
    page.getByLabel("Products in a cell").selectOption("+");
    means(page, "ATL_E3", "ostwerk-atelier");
    means(page, "ATL_LITE", "ostwerk-atelier-lite");
    means(page, "FREE_VIEWER", "-");
    take(page, "Ostwerk console", 180);

    drop(page, "Who holds what", "palisander-nutzer.csv");
    page.getByLabel("Whose file").selectOption("palisander");
    assertThat(page.getByText("The letters of the file are read as Windows-1252.")).isVisible();
    take(page, "Palisander", 128);

    drop(page, "Who holds what", "thistledown-seats.xlsx");
    page.getByLabel("Which sheet").selectOption("Seats");
    page.getByLabel("Whose file").selectOption("thistledown");
    take(page, "Thistledown", 286);

    drop(page, "Who used what", "lanternfish-sessions.csv");
    page.getByLabel("Whose file").selectOption("lanternfish");
    take(page, "Lanternfish", 651);

    assertThat(page.getByText("All four are here")).isVisible();
    assertThat(page.getByText("The first finding is here.")).isVisible();

    page.navigate(Caller.base() + "/findings?sets=LEFT_PAID&vendor=ostwerk");
    Locator found =
        page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("Left on"));
    assertThat(found.first()).isVisible();
    page.keyboard().press("a");
    page.keyboard().press(".");
    button(page, "Send for decision").click();
    page.locator("textarea").last().fill("They have left.");
    button(page, "Send").last().click();
    assertThat(page.getByText("Sent:")).isVisible();

    Page decider = browser.visit("Teodor Quist");
    decider
        .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("asks you to decide"))
        .click();
    button(decider, "Grant").click();
    assertThat(decider.getByText("Granted.").first()).isVisible();

    page.reload();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("can be posted")).click();
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Post \\d+ move")))
        .click();
    assertThat(page.getByText(Pattern.compile("by hand")).first()).isVisible();
    String slate = page.url();

    bringWithoutThoseWhoLeft(page);
    page.navigate(slate);
    assertThat(page.getByText("Settled.")).isVisible();
    assertThat(page.getByText("shown by an intake").first()).isVisible();
  }

  /** What the vendor's console gives once their seats are taken back there. */
  private void bringWithoutThoseWhoLeft(Page page) throws IOException {
    Set<String> left = Set.copyOf(mailsOfThoseWhoLeft());
    List<String> rows = new ArrayList<>();
    for (String row : Files.readAllLines(FILES.resolve("ostwerk-users.csv"))) {
      if (!left.contains(row.substring(0, row.indexOf(',')))) {
        rows.add(row);
      }
    }
    page.navigate(Caller.base() + "/intake/file");
    page.locator("input[type=file]")
        .setInputFiles(
            new FilePayload(
                "ostwerk-users-later.csv",
                "text/csv",
                String.join("\n", rows).getBytes(StandardCharsets.UTF_8)));
    assertThat(page.getByLabel("The source’s name")).hasValue("Ostwerk console");
    page.getByLabel(Pattern.compile("It lists everybody")).check();
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Take in 1\\d\\d rows")))
        .click();
    assertThat(page.getByText("Taken in.")).isVisible();
  }

  private static List<String> mailsOfThoseWhoLeft() {
    List<String> mails = new ArrayList<>();
    Zips.rows(Caller.keeper().get("/api/v1/book").bytes(), "people.csv").stream()
        .filter(row -> row.contains(",LEFT,"))
        .forEach(row -> mails.add(row.split(",")[2]));
    return mails;
  }
}
