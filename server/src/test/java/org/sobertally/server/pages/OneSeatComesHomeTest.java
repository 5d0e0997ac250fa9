package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.core.book.Book;
import org.sobertally.demo.Demo;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;
import org.sobertally.skerry.standin.Faults;

/** The one thing the application exists for, done in a real browser against the real server. */
@QuarkusTest
@Tag("browser")
@ExtendWith(Browser.Report.class)
class OneSeatComesHomeTest {

  private static Browser browser;

  @Inject Demo demo;
  @Inject Books books;
  @Inject EntityManager entities;

  @BeforeAll
  static void startBrowser() {
    browser = new Browser();
  }

  @AfterAll
  static void stopBrowser() {
    browser.close();
  }

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
    demo.standIn("quillmoor").showAfter(Duration.ZERO);
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
  }

  @AfterEach
  void mendTheVendorAndClosePages() {
    browser.closePages();
    demo.standIn("quillmoor").setFaults(Faults.NONE);
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  private static Locator heading(Page page, String name) {
    return page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(name));
  }

  private static Locator idleLine(Page page) {
    return page.getByRole(
        AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Idle line: days without use"));
  }

  /** From the list to the slate, without a mouse; gives the holdings' plan and count. */
  private static void planEverybodyPastNinetyDays(Page page, String plan) {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(plan).setExact(true)).click();
    Locator line = idleLine(page);
    assertThat(line).hasAttribute("aria-valuenow", "60");
    String atSixty = line.getAttribute("aria-valuetext");
    line.focus();
    for (int tens = 0; tens < 3; tens++) {
      page.keyboard().press("Shift+ArrowRight");
    }
    assertThat(line).hasAttribute("aria-valuenow", "90");
    assertThat(line).not().hasAttribute("aria-valuetext", atSixty);
    assertThat(page).hasURL(Pattern.compile("idle=90"));
    Locator rows = page.getByRole(AriaRole.TABLE, new Page.GetByRoleOptions().setName("Holders"));
    assertThat(rows.getByRole(AriaRole.ROW).nth(1)).isVisible();
    page.keyboard().press("Escape");
  }

  /** Of Finance and Legal data must be kept for longer than the vendor does: none was chosen. */
  private static void assertEverythingCanGo(Page page) {
    assertThat(button(page, "Send for decision")).isVisible();
    assertThat(button(page, "take them off")).hasCount(0);
  }

  private static void sendSlate(Page page) {
    assertEverythingCanGo(page);
    button(page, "Send for decision").click();
    page.locator("textarea").last().fill("Nobody used these for a quarter.");
    button(page, "Send").last().click();
    assertThat(page.getByText("Sent:")).isVisible();
  }

  private static void grant(Page decider) {
    decider
        .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("asks you to decide"))
        .click();
    assertThat(decider.getByText("“Nobody used these for a quarter.”")).isVisible();
    button(decider, "Grant").click();
    assertThat(decider.getByText("Granted.").first()).isVisible();
  }

  private static void post(Page page) {
    page.reload();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("can be posted")).click();
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Post \\d+ move")))
        .click();
  }

  /** With its moves, which the list does not tell. */
  private static JsonNode newestSlate() {
    Caller steward = Caller.steward();
    String id = steward.get("/api/v1/slates").json().at("/0/id").asText();
    return steward.get("/api/v1/slates/" + id).json();
  }

  @Test
  void fromTheIdleLineToTheJournalAndBack() {
    Page steward = browser.visit("Runa Skarholt");
    planEverybodyPastNinetyDays(steward, "Opus");
    steward.keyboard().press("a");
    Locator takeBack =
        steward.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Take back \\d+ seats")));
    int seats = Integer.parseInt(takeBack.textContent().replaceAll("\\D+", ""));
    assertThat(seats).isGreaterThan(3);
    steward.keyboard().press(".");
    Locator tape = steward.locator("aside");
    assertThat(tape.getByText("draft · %d moves".formatted(seats))).isVisible();
    assertThat(tape.getByText("7 Jan 27").first()).isVisible();
    assertEverythingCanGo(steward);
    String yearly = "−€%,d.00".formatted(newestSlate().get("moves").size() * 396);
    assertThat(tape.getByText(yearly)).isVisible();
    sendSlate(steward);

    Page decider = browser.visit("Teodor Quist");
    grant(decider);
    post(steward);
    assertThat(steward.getByText("Confirmed."))
        .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
    Book after = books.current();
    JsonNode slate = newestSlate();
    assertThat(slate.get("moves")).isNotEmpty();
    for (JsonNode move : slate.get("moves")) {
      int holding = after.holdings().numberOf(move.get("holding").asText());
      assertThat(after.holding(holding).until()).isNotNull();
      assertThat(demo.standIn("quillmoor").plansOf(move.get("account").asText()))
          .doesNotContain("quill-opus");
    }

    steward.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("in the journal")).click();
    assertThat(steward.getByText("1 held → spare").first()).isVisible();
    assertThat(steward.getByText("−€396.00").first()).isVisible();
    assertThat(steward.getByText("7 Jan 2027").first()).isVisible();

    steward.goBack();
    button(steward, "undo").first().click();
    assertThat(steward.getByText("undone").first()).isVisible();
    JsonNode undone = newestSlate().at("/moves/0");
    assertThat(undone.get("state").asText()).isEqualTo("UNDONE");
    assertThat(demo.standIn("quillmoor").plansOf(undone.get("account").asText()))
        .contains("quill-opus");
  }

  @Test
  void withAVendorThatFailsHalfOfItsCallsEveryMoveEndsPlainly() {
    Page steward = browser.visit("Runa Skarholt");
    planEverybodyPastNinetyDays(steward, "Folio");
    steward.keyboard().press("a");
    steward.keyboard().press(".");
    assertThat(steward.locator("aside").getByText(Pattern.compile("draft · \\d+ moves")))
        .isVisible();
    sendSlate(steward);
    Page decider = browser.visit("Teodor Quist");
    grant(decider);
    demo.standIn("quillmoor")
        .setFaults(
            Faults.share(
                0.5,
                11,
                Faults.Kind.TOO_MANY,
                Faults.Kind.UNAVAILABLE,
                Faults.Kind.ANSWER_LOST,
                Faults.Kind.CUT));
    post(steward);
    assertThat(steward.getByText(Pattern.compile("^(Confirmed|Settled, with failures)\\.$")))
        .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
    JsonNode slate = newestSlate();
    assertThat(slate.get("moves")).isNotEmpty();
    Book book = books.current();
    for (JsonNode move : slate.get("moves")) {
      boolean failed = move.get("state").asText().equals("FAILED");
      assertThat(failed || move.get("state").asText().equals("CONFIRMED")).isTrue();
      int holding = book.holdings().numberOf(move.get("holding").asText());
      assertThat(book.holding(holding).until() == null).isEqualTo(failed);
      assertThat(
              demo.standIn("quillmoor")
                  .plansOf(move.get("account").asText())
                  .contains("quill-folio"))
          .isEqualTo(failed);
    }
  }

  @Test
  void brushingSeatsAndShiftClickChooseHolders() {
    Page page = browser.visit("Runa Skarholt");
    List<Route> late = new ArrayList<>();
    Pattern holders = Pattern.compile("/qm-opus/holdings");
    page.route(holders, late::add);
    page.navigate(Caller.base() + "/subscriptions/qm-opus");
    // Nothing can be brushed before it is known whose the seats are.
    assertThat(page.getByLabel("The seats are being counted.")).isVisible();
    assertThat(page.getByText("Nobody here")).hasCount(0);
    Locator field = page.getByLabel(Pattern.compile("^Seats:"));
    assertThat(field).hasCount(0);
    page.unroute(holders);
    late.forEach(Route::resume);
    assertThat(field).isVisible();
    var box = field.boundingBox();
    page.mouse().move(box.x + 6, box.y + 6);
    page.mouse().down();
    page.mouse().move(box.x + 6 + 4 * 14, box.y + 6);
    page.mouse().up();
    assertThat(button(page, "Take back 5 seats")).isVisible();
    page.keyboard().press("Escape");
    Locator rows =
        page.getByRole(AriaRole.TABLE, new Page.GetByRoleOptions().setName("Holders"))
            .getByRole(AriaRole.ROW);
    rows.nth(1).click();
    rows.nth(4)
        .click(
            new Locator.ClickOptions()
                .setModifiers(List.of(com.microsoft.playwright.options.KeyboardModifier.SHIFT)));
    assertThat(button(page, "Take back 4 seats")).isVisible();
  }

  @Test
  void aCombinationOfFindingsGoesToTheSlate() {
    Page page = browser.visit("Runa Skarholt");
    page.keyboard().press("g");
    page.keyboard().press("f");
    assertThat(heading(page, "Findings")).isVisible();
    Locator neverOpened =
        page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Never opened: \\d+ people")));
    int people =
        Integer.parseInt(neverOpened.getAttribute("aria-label").replaceAll("^.*?(\\d+).*$", "$1"));
    neverOpened.focus();
    page.keyboard().press("Enter");
    assertThat(page).hasURL(Pattern.compile("sets=NEVER_OPENED"));
    assertThat(heading(page, "Never opened")).isVisible();
    Locator rows = page.locator("tbody tr");
    assertThat(rows).hasCount(people);
    page.keyboard().press("Tab");
    page.keyboard().press("x");
    assertThat(button(page, "Put 1 move on the slate")).isVisible();
    page.keyboard().press(".");
    assertThat(page.locator("aside").getByText("draft · 1 move")).isVisible();
    assertThat(rows.first().getByText("on slate")).isVisible();
  }

  @Test
  void theAddressReopensTheSameView() {
    Page page = browser.visit("Maren Estevao");
    page.navigate(Caller.base() + "/subscriptions/qm-opus?asOf=2026-08-05&idle=45&show=all");
    assertThat(idleLine(page)).hasAttribute("aria-valuenow", "45");
    assertThat(page.getByText("as of 5 Aug 2026")).isVisible();
    assertThat(page.getByText("7 Feb – 5 Aug")).isVisible();
    page.keyboard().press("]");
    assertThat(page).hasURL(Pattern.compile("asOf=2026-08-12"));
    assertThat(button(page, "Send for decision")).hasCount(0);
    page.keyboard().press("g");
    page.keyboard().press("j");
    assertThat(heading(page, "Journal")).isVisible();
    page.keyboard().press("?");
    assertThat(page.getByText("put those chosen on the slate")).hasCount(0);
    assertThat(page.getByText("a week back")).isVisible();
  }

  /** Half a screen wide, and a whole one at twice the size. */
  @ParameterizedTest
  @ValueSource(ints = {1024, 640})
  void noPageIsWiderThanTheWindow(int width) {
    Page page = browser.visit("Runa Skarholt");
    page.setViewportSize(width, 800);
    for (String path :
        List.of(
            "/desk",
            "/subscriptions",
            "/subscriptions/qm-opus",
            "/people",
            "/people/p0003",
            "/pools/plum-draft",
            "/findings",
            "/slates",
            "/intake",
            "/journal",
            "/house-rules")) {
      page.navigate(Caller.base() + path);
      assertThat(page.locator("h1")).isVisible();
      assertThat(page.evaluate("document.documentElement.scrollWidth - innerWidth"))
          .as(path)
          .isEqualTo(0);
    }
  }
}
