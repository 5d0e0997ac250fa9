package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.sobertally.demo.Demo;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** From knowing to a habit: the desk, the board in part, rounds, house rules and the journal. */
@QuarkusTest
@Tag("browser")
@ExtendWith(Browser.Report.class)
class HabitTest {

  private static final Pattern LINK = Pattern.compile("/answer/\\S+");
  private static Browser browser;

  @Inject Demo demo;
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
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              for (String table :
                  List.of("round_letter", "round_item", "round", "round_plan", "mail")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
              entities.createQuery("delete from Slate s").executeUpdate();
            });
    DemoBook.takeLate();
    demo.standIn("quillmoor").showAfter(Duration.ZERO);
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  private static Locator link(Page page, String name) {
    return page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(name));
  }

  private static void go(Page page, String path) {
    page.navigate(Caller.base() + path);
  }

  @Test
  void theDeskSaysWhatIsSoonTooLateAndOpensWhatSettlesIt() {
    Page page = browser.visit("Runa Skarholt");
    page.keyboard().press("g");
    page.keyboard().press("d");
    assertThat(page.getByText("Soon too late")).isVisible();
    assertThat(page.getByRole(AriaRole.ROW).nth(1))
        .containsText("Give notice on Plumbrigg drawing, or keep it");
    assertThat(page.getByRole(AriaRole.ROW).nth(1)).containsText("in 3 days");
    page.keyboard().press("Enter");
    assertThat(page).hasURL(Pattern.compile("/renewals/pb-draft"));
  }

  @Test
  void aNoticeLineOpensItsRenewal() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/desk");
    page.getByText("Give notice on Quillmoor office suite, or keep it").click();
    assertThat(page).hasURL(Pattern.compile("/renewals/qm-2024"));
    assertThat(
            page.getByRole(
                AriaRole.BUTTON,
                new Page.GetByRoleOptions()
                    .setName(Pattern.compile("^Put on the slate what must go first"))))
        .isEnabled();
  }

  @Test
  void nobodysAdministratorIsShownAndChosen() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/desk");
    page.getByText("has administrator rights and belongs to nobody").click();
    assertThat(page.locator("tr.chosen")).hasCount(1);
    assertThat(page.locator("tr.chosen")).containsText("old.root@skerryline.example");
    assertThat(page).hasURL(Pattern.compile("sets=IDLE.NOBODYS"));
    button(page, "Put 1 move on the slate").click();
    assertThat(page.locator("aside").getByText("take back Console")).isVisible();
  }

  @Test
  void whatWouldDoGoesOnTheSlateInOneStrokeAndWhatCannotGoComesOff() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/findings?sets=SMALLER_TIER&vendor=deepglass");
    assertThat(page.getByText("A smaller tier would do").first()).isVisible();
    page.keyboard().press("a");
    assertThat(button(page, "Put 22 moves on the slate")).isEnabled();
    page.keyboard().press(".");
    Locator tape = page.locator("aside");
    assertThat(tape.getByText("step down Author → Viewer").first()).isVisible();
    go(page, "/findings?sets=SMALLER_TIER,SMALLER_TIER.CHEAPER_TOGETHER,IDLE.SMALLER_TIER");
    assertThat(page.getByRole(AriaRole.ROW).nth(1)).isVisible();
    page.keyboard().press("a");
    assertThat(page.getByText(Pattern.compile("Put \\d+ moves? on the slate"))).isVisible();
    page.keyboard().press(".");
    button(page, "take them off").click();
    assertThat(button(page, "take them off")).hasCount(0);
    assertThat(button(page, "Send for decision")).isEnabled();
  }

  @Test
  void aKeepIsReviewedAndEnded() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/house-rules?part=keeps");
    assertThat(page.getByText("Covers the winter audit")).isVisible();
    button(page, "end now").click();
    assertThat(page.getByText("Ended; these seats can be taken back again")).isVisible();
    go(page, "/journal");
    assertThat(page.getByText("Ended the keep of Opus for Elias Moreau-Hale").first()).isVisible();
    page.getByLabel("About whom").fill("Moreau-Hale, Elias");
    page.getByLabel("About whom").press("Tab");
    assertThat(page.getByText("nobody of that name")).isVisible();
    page.getByLabel("About whom").fill("elias.moreau-hale@skerryline.example");
    page.getByLabel("About whom").press("Tab");
    assertThat(page).hasURL(Pattern.compile("person=p\\d+"));
    assertThat(page.getByText("Took in a book")).hasCount(0);
    assertThat(page.getByText("Ended the keep of Opus for Elias Moreau-Hale").first()).isVisible();
  }

  @Test
  void theBoardIsLookedAtInPartAndItsLinesAreTriedThenDrawn() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/findings");
    Locator head = page.locator(".title");
    assertThat(head).containsText("488 findings");
    page.keyboard().press("f");
    page.getByLabel("Group").selectOption("finance");
    assertThat(page).hasURL(Pattern.compile("group=finance"));
    assertThat(head).not().containsText("488 findings");
    button(page, "everything").click();
    assertThat(head).containsText("488 findings");
    page.getByLabel("idle line").fill("20");
    page.getByLabel("idle line").press("Tab");
    assertThat(head).not().containsText("488 findings");
    button(page, "as they were").click();
    assertThat(head).containsText("488 findings");
    page.getByLabel("idle line").fill("20");
    page.getByLabel("idle line").press("Tab");
    button(page, "Draw these lines").click();
    assertThat(button(page, "Draw these lines")).hasCount(0);
    go(page, "/house-rules?part=lines");
    assertThat(page.getByText("Runa Skarholt, 30 Sep 2026")).isVisible();
    button(page, "Standing rules").click();
    go(page, "/findings?compare=group");
    assertThat(
            page.getByRole(AriaRole.ROW)
                .filter(new Locator.FilterOptions().setHasText("Finance"))
                .first())
        .isVisible();
  }

  @Test
  void aRoundAsksItsHoldersAndWaitsForSomebodysYes() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/rounds");
    button(page, "plan another").click();
    page.getByLabel("Name").fill("Office sweep");
    page.getByLabel("Quillmoor").check();
    page.getByLabel("Head office").check();
    button(page, "Save").click();
    assertThat(page.getByText("every Monday at 09:00")).isVisible();
    button(page, "Run now").click();
    assertThat(page.getByText("Holders are asked")).isVisible();

    String path = null;
    for (JsonNode mail : Caller.steward().get("/api/v1/mail?limit=1000").json()) {
      Matcher found = LINK.matcher(mail.get("body").asText());
      if (mail.get("kind").asText().equals("ASK") && found.find()) {
        path = found.group();
      }
    }
    Page holder = browser.open(path, ColorScheme.LIGHT);
    assertThat(button(holder, "I still need it").first()).isDisabled();
    holder.getByLabel("Why you need it").first().fill("The audit is in January");
    button(holder, "I still need it").first().click();
    assertThat(holder.getByText("You said that you need it.").first()).isVisible();

    page.locator("table a.name").first().click();
    assertThat(page.getByText("What was known when it was gathered")).isVisible();
    assertThat(page.getByText("1 seat of")).isVisible();
    button(page, "End the questions now").click();
    assertThat(page.getByText("Waits for a decision.")).isVisible();
    assertThat(page.getByText("The audit is in January")).isVisible();
    link(page, "its slate").click();
    assertThat(page.getByText("Waits for somebody else’s decision")).isVisible();

    Page decider = browser.visit("Teodor Quist");
    go(decider, "/desk");
    decider.getByText("moves of Runa Skarholt").click();
    decider.getByText("leave out").first().click();
    assertThat(decider.getByText("left out")).isVisible();
    button(decider, "Grant all but 1").click();
    assertThat(decider.getByText("Grant all but 1")).hasCount(0);
    go(page, "/rounds");
    assertThat(page.getByText("Done", new Page.GetByTextOptions().setExact(true)))
        .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
  }

  @Test
  void aLeadSeesTheirCrewAndNothingElse() {
    Page page = browser.open("/", ColorScheme.LIGHT);
    button(page, "Fenna Rasmund").click();
    assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("230 people");
    assertThat(link(page, "Journal")).hasCount(0);
    go(page, "/people/p0626");
    assertThat(page.getByText("There is no person p0626.").first()).isVisible();
    go(page, "/findings");
    assertThat(page.getByRole(AriaRole.ROW).nth(1)).isVisible();
    page.keyboard().press("x");
    page.keyboard().press(".");
    assertThat(page.locator("aside").first()).containsText("take back");
  }

  @Test
  void theKeeperMakesATokenAndTakesItBack() {
    Page page = browser.visit("Ottar Lindbeck");
    go(page, "/house-rules?part=access");
    page.getByLabel("What it is for").fill("Payroll export");
    button(page, "Make a token").click();
    assertThat(page.getByText("Write it down now; it is not shown again.")).isVisible();
    button(page, "take back the token Payroll export").click();
    assertThat(page.getByText("None was made.")).isVisible();
    button(page, "give somebody access").click();
    page.getByLabel("Signs in as").fill("oda");
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Oda Pell");
    page.getByLabel("Password").fill("a long enough one");
    button(page, "Save").click();
    assertThat(
            page.getByRole(
                AriaRole.CELL, new Page.GetByRoleOptions().setName("Oda Pell").setExact(true)))
        .isVisible();
    button(page, "take away the access of Oda Pell").click();
    assertThat(page.getByText("Oda Pell")).hasCount(0);
  }

  @Test
  void theJournalIsFilteredAndItsChainIsWhole() {
    Page page = browser.visit("Ottar Lindbeck");
    go(page, "/journal");
    button(page, "check the chain").click();
    assertThat(page.getByText(Pattern.compile("The chain of \\d+ entries is whole"))).isVisible();
    page.getByLabel("from").fill("2026-01-01");
    page.getByLabel("to", new Page.GetByLabelOptions().setExact(true)).fill("2026-01-02");
    assertThat(page.getByText("Nothing of that kind has happened.")).isVisible();
    button(page, "everything").click();
    assertThat(page.getByRole(AriaRole.TABLE).first()).isVisible();
  }

  @Test
  void useOverTimeIsToldByGroupAndGoesIntoAWorkbook() {
    Page page = browser.visit("Maren Estevao");
    go(page, "/subscriptions/qm-opus/use");
    assertThat(page.getByText("Where seats are lost on the way")).isVisible();
    button(page, "Finance").click();
    assertThat(page.getByText("only people of Finance")).isVisible();
    var saved = page.waitForDownload(() -> button(page, "as XLSX").click());
    org.assertj.core.api.Assertions.assertThat(saved.suggestedFilename())
        .isEqualTo("qm-opus-use.xlsx");
  }

  /** The main task, by keyboard alone: from the desk over the line to a slate that was sent. */
  @Test
  void theMainTaskNeedsNoMouse() {
    Page page = browser.visit("Runa Skarholt");
    page.keyboard().press("g");
    page.keyboard().press("f");
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Findings")))
        .isVisible();
    assertThat(page.getByRole(AriaRole.ROW).nth(1)).isVisible();
    page.keyboard().press("a");
    page.keyboard().press(".");
    tabTo(page, button(page, "take them off"));
    page.keyboard().press("Enter");
    tabTo(page, button(page, "Send for decision"));
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.DIALOG)).isVisible();
    tabTo(page, exactly(page, "Send"));
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
    assertThat(page.locator("aside").getByText("to be decided by").first()).isVisible();
  }

  private static Locator exactly(Page page, String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  private static void tabTo(Page page, Locator wanted) {
    assertThat(wanted).isEnabled();
    for (int tabs = 0; tabs < 400 && !focused(wanted); tabs++) {
      page.keyboard().press("Tab");
    }
    assertThat(wanted).isFocused();
  }

  private static boolean focused(Locator locator) {
    return (boolean) locator.evaluate("e => e === document.activeElement");
  }
}
