package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.LoadState;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
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
import org.sobertally.demo.Demo;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;
import org.sobertally.skerry.standin.Faults;

/** What is done all day, one task a test, in a real browser against the real server. */
@QuarkusTest
@Tag("browser")
@ExtendWith(Browser.Report.class)
class DailyWorkTest {

  /** All but a pool's page, which listens as long as it is open. */
  private static final List<String> PAGES_AT_REST =
      List.of(
          "/subscriptions",
          "/subscriptions/qm-folio",
          "/people",
          "/people/p0626",
          "/people/waiting",
          "/people/list",
          "/findings",
          "/slates",
          "/intake",
          "/intake/file",
          "/journal",
          "/house-rules",
          "/house-rules?part=lines",
          "/house-rules?part=mail",
          "/desk",
          "/rounds",
          "/subscriptions/qm-folio/use",
          "/findings?compare=site");

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
  void closePagesAndMendTheVendor() {
    browser.closePages();
    demo.standIn("quillmoor").setFaults(Faults.NONE);
  }

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              entities.createNativeQuery("delete from desk_note").executeUpdate();
              entities.createNativeQuery("delete from pool_loan").executeUpdate();
              entities.createNativeQuery("delete from ask_link").executeUpdate();
              entities.createNativeQuery("delete from seat_queue").executeUpdate();
              entities.createNativeQuery("delete from pool_ask").executeUpdate();
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

  private static Locator tape(Page page) {
    return page.locator("aside").first();
  }

  private static void go(Page page, String path) {
    page.navigate(Caller.base() + path);
  }

  private static Locator part(Page page, String caption) {
    return page.getByRole(AriaRole.TABLE, new Page.GetByRoleOptions().setName(caption));
  }

  private static Locator rowOf(Locator table, String text) {
    return table.locator("tbody tr").filter(new Locator.FilterOptions().setHasText(text));
  }

