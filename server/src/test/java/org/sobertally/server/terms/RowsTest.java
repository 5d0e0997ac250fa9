package org.sobertally.server.terms;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Zips;

/** What is written down of a vendor is typed over as rows, tried, saved and taken back. */
@QuarkusTest
class RowsTest {

  private static final String ROWS = "/api/v1/vendors/quillmoor/rows";

  @Inject EntityManager entities;
  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeASmallBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table :
                  List.of("intake_change", "intake_use", "intake", "intake_mapping")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
  }

  private JsonNode sheet() {
    return steward.get(ROWS).json();
  }

  private static JsonNode table(JsonNode sheet, String file) {
    for (JsonNode table : sheet.get("tables")) {
      if (table.get("file").asText().equals(file)) {
        return table;
      }
    }
    throw new AssertionError("no table " + file);
  }

  private String edit(String rows) {
    return "{\"state\":\"%s\",\"why\":\"as agreed in June\",\"rows\":[%s]}"
        .formatted(sheet().get("state").asText(), rows);
  }

  private Caller.Answer save(String edit) {
    return steward.send("PUT", ROWS, "application/json", edit.getBytes(StandardCharsets.UTF_8));
  }

  private static byte[] book() {
    return Caller.keeper().get("/api/v1/book").bytes();
  }

  @Test
  void everythingThatIsWrittenDownOfAVendorIsThere() {
    JsonNode plans = table(sheet(), "plans.csv");
    assertThat(plans.get("rows")).hasSize(2);
    assertThat(plans.get("columns").toString()).doesNotContain("\"vendor\"");
    assertThat(plans.at("/columns/4/choices").toString()).contains("FLOATING");
    assertThat(plans.at("/columns/4/about").asText()).isNotBlank();
    JsonNode vendor = table(sheet(), "vendors.csv");
    assertThat(vendor.get("grows").asBoolean()).isFalse();
    assertThat(vendor.at("/rows/0/values/1").asText()).isEqualTo("PT15M");
  }

  /** A part, a plan that has it and what is bought of it, in one save; then none of it. */
  @Test
  void severalTablesAreSavedInOneStrokeAndTakenBackInOne() {
    byte[] before = book();
    String rows =
        """
        {"file":"lines.csv","row":null,"values":{"agreement":"qm","plan":"quillmoor-grand",
          "seats":"5","unit_price":"500"}},
        {"file":"plans.csv","row":null,"values":{"name":"Grand","ladder":"quill","rank":"3",
          "model":"NAMED","parts":"mail charts sums"}},
        {"file":"parts.csv","row":null,"values":{"part":"sums","name":"Sums"}},
        {"file":"vendors.csv","row":0,"values":{"rest_days":"7"}}
        """;
    JsonNode check = steward.postJson(ROWS + "/check", edit(rows)).json();
    assertThat(check.get("faults")).as(check.toString()).isEmpty();
    JsonNode preview = steward.postJson(ROWS + "/preview", edit(rows)).json();
    double more =
        preview.at("/paidAfter/amount").asDouble() - preview.at("/paidBefore/amount").asDouble();
    assertThat(more).isEqualTo(2500.0);
    assertThat(preview.get("findings").toString()).contains("MORE_SPARE");
    assertThat(book()).as("tried only").isEqualTo(before);
    Caller.Answer saved = save(edit(rows));
    assertThat(saved.status()).as(saved.text()).isEqualTo(200);
    assertThat(table(saved.json(), "plans.csv").get("rows")).hasSize(3);
    assertThat(steward.get("/api/v1/subscriptions?limit=50").text()).contains("Grand");
    assertThat(steward.get("/api/v1/journal?kind=ROWS_CHANGED").json().get(0).get("text").asText())
        .contains("rest days 0 → 7")
        .contains("as agreed in June");
    JsonNode intake = steward.get("/api/v1/intake").json().get(0);
    assertThat(intake.get("source").asText()).isEqualTo("the sheet of Quillmoor");
    assertThat(steward.post("/api/v1/intake/" + intake.get("id").asText() + "/take-back").status())
        .isEqualTo(200);
    assertThat(book()).as("byte for byte").isEqualTo(before);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "plans.csv | 0 | rank, 2      | rank | has the place 2 on this ladder already",
        "plans.csv | 0 | capacity_gb, 100 | parts | nothing tells them apart",
        "plans.csv | 0 | model, ODD   | model |",
        "plans.csv | 0 | name,        | name | must not be empty",
        "agreements.csv | 0 | ends, 2025-01-01 | ends | the term must end after that",
        "agreements.csv | 0 | currency, SEK | currency | Write its rate down first",
        "lines.csv | 0 | plan, no-such | plan | There is no plan no-such of this vendor",
        "lines.csv | 0 | unit_price, dear | unit_price |",
      })
  void aValueThatCannotBeIsNamed(
      String file, int row, String value, String column, String message) {
    String[] parts = value.split(",", 2);
    if (parts[0].equals("capacity_gb")) {
      save(edit("{\"file\":\"plans.csv\",\"row\":0,\"values\":{\"parts\":\"mail charts\"}}"));
    }
    String rows =
        "{\"file\":\"%s\",\"row\":%d,\"values\":{\"%s\":\"%s\"}}"
            .formatted(file, row, parts[0].strip(), parts[1].strip());
    JsonNode fault = steward.postJson(ROWS + "/check", edit(rows)).json().at("/faults/0");
    assertThat(fault.get("column").asText()).isEqualTo(column);
    assertThat(fault.get("message").asText()).contains(message == null ? "" : message);
    assertThat(save(edit(rows)).status()).isEqualTo(422);
  }

  @Test
  void anotherCurrencyAndItsRateAreSavedTogether() {
    String rows =
        """
        {"file":"agreements.csv","row":null,"values":{"name":"Nordic","currency":"SEK",
          "starts":"2026-01-01","ends":"2027-01-01","notice_days":"30","renews":"AUTO",
          "may_shrink":"AT_RENEWAL"}},
        {"file":"rates.csv","row":null,"values":{"currency":"SEK","day":"2026-01-01","rate":"0.09"}}
        """;
    Caller.Answer saved = save(edit(rows));
    assertThat(saved.status()).as(saved.text()).isEqualTo(200);
    assertThat(table(saved.json(), "rates.csv").get("rows").toString()).contains("SEK");
    assertThat(table(saved.json(), "agreements.csv").get("rows").toString())
        .contains("quillmoor-nordic");
    assertThat(steward.get("/api/v1/standing").status()).isEqualTo(200);
  }

  @Test
  void whatIsInUseIsNotTakenOutAndAnotherSaveIsNotOverwritten() {
    byte[] before = book();
    String stale = edit("{\"file\":\"plans.csv\",\"row\":0,\"values\":{\"name\":\"Letters\"}}");
    Caller.Answer held = save(edit("{\"file\":\"lines.csv\",\"row\":1,\"values\":null}"));
    assertThat(held.status()).isEqualTo(422);
    assertThat(held.detail()).contains("It cannot be taken out");
    assertThat(book()).isEqualTo(before);
    assertThat(save(edit("{\"file\":\"vendors.csv\",\"row\":0,\"values\":null}")).status())
        .isEqualTo(422);
    assertThat(
            save(edit("{\"file\":\"vendors.csv\",\"row\":0,\"values\":{\"rest_days\":\"3\"}}"))
                .status())
        .isEqualTo(200);
    assertThat(save(stale).detail()).contains("Somebody else has changed these rows");
  }

  @Test
  void aVendorIsWrittenDownByItsName() {
    JsonNode made = steward.postJson("/api/v1/vendors", "{\"name\":\"Holm & Ås\"}").json();
    assertThat(made.get("vendor").asText()).isEqualTo("holm-as");
    assertThat(steward.postJson("/api/v1/vendors", "{\"name\":\"holm & ås\"}").status())
        .isEqualTo(409);
    assertThat(Zips.rows(book(), "vendors.csv").toString()).contains("Holm & Ås");
    assertThat(Caller.reader().postJson("/api/v1/vendors", "{\"name\":\"X\"}").status())
        .isEqualTo(403);
    assertThat(Caller.reader().get(ROWS).status()).isEqualTo(403);
  }

  /** The other way of typing over: prices and dates on the sheet of terms. */
  @Test
  void aSaveOfTheTermsIsTakenBackLikeOne() {
    byte[] before = book();
    String terms = "/api/v1/vendors/quillmoor/terms";
    String form =
        """
        {"state":"%s","why":"side letter","agreements":[{"agreement":"qm","noticeDays":"87"}],
         "lines":[{"line":"opus","bought":"9","breaks":[{"fromSeats":"12","unitPrice":"390"}]}]}
        """
            .formatted(steward.get(terms).json().get("state").asText());
    Caller.Answer saved =
        steward.send("PUT", terms, "application/json", form.getBytes(StandardCharsets.UTF_8));
    assertThat(saved.status()).as(saved.text()).isEqualTo(200);
    assertThat(book()).isNotEqualTo(before);
    String intake = steward.get("/api/v1/intake").json().at("/0/id").asText();
    assertThat(steward.post("/api/v1/intake/" + intake + "/take-back").status()).isEqualTo(200);
    assertThat(book()).as("byte for byte").isEqualTo(before);
  }
}
