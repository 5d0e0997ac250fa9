package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.time.Duration;
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
import org.sobertally.server.support.Wait;
import org.sobertally.server.support.Zips;

/** Leavers on the pages: one person's way out to its end, what lies at a vendor, and the crews. */
@QuarkusTest
@Tag("browser")
@ExtendWith(Browser.Report.class)
class LeaversPagesTest {

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
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table : List.of("saving", "mail")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    DemoBook.takeLate();
    demo.standIn("quillmoor").showAfter(Duration.ZERO);
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
  }

  private static Page go(Page page, String path) {
    page.navigate(Caller.base() + path);
    return page;
  }

  /** In one go: between a look and a click the last change may have been made by itself. */
  private static final String DONE_BY_HAND =
      """
      () => [...document.querySelectorAll('button')]
        .find((one) => one.textContent.startsWith('all done by hand') && !one.disabled)
        ?.click()
      """;

  private static Locator tape(Page page) {
    return page.locator("aside");
  }

  /** Kelda, who left, holds seats at three vendors; with this one at four. */
  private static byte[] withAFourthVendor() {
    byte[] book =
        Zips.with(
            DemoBook.whole(),
            "accounts.csv",
            "beaconfell-p0271,beaconfell,p0271,kelda.nygren@skerryline.example,ACTIVE,,,");
    return Zips.with(
        book, "holdings.csv", "h-bf-p0271,beaconfell-p0271,bf-drills,2025-03-03,,HAND");
  }

  @Test
  void aWholeWayOutIsOneActAndEndsConfirmed() {
    Caller.keeper().putZip("/api/v1/book?replace=true", withAFourthVendor());
    demo.standIn("beaconfell").showAfter(Duration.ZERO);
    Page runa = browser.visit("Runa Skarholt");
    go(runa, "/leavers?kind=LEFT");
    runa.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Kelda Nygren")).click();
    assertThat(runa.getByText("In this order, on these days")).isVisible();
    Locator quillmoor =
        runa.locator("section").filter(new Locator.FilterOptions().setHasText("Quillmoor"));
    quillmoor.getByRole(AriaRole.BUTTON).first().click();
    quillmoor
        .getByRole(AriaRole.RADIO)
        .filter(new Locator.FilterOptions().setHasText("Hand over, then delete"))
        .click();
    quillmoor.getByText("shared files").click();
    assertThat(runa.getByText(Pattern.compile("hand shared files over to"))).isVisible();
    runa.keyboard().press(".");
    assertThat(tape(runa).getByText(Pattern.compile("hand over shared files at Quillmoor")))
        .isVisible();
    for (String vendor : List.of("Beaconfell", "Helmsway", "Ternhythe")) {
      assertThat(tape(runa).getByText(Pattern.compile(vendor)).first()).isVisible();
    }
    button(runa, "Send for decision").click();
    runa.locator("textarea").last().fill("Left in summer");
    button(runa, "Send").last().click();
    assertThat(runa.getByText("Sent:")).isVisible();

    Page teodor = browser.visit("Teodor Quist");
    teodor
        .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("asks you to decide"))
        .click();
    button(teodor, "Grant").click();
    assertThat(teodor.getByText("Granted.").first()).isVisible();

    runa.reload();
    runa.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("can be posted")).click();
    button(runa, "Post \\d+ moves").click();
    button(runa, "has agreed").first().click();
    assertThat(runa.getByText(Pattern.compile("agreed on")).first()).isVisible();
    // What no vendor is linked for, and handing over, is made by hand; the rest goes by itself.
    Wait.until(
        "every step is settled",
        () -> {
          runa.evaluate(DONE_BY_HAND);
          // “3 of 8 settled.” says the same word meanwhile.
          return runa.getByText("Settled.", new Page.GetByTextOptions().setExact(true)).isVisible();
        });
    go(runa, "/leavers?kind=LEFT");
    runa.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Kelda Nygren")).click();
    assertThat(runa.getByText("deleted").first()).isVisible();
  }

  /** Sends, grants and posts the steward's draft, and waits until all of it is settled. */
  private static void carryOut(String slate) {
    Caller steward = Caller.steward();
    String path = "/api/v1/slates/" + slate;
    steward.postJson(path + "/send", "{}");
    Caller.decider().postJson(path + "/decide", "{\"grant\":true}");
    steward.post(path + "/post");
    Wait.until(
        "the slate is confirmed",
        () -> steward.get(path).json().get("state").asText().equals("CONFIRMED"));
  }

  @Test
  void anAccountThatWasDeletedComesBackWithItsSeat() {
    String body =
        "{\"moves\":[{\"kind\":\"DELETE\",\"account\":\"quillmoor-p0626\",\"data\":\"HANDED_OVER\"}]}";
    carryOut(Caller.steward().postJson("/api/v1/slates", body).json().get("id").asText());
    Page runa = browser.visit("Runa Skarholt");
    go(runa, "/leavers/estate/quillmoor?state=DELETED");
    assertThat(runa.getByText("Can be brought back").first()).isVisible();
    button(runa, "bring back with Opus, until 14 Oct 2026").click();
    assertThat(tape(runa).getByText("hand out Opus")).isVisible();
    String draft = Caller.steward().get("/api/v1/slates").json().at("/0/id").asText();
    carryOut(draft);
    go(runa, "/people/p0626");
    assertThat(runa.getByText("Was handed a seat of Quillmoor Opus.").first()).isVisible();
    assertThat(runa.getByText("came back 30 Sep 2026")).isVisible();
  }

  @Test
  void rulesThatAVendorAnnouncesAreTriedOnTheEstate() {
    Page runa = browser.visit("Runa Skarholt");
    go(runa, "/leavers");
    runa.getByRole(
            AriaRole.LINK,
            new Page.GetByRoleOptions().setName(Pattern.compile("Quillmoor 69 accounts")))
        .click();
    assertThat(runa.getByText("60 accounts gone by 30 Sep 2028")).isVisible();
    button(runa, "what if the rules change").click();
    runa.getByLabel("Days of stage 2, empty for without end").fill("");
    runa.getByLabel("Old ones join stage").selectOption("2");
    runa.getByLabel("From").fill("2026-11-01");
    runa.getByLabel("From").press("Enter");
    button(runa, "Try it").click();
    assertThat(runa.getByText("As they would be")).isVisible();
    assertThat(
            runa.getByText(
                "0 accounts gone by 30 Sep 2028", new Page.GetByTextOptions().setExact(true)))
        .isVisible();
    assertThat(runa.getByText("60 accounts gone by 30 Sep 2028")).isVisible();
  }

  @Test
  void aCrewThatWasSentHomeIsShutUntilItComesBackInOneAct() {
    Page runa = browser.visit("Runa Skarholt");
    go(runa, "/leavers?kind=SUSPENDED");
    assertThat(runa.getByText("back 1 Apr 2027").first()).isVisible();
    runa.keyboard().press("a");
    runa.getByLabel("Which way").selectOption("SUSPEND");
    runa.keyboard().press(".");
    assertThat(tape(runa).getByText(Pattern.compile("suspend at Helmsway")).first()).isVisible();
    assertThat(tape(runa).getByText(Pattern.compile("bring back at Helmsway")).first()).isVisible();
  }
}
