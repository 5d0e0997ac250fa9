package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Locale;
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

/** A renewal on the pages: from the desk's line to a lower bill, and one kept on purpose. */
@QuarkusTest
@Tag("browser")
@ExtendWith(Browser.Report.class)
class RenewalPagesTest {

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
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table : List.of("renewal_seats", "renewal_case", "saving", "mail")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    DemoBook.takeLate();
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
  }

  private static Page go(Page page, String path) {
    page.navigate(Caller.base() + path);
    return page;
  }

  @Test
  void goesFromTheDeskToALowerBill() {
    double before = nextBill();
    Page runa = browser.visit("Runa Skarholt");
    go(runa, "/desk").getByText("Give notice on Quillmoor office suite, or keep it").click();
    assertThat(runa.getByText("notice in 12 days")).isVisible();
    Locator promise = runa.getByLabel("Seats of Folio promised").first();
    assertThat(promise).isVisible();
    // Offers are compared beside each other, and one is taken as it is proposed.
    button(runa, "Three years").click();
    assertThat(runa.getByLabel("By whose terms")).hasValue("qm-three-years");
    Locator handle = runa.getByRole(AriaRole.SLIDER);
    handle.focus();
    handle.press("ArrowUp");
    assertThat(button(runa, "as advised again")).isVisible();
    button(runa, "as advised again").click();
    runa.getByLabel("Note for the decision").fill("three years at less");
    button(runa, "Choose this").click();
    button(runa, "Ask for a decision").click();
    assertThat(runa.getByText("To be decided by")).isVisible();

    Page teodor = browser.visit("Teodor Quist");
    go(teodor, "/desk").getByText("Decide how Quillmoor office suite renews").click();
    assertThat(teodor.getByText("three years at less")).isVisible();
    go(teodor, "/renewals/qm-2024/brief");
    assertThat(teodor.getByText("Quillmoor office suite: how it renews on 7 Jan 2027")).isVisible();
    go(teodor, "/renewals/qm-2024");
    button(teodor, "Grant it").click();
    assertThat(teodor.getByText("Granted by Teodor Quist")).isVisible();

    go(runa, "/desk").getByText("Tell the vendor how Quillmoor office suite renews").click();
    assertThat(runa.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("the letter")))
        .isVisible();
    button(runa, "The vendor was told").click();
    assertThat(runa.getByText("The vendor was told on")).isVisible();
    button(runa, "Write the next term down").click();
    assertThat(runa.getByText("The next term stands in the book since")).isVisible();
    // The first term is what it was; the next has its own prices.
    go(runa, "/terms/quillmoor");
    assertThat(runa.getByLabel("What Quillmoor office suite has from later days on"))
        .containsText("Folio EUR 176 a seat, from 400 at 168, at least 350");
    assertThat(runa.getByLabel("Price of Folio")).hasValue("192");
    go(runa, "/desk");
    assertThat(runa.getByText("Give notice on Plumbrigg drawing, or keep it")).isVisible();
    assertThat(runa.getByText("Quillmoor office suite, or keep it")).hasCount(0);
    // The next year's bill is lower by what was chosen, and that is what finance is promised.
    double less = before - nextBill();
    org.assertj.core.api.Assertions.assertThat(less).isPositive();
    go(runa, "/statement/kept");
    Locator entry =
        runa.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("Quillmoor office suite renewed"));
    assertThat(entry).containsText("promised");
    assertThat(entry).containsText(String.format(Locale.ROOT, "€%,.2f", less));
  }

  /** What Quillmoor will charge for the year from 7 January 2027 on. */
  private static double nextBill() {
    return Caller.steward()
        .get("/api/v1/bills/next?agreement=qm-2024")
        .json()
        .at("/0/total/amount")
        .asDouble();
  }

  /** Another size than the recommended one, by the keys; the sum is of the whole agreement. */
  @Test
  void aPoolsSizeIsChosenWithTheRest() {
    Page runa = browser.visit("Runa Skarholt");
    go(runa, "/renewals/pb-draft");
    Locator sizes = runa.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Size"));
    assertThat(sizes).isVisible();
    Locator seats = runa.getByLabel("Seats of Draft", new Page.GetByLabelOptions().setExact(true));
    int recommended = Integer.parseInt(seats.inputValue());
    String before = button(runa, "Choose this").textContent();
    sizes.focus();
    sizes.press("ArrowRight");
    sizes.press("ArrowRight");
    assertThat(seats).hasValue(String.valueOf(recommended + 2));
    assertThat(button(runa, "Choose this")).not().hasText(before);
    button(runa, "Choose this").click();
    assertThat(button(runa, "Choose this instead")).isVisible();
    JsonNode chosen =
        Caller.steward().get("/api/v1/agreements/pb-draft/renewal/case").json().get("choice");
    JsonNode pool = null;
    for (JsonNode row : chosen.get("seats")) {
      pool = row.get("name").asText().equals("Draft") ? row : pool;
    }
    org.assertj.core.api.Assertions.assertThat(pool).as(chosen.toString()).isNotNull();
    org.assertj.core.api.Assertions.assertThat(pool.get("seats").asInt())
        .isEqualTo(recommended + 2);
  }

  @Test
  void keepsOneAsItIsOnPurpose() {
    Page runa = browser.visit("Runa Skarholt");
    go(runa, "/renewals");
    runa.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Deepglass analytics"))
        .click();
    button(runa, "Keep it as it is").click();
    runa.getByLabel("Why it is kept").fill("the new dock wants it");
    runa.getByLabel("Kept until").fill("1 Mar 2027");
    runa.getByLabel("Kept until").press("Tab");
    button(runa, "Keep it as it is").first().click();
    assertThat(runa.getByText("Kept as it is on purpose")).isVisible();
    go(runa, "/renewals");
    assertThat(
            runa.getByRole(AriaRole.ROW)
                .filter(new Locator.FilterOptions().setHasText("Deepglass analytics")))
        .containsText("kept on purpose");
  }
}