  private static Locator word(Locator row, String name) {
    return row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name));
  }

  @Test
  void takesALineOfTheDeskPutsItOffAndHasItBack() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/desk");
    Locator line = rowOf(part(page, "Soon too late"), "Plumbrigg drawing");
    line.hover();
    word(line, "take").click();
    assertThat(line).containsText("you");
    word(line, "put off").click();
    page.getByLabel("Why").fill("Ottar asks them on Monday");
    button(page, "put it off").click();
    Locator off = part(page, "Put off");
    assertThat(off).containsText("Ottar asks them on Monday");
    go(page, "/desk");
    Locator rests = rowOf(off, "Plumbrigg drawing");
    rests.hover();
    word(rests, "put back").click();
    assertThat(off).isHidden();
    assertThat(line).containsText("you");
  }

  @Test
  void findsPeopleAndHandsThemAPlan() {
    Page page = browser.visit("Runa Skarholt");
    page.keyboard().press("g");
    page.keyboard().press("p");
    assertThat(page.getByRole(AriaRole.STATUS).first())
        .containsText("802 people and 1 service account");
    page.keyboard().press("f");
    page.getByLabel("any group").selectOption("finance");
    assertThat(page).hasURL(Pattern.compile("group=finance"));
    page.getByLabel("lacks any plan").selectOption("deep-viewer");
    page.getByLabel("any status").selectOption("ACTIVE");
    assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("15 people");
    assertThat(page.getByRole(AriaRole.TABLE)).hasAttribute("aria-busy", "false");
    page.getByLabel("Plan to hand out or take back").selectOption("deep-viewer");
    assertThat(page.getByRole(AriaRole.ROW).nth(1)).containsText("Finance");
    page.getByRole(AriaRole.ROW).nth(1).locator(".mark").click();
    assertThat(page.getByText("1 chosen")).isVisible();
    page.keyboard().press(".");
    assertThat(tape(page).getByText("hand out Viewer")).isVisible();
  }

  /** A page that goes on asking keeps the server from everybody else. */
  @Test
  void everyPageComesToRestOnceItShowsWhatItHas() {
    Page page = browser.visit("Runa Skarholt");
    for (String path : PAGES_AT_REST) {
      go(page, path);
      assertThat(page.getByRole(AriaRole.HEADING).first()).isVisible();
      page.waitForLoadState(LoadState.NETWORKIDLE);
    }
  }

  @Test
  void bringsAFileOfAnyShapeInAndTakesItBack() {
    String rows =
        "Nutzer;Produkt;Seit\nhakon.nygren@skerryline.example;Signs;01.09.2026\nwho;Signs;\n";
    Page page = browser.visit("Runa Skarholt");
    go(page, "/intake/file");
    page.getByLabel("The file, CSV or XLSX")
        .setInputFiles(
            new FilePayload("seats.csv", "text/csv", rows.getBytes(StandardCharsets.UTF_8)));
    page.getByLabel("Whose file").selectOption("reedholm");
    page.getByLabel("How it writes days").selectOption("DOTS");
    page.getByLabel("What is Nutzer?").selectOption("who");
    page.getByLabel("What is Produkt?").selectOption("plan");
    page.getByLabel("What is Seit?").selectOption("from");
    page.getByLabel("The source’s name").fill("Reedholm list");
    assertThat(page.getByText("Nobody has this id, and it is no mail address.")).isVisible();
    assertThat(page.getByText("1 row of 2 can be taken")).isVisible();
    button(page, "Take in 1 row").click();
    assertThat(page.getByText("Taken in.")).isVisible();
    link(page, "to what came in").click();
    button(page, "take back").click();
    assertThat(page.getByText("taken back").first()).isVisible();
    assertThat(page.getByText("Took back the intake of seats.csv")).isVisible();
  }

  @Test
  void givesOutALinkByWhichSomebodyWithoutAnAccountJoinsTheQueue() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/people/waiting");
    button(page, "make one").click();
    page.getByLabel("a seat of").selectOption("ledger-core");
    page.getByLabel("for addresses of").fill("skerryline.example");
    button(page, "Make the link").click();
    assertThat(page.getByText("0 people asked")).isVisible();
    String link = Caller.steward().get("/api/v1/ask/links").json().get(0).get("path").asText();

    Page guest = browser.open(link, ColorScheme.LIGHT);
    guest.getByLabel("Your work address").fill("hakon.nygren@skerryline.example");
    button(guest, "Ask for a seat").click();
    assertThat(guest.getByText("you are in the queue now")).isVisible();

    page.reload();
    assertThat(link(page, "Hakon Nygren").first()).isVisible();
    assertThat(page.getByText("1 person asked")).isVisible();
    button(page, "withdraw").click();
    assertThat(page.getByText("None is in force.")).isVisible();
    guest.reload();
    assertThat(guest.getByText("This link is not in force.")).isVisible();
  }

  @Test
  void stepsSomebodyDownFromTheirOwnPage() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/people/p0626");
    assertThat(page.getByText("Letter would do").or(page.getByText("would do:")).first())
        .isVisible();
    page.getByLabel("Plan a move of Opus").click();
    button(page, "step down to Letter").click();
    assertThat(tape(page).getByText("step down Opus → Letter")).isVisible();
    assertThat(tape(page).getByText("−€312.00").first()).isVisible();
    page.getByLabel("Plan a move of Opus").click();
    button(page, "keep until …").click();
    page.getByLabel("Why must it not be taken back?").fill("Draws the winter plan");
    button(page, "Put on the slate").last().click();
    assertThat(tape(page).getByText("Another move on the slate").first()).isVisible();
    assertThat(button(page, "Send for decision")).isDisabled();
  }

  @Test
  void bringsAListAndTakesTheRestHome() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/people/list");
    page.getByLabel("The list", new Page.GetByLabelOptions().setExact(true))
        .fill("p0626,Letter\nnobody@skerryline.example,Letter\n");
    button(page, "See what would happen").click();
    assertThat(page.getByText("Nobody has this address or id.")).isVisible();
    var file =
        page.waitForDownload(
            () ->
                page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(Pattern.compile("rows? home")))
                    .click());
    assertThat(file.suggestedFilename()).isEqualTo("rest-of-list.csv");
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("good rows? on the slate")))
        .click();
    assertThat(tape(page).locator(".move").first()).isVisible();
  }

  @Test
  void seesWhomARuleIsAboutBeforeItIsSwitchedOn() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/house-rules?group=safety&plan=quill-letter");
    assertThat(page.getByText("would get a seat").first()).isVisible();
    button(page, "Switch on").click();
    assertThat(button(page, "Switch off")).isVisible();
    assertThat(button(page, "get Quillmoor Letter")).isVisible();
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Put \\d+ moves? on the slate")))
        .click();
    assertThat(tape(page).getByText("hand out Letter").first()).isVisible();
    button(page, "Switch off").click();
    assertThat(button(page, "Switch on")).isVisible();
  }

  @Test
  void watchesAPoolAndGivesBackWhatItDoesNotNeed() {
    Page page = browser.visit("Runa Skarholt");
    link(page, "Draft").first().click();
    assertThat(page.getByText("6 in now, 18 free")).isVisible();
    button(page, "ask to leave in 15 min").first().click();
    assertThat(page.getByText("asked to leave").first()).isVisible();
    Caller.keeper()
        .send(
            "POST",
            "/api/v1/events",
            "application/cloudevents-batch+json",
            PoolEvents.started("plum-draft", "plumbrigg-p0520", "s-live-1")
                .getBytes(StandardCharsets.UTF_8));
    assertThat(page.getByText("7 in now, 17 free")).isVisible();
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Plan giving \\d+ back")))
        .click();
    assertThat(tape(page).getByText(Pattern.compile("give back \\d+ Draft"))).isVisible();
  }

  @Test
  void takesAnUnansweredSeatBackForWhoWaits() {
    Page page = browser.visit("Runa Skarholt");
    Caller.steward().postJson("/api/v1/queue", "{\"person\":\"p0435\",\"plan\":\"beacon-drills\"}");
    go(page, "/people/waiting");
    assertThat(page.getByText("waiting for one").first()).isVisible();
    page.keyboard().press("a");
    page.keyboard().press(".");
    assertThat(tape(page).getByText("take back Drills").first()).isVisible();
  }

  @Test
  void readsAVendorAndPutsRightWhatDrifted() {
    Page page = browser.visit("Runa Skarholt");
    go(page, "/intake");
    Locator row =
        page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("Gantryfold"));
    row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("read now")).click();
    row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("2")).click();
    assertThat(page.getByText("the book does not know of it")).isVisible();
    button(page, "put right").last().click();
    assertThat(tape(page).getByText("put right: give Helper")).isVisible();
    button(page, "take over").first().click();
    assertThat(row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("1")))
        .isVisible();
  }

  /** A vendor that takes nothing any more: one change is made by hand, the other is given up. */
  @Test
  void whatIsStuckAtAVendorIsDoneByHandOrGivenUp() {
    demo.standIn("quillmoor").setFaults(Faults.share(1, 3, Faults.Kind.UNAVAILABLE));
    String slate = postedTakeBacks("qm-letter", 2);
    Page page = browser.visit("Runa Skarholt");
    go(page, "/slates/" + slate);
    button(page, "by hand instead").first().click();
    assertThat(page.locator(".state", byText("to be made by hand"))).isVisible();
    button(page, "done by hand").click();
    assertThat(page.locator(".state", byText("said to be done"))).isVisible();
    button(page, "give up").click();
    page.getByLabel("Why it is given up").fill("Quillmoor closed its interface.");
    button(page, "Give up this move").click();
    assertThat(page.getByText("Quillmoor closed its interface.")).isVisible();
    assertThat(button(page, "give up")).hasCount(0);
    go(page, "/journal");
    assertThat(page.getByText("Quillmoor closed its interface.").first()).isVisible();
  }

  private static Page.LocatorOptions byText(String text) {
    return new Page.LocatorOptions().setHasText(text);
  }

  private static String postedTakeBacks(String line, int count) {
    Caller steward = Caller.steward();
    List<String> moves = new ArrayList<>();
    for (JsonNode seat :
        steward.get("/api/v1/subscriptions/%s/holdings?state=IDLE".formatted(line)).json()) {
      if (!seat.get("kept").asBoolean() && moves.size() < count) {
        moves.add(
            "{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(seat.get("holding").asText()));
      }
    }
    String id = steward.postJson("/api/v1/slates", moves.toString()).json().get("id").asText();
    steward.postJson("/api/v1/slates/%s/send".formatted(id), "{}");
    Caller.decider().postJson("/api/v1/slates/%s/decide".formatted(id), "{\"grant\":true}");
    assertThat(steward.post("/api/v1/slates/%s/post".formatted(id)).status()).isEqualTo(200);
    return id;
  }
}
