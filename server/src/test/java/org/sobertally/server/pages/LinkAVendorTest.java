package org.sobertally.server.pages;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.sobertally.server.slates.SlateRun;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.SomeonesVendor;
import org.sobertally.server.vendors.VendorLinks;

/**
 * A vendor that others wrote is linked on a page: its own ids and logins, groups as seats, tokens
 * by client credentials. Then a seat comes home over it.
 */
@Tag("browser")
@QuarkusTest
@ExtendWith(Browser.Report.class)
class LinkAVendorTest {

  private static final String PEOPLE =
      """
      {"groups": {"g-1": "Opus", "g-2": "Whole house"},
       "users": [
        {"userName": "ann.b", "email": "ann@skerryline.example", "groups": ["g-1", "g-2"]},
        {"userName": "bo.k", "email": "bo@skerryline.example", "groups": ["g-1", "g-2"]},
        {"userName": "cy", "email": "cy@skerryline.example", "groups": ["g-1"]},
        {"userName": "di", "email": "di@skerryline.example", "groups": ["g-2"]},
        {"userName": "ed", "email": "ed@skerryline.example", "groups": ["g-1"]},
        {"userName": "fay", "email": "fay@elsewhere.example", "groups": ["g-1"]}]}
      """;

  private static Browser browser;
  private static SomeonesVendor vendor;

  @Inject VendorLinks links;
  @Inject EntityManager entities;

  @BeforeAll
  static void start() {
    browser = new Browser();
    vendor = new SomeonesVendor(PEOPLE);
  }

  @AfterAll
  static void stop() {
    browser.close();
    vendor.close();
  }

  @BeforeEach
  void takeTheSmallBook() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
    links.disconnect("quillmoor");
  }

  @AfterEach
  void closePages() {
    browser.closePages();
    Caller.keeper().delete("/api/v1/vendors/quillmoor/link");
  }

  private static void click(Page page, AriaRole role, String name) {
    page.getByRole(role, new Page.GetByRoleOptions().setName(name)).click();
  }

  @Test
  void aKeeperLinksItAndASeatComesHomeOverIt() {
    Page keeper = browser.visit("Ottar Lindbeck", ColorScheme.LIGHT);
    keeper.navigate(Caller.base() + "/intake");
    click(keeper, AriaRole.LINK, "none: by hand");
    keeper
        .getByLabel("Address", new Page.GetByLabelOptions().setExact(true))
        .fill(vendor.scim().toString());
    keeper.getByLabel("How it is shown who asks").selectOption("CLIENT_CREDENTIALS");
    keeper.getByLabel("Client’s id").fill(SomeonesVendor.CLIENT);
    keeper.getByLabel("Client’s secret").fill(SomeonesVendor.SECRET);
    keeper.getByLabel("Address for tokens").fill(vendor.token().toString());
    keeper.getByLabel("What a seat is there").selectOption("GROUPS");
    click(keeper, AriaRole.BUTTON, "Read, keep nothing");
    assertThat(keeper.getByText("is an address inside this network")).isVisible();
    keeper.getByText("the address may be one inside this network").click();
    click(keeper, AriaRole.BUTTON, "Read, keep nothing");
    assertThat(keeper.getByText("by the same mail")).isVisible();
    assertThat(keeper.getByLabel("What Opus is")).hasValue("quill-opus");
    keeper.getByLabel("What Whole house is").selectOption("no seat");
    click(keeper, AriaRole.BUTTON, "Read, keep nothing");
    assertThat(keeper.getByText("1 seat only there, 1 seat only here.")).isVisible();
    click(keeper, AriaRole.BUTTON, "Link it");
    assertThat(keeper.getByText("Quillmoor is linked")).isVisible();

    Page steward = browser.visit("Runa Skarholt");
    steward.navigate(Caller.base() + "/intake");
    click(steward, AriaRole.BUTTON, "read now");
    steward
        .getByRole(AriaRole.ROW)
        .filter(new com.microsoft.playwright.Locator.FilterOptions().setHasText("Quillmoor"))
        .getByRole(AriaRole.BUTTON)
        .first()
        .click();
    click(steward, AriaRole.BUTTON, "take over all 2");
    assertThat(steward.getByText("The vendor and the book agree.")).isVisible();

    SlateRun run = new SlateRun();
    String slate =
        run.postAndSettle(
                run.granted("{\"moves\":[{\"kind\":\"TAKE_BACK\",\"holding\":\"h-cy\"}]}"))
            .get("id")
            .asText();
    steward.navigate(Caller.base() + "/slates/" + slate);
    assertThat(steward.getByText("Confirmed.", new Page.GetByTextOptions().setExact(true)))
        .isVisible();
    assertThat(Caller.steward().post("/api/v1/vendors/quillmoor/read").json().get("drift").asInt())
        .as("the vendor shows what the book says")
        .isZero();
    assertThat(steward).hasURL(Pattern.compile("/slates/"));
  }
}
