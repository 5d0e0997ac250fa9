package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRuleOptions;
import com.deque.html.axecore.args.AxeRunOnlyOptions;
import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.fasterxml.jackson.databind.JsonNode;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
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

/** No page has a serious fault for those who see, hear or point otherwise, by day or by night. */
@QuarkusTest
@Tag("browser")
@ExtendWith(Browser.Report.class)
class AxeTest {

  private static final Page.GetByRoleOptions NAME =
      new Page.GetByRoleOptions().setName("Sober Tally");

  /** Rules that are off by themselves, or said to be of little weight. */
  private static final List<String> ASKED_FOR =
      List.of(
          "label-content-name-mismatch", "target-size", "empty-table-header", "landmark-unique");

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

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
  }

  @AfterEach
  void closePages() {
    browser.closePages();
  }

  @Test
  void whoLikesDarkPagesComesInByNight() {
    Page page = browser.open("/", ColorScheme.DARK);
    assertThat(page.getByRole(AriaRole.HEADING, NAME)).isVisible();
    assertThat(page.locator("html")).hasAttribute("data-watch", "night");
    assertNothingSerious(page, "sign in");
  }

  @Test
  void aFaultIsSeen() {
    Page page = browser.open("/", ColorScheme.LIGHT);
    assertThat(page.getByRole(AriaRole.HEADING, NAME)).isVisible();
    page.evaluate(
        """
        const faint = document.createElement('p');
        faint.textContent = 'Faint';
        faint.style.color = '#bbb';
        faint.style.background = '#fff';
        document.querySelector('h1').after(document.createElement('img'), faint);""");
    assertThat(serious(page, asked()))
        .anyMatch(fault -> fault.startsWith("image-alt: "))
        .anyMatch(fault -> fault.startsWith("color-contrast: "));
    assertThat(serious(page, onlyContrast())).singleElement().asString().contains("Faint");
  }

  @Test
  void theWayOfASeat() {
    Page page = browser.open("/", ColorScheme.LIGHT);
    assertThat(page.getByRole(AriaRole.HEADING, NAME)).isVisible();
    assertNothingSerious(page, "sign in");
    lookAt(
        "Runa Skarholt",
        "/subscriptions",
        "/subscriptions/pl-charts",
        "/findings?sets=NEVER_OPENED.SMALLER_TIER",
        "/journal");
  }

  @Test
  void theDailyWork() {
    lookAt(
        "Runa Skarholt",
        "/people?group=legal",
        "/people/p0003",
        "/people/list",
        "/people/waiting",
        "/pools/plum-survey",
        "/intake",
        "/intake/file",
        "/house-rules?group=deck&plan=helm-roster");
  }

  @Test
  void whatBecomesAHabit() {
    lookAtSlatesAndRounds(
        lookAt(
            "Runa Skarholt",
            "/desk",
            "/findings?compare=group&idleLine=45",
            "/rounds",
            "/subscriptions/qm-opus/use",
            "/house-rules?part=lines",
            "/house-rules?part=keeps",
            "/house-rules?part=mail"));
    lookAt("Ottar Lindbeck", "/house-rules?part=access");
  }

  private static Page lookAt(String name, String... paths) {
    Page page = browser.visit(name);
    for (String path : paths) {
      lookAt(page, path);
    }
    return page;
  }

  private static void lookAt(Page page, String path) {
    page.navigate(Caller.base() + path);
    assertThat(page.locator("h1")).isVisible();
    assertThat(page.getByText("Counting…")).hasCount(0);
    assertThat(page.getByText("Looking…")).hasCount(0);
    assertNothingSerious(page, path);
  }

  /** Pages that there are only once something was drafted and gathered, and a holder's own. */
  private void lookAtSlatesAndRounds(Page page) {
    Caller steward = Caller.steward();
    String holding =
        steward.get("/api/v1/findings?kind=IDLE&line=qm-opus").json().at("/0/holding").asText();
    String move = "[{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}]".formatted(holding);
    String slate = steward.postJson("/api/v1/slates", move).json().get("id").asText();
    lookAt(page, "/slates/" + slate);
    steward.postJson("/api/v1/slates/" + slate + "/send", "{}");
    lookAt(page, "/slates");
    String plan =
        """
        {"name":"Looked at","weekday":1,"time":"09:00","zone":"Europe/Lisbon",
         "vendors":["quillmoor"],"groups":["office"],"kinds":["IDLE","NEVER_OPENED"],
         "askDays":6,"decideDays":3,"withService":false,"active":false}""";
    String id = steward.postJson("/api/v1/rounds/plans", plan).json().get("id").asText();
    String round = steward.post("/api/v1/rounds/plans/" + id + "/run").json().get("id").asText();
    lookAt(page, "/rounds/" + round);
    for (JsonNode mail : steward.get("/api/v1/mail?limit=1000").json()) {
      Matcher link = Pattern.compile("/answer/\\S+").matcher(mail.get("body").asText());
      if (mail.get("kind").asText().equals("ASK") && link.find()) {
        Page holder = browser.open(link.group(), ColorScheme.LIGHT);
        assertThat(holder.getByText("I still need it").first()).isVisible();
        assertNothingSerious(holder, "an answer");
        return;
      }
    }
    throw new AssertionError("Nobody was asked.");
  }

  /** Of a long list the first rows are looked at; by night the same is there in other colours. */
  private static void assertNothingSerious(Page page, String what) {
    page.evaluate(
        """
        document.querySelectorAll('tbody > tr:nth-child(n+25), ol > li:nth-child(n+25)')
            .forEach((row) => (row.style.display = 'none'))""");
    assertThat(serious(page, asked())).as(what).isEmpty();
    page.evaluate("document.documentElement.dataset.watch = 'night'");
    assertThat(serious(page, onlyContrast())).as(what + " by night").isEmpty();
    page.evaluate("document.documentElement.dataset.watch = 'day'");
  }

  private static AxeRunOptions asked() {
    Map<String, AxeRuleOptions> asked = new HashMap<>();
    for (String rule : ASKED_FOR) {
      AxeRuleOptions on = new AxeRuleOptions();
      on.setEnabled(true);
      asked.put(rule, on);
    }
    AxeRunOptions options = new AxeRunOptions();
    options.setRules(asked);
    return options;
  }

  private static AxeRunOptions onlyContrast() {
    AxeRunOnlyOptions only = new AxeRunOnlyOptions();
    only.setType("rule");
    only.setValues(List.of("color-contrast"));
    AxeRunOptions options = new AxeRunOptions();
    options.setRunOnly(only);
    return options;
  }

  /** What is good takes most of the time to be told of; nobody asks for it. */
  private static List<String> serious(Page page, AxeRunOptions options) {
    options.setResultTypes(List.of("violations"));
    // There are no pages within pages: it need not be put together in one of its own.
    AxeBuilder axe = new AxeBuilder(page).setLegacyMode(true).options(options);
    return axe.analyze().getViolations().stream()
        .filter(
            rule ->
                List.of("serious", "critical").contains(rule.getImpact())
                    || ASKED_FOR.contains(rule.getId()))
        .map(AxeTest::describe)
        .toList();
  }

  private static String describe(Rule rule) {
    return rule.getId() + ": " + rule.getNodes().get(0).getHtml();
  }
}
