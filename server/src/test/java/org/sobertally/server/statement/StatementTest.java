package org.sobertally.server.statement;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;

/**
 * September 2026: ten Letter at 84.00, spare, and ten Opus at 396.00, 32.5479 each, of which Ann
 * (Dockyard) uses hers, Bo, Cy and Di (of no department) hold one, and Ed is invited.
 */
@QuarkusTest
class StatementTest {

  private static final String SEPTEMBER = "/api/v1/statement?from=2026-09&to=2026-09";

  @Inject SheetMail sheetMail;
  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeASmallBook() {
    take(new SmallBook());
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createNativeQuery("delete from saving").executeUpdate();
              entities.createNativeQuery("delete from mail").executeUpdate();
              entities.createNativeQuery("delete from month_sheet").executeUpdate();
              entities.createNativeQuery("delete from issued_sheet").executeUpdate();
            });
  }

  private static void take(SmallBook book) {
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book.zip()).status())
        .isEqualTo(200);
  }

  private List<String> shares(String more) {
    JsonNode months = steward.get(SEPTEMBER + more).json();
    assertThat(months).hasSize(1);
    List<String> shares = new ArrayList<>();
    months
        .at("/0/shares")
        .forEach(
            share ->
                shares.add(
                    "%s %s %s"
                        .formatted(
                            share.get("name").asText(),
                            share.at("/amount/amount").asText(),
                            share.at("/work/amount").asText())));
    return shares;
  }

  @Test
  void aMonthSaysWhatWasPaidAndWhoBoreIt() {
    JsonNode month = steward.get(SEPTEMBER).json().get(0);
    assertThat(month.get("month").asText()).isEqualTo("2026-09");
    assertThat(month.get("until").asText()).isEqualTo("2026-10-01");
    assertThat(month.at("/paid/amount").asText()).isEqualTo("394.52");
    assertThat(month.at("/work/amount").asText()).isEqualTo("32.55");
    assertThat(month.at("/kept/amount").asText()).isEqualTo("0.00");
    assertThat(month.at("/foundAgain/seats").asInt()).isZero();
    assertThat(month.at("/shares/0/key").isNull()).isTrue();
    assertThat(month.at("/shares/1/key").asText()).isEmpty();
    assertThat(shares(""))
        .containsExactly(
            "held by nobody 264.33 0.00",
            "without a department 97.64 0.00",
            "Dockyard 32.55 32.55");
  }

  @Test
  void spreadThereIsNobodyWhereSomebodyHolds() {
    assertThat(shares("&spread=true"))
        .containsExactly(
            "without a department 244.11 0.00",
            "Dockyard 81.37 32.55",
            "held by nobody 69.04 0.00");
  }

  @Test
  void itIsToldByOthersToo() {
    assertThat(shares("&by=group"))
        .containsExactly(
            "held by nobody 264.33 0.00", "in no group 65.10 0.00", "Dockyard 65.09 32.55");
    assertThat(shares("&by=manager"))
        .containsExactly(
            "held by nobody 264.33 0.00",
            "without a manager 65.10 32.55",
            "Ann Ø. Brekke 65.09 0.00");
    assertThat(shares("&by=vendor")).containsExactly("Quillmoor 394.52 32.55");
    assertThat(shares("&by=plan")).containsExactly("Opus 325.48 32.55", "Letter 69.04 0.00");
  }

  @Test
  void payersComeWithPeopleAndWithSubscriptions() {
    SmallBook book =
        new SmallBook()
            .file(
                "people.csv",
                "person,name,email,status,cost_centre",
                "ann,Ann,ann@skerryline.example,ACTIVE,Yard",
                "bo,Bo,bo@skerryline.example,ACTIVE,",
                "cy,Cy,cy@skerryline.example,ACTIVE,",
                "di,Di,di@skerryline.example,LEFT,",
                "ed,Ed,ed@skerryline.example,ACTIVE,");
    take(book);
    assertThat(shares("&by=payer"))
        .containsExactly(
            "held by nobody 264.33 0.00", "without a payer 97.64 0.00", "Yard 32.55 32.55");
    book.file(
        "lines.csv",
        "line,agreement,plan,seats,unit_price,pricing,minimum,cost_centre",
        "letter,qm,quill-letter,10,84,FLAT,,",
        "opus,qm,quill-opus,8,420.5,VOLUME,2,Group");
    take(book);
    assertThat(shares("&by=payer"))
        .containsExactly("held by nobody 264.33 0.00", "Group 130.19 32.55");
  }

  @Test
  void theLastMonthIsCutAndTheYearBeforeStandsBeside() {
    JsonNode months =
        steward.get("/api/v1/statement?from=2026-08&to=2027-03&asOf=2026-09-15").json();
    assertThat(months).hasSize(2);
    assertThat(months.at("/1/until").asText()).isEqualTo("2026-09-16");
    assertThat(months.at("/1/paid/amount").asText()).isEqualTo("197.26");
    assertThat(months.at("/1/yearAgo").isNull()).as("nothing was bought then").isTrue();
    JsonNode later =
        steward.get("/api/v1/statement?from=2027-02&to=2027-02&asOf=2027-03-01").json();
    assertThat(later.at("/0/yearAgo/amount").asText()).isEqualTo("322.50");
    assertThat(steward.get("/api/v1/statement?from=2026-11&asOf=2026-09-30").status())
        .isEqualTo(400);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "by=nobody",
        "from=2026",
        "to=2026-13",
        "from=2026-09&to=2026-08",
        "from=2001-01&to=2026-08"
      })
  void whatCannotBeReadIsSaid(String query) {
    assertThat(steward.get("/api/v1/statement?" + query).status()).isEqualTo(400);
  }

  @Test
  void aShareOpensToItsRows() {
    JsonNode rows =
        steward.get("/api/v1/statement/rows?by=department&month=2026-09&key=Dockyard").json();
    assertThat(rows).hasSize(1);
    assertThat(rows.at("/0/holding").asText()).isEqualTo("h-ann");
    assertThat(rows.at("/0/amount/amount").asText()).isEqualTo("32.55");
    JsonNode nobody = steward.get("/api/v1/statement/rows?month=2026-09").json();
    BigDecimal sum = BigDecimal.ZERO;
    for (JsonNode row : nobody) {
      sum = sum.add(new BigDecimal(row.at("/amount/amount").asText()));
    }
    assertThat(sum).isEqualByComparingTo("264.33");
    assertThat(nobody.findValuesAsText("holding")).contains("h-ed", "null");
    assertThat(steward.get("/api/v1/statement/rows").status()).isEqualTo(400);
  }

  @Test
  void asAWorkbookItAddsUpToWhatWasPaid() throws IOException {
    Caller.Answer answer =
        Caller.steward()
            .with("Accept", XlsxListWriter.XLSX)
            .get("/api/v1/statement?from=2026-01&to=2026-09&by=department");
    JsonNode months = steward.get("/api/v1/statement?from=2026-01&to=2026-09").json();
    try (ReadableWorkbook workbook =
        new ReadableWorkbook(new ByteArrayInputStream(answer.bytes()))) {
      List<Row> rows = workbook.getFirstSheet().read();
      assertThat(rows.get(0).getCellText(0)).isEqualTo("month");
      assertThat(rows.get(0).getCellText(4)).isEqualTo("amount.amount");
      for (JsonNode month : months) {
        BigDecimal sum = BigDecimal.ZERO;
        for (Row row : rows.subList(1, rows.size())) {
          if (row.getCellText(0).equals(month.get("month").asText())) {
            sum = sum.add(row.getCellAsNumber(4).orElseThrow());
          }
        }
        assertThat(sum).isEqualByComparingTo(month.at("/paid/amount").asText());
      }
    }
  }

  @Test
  void whatIsExpectedGoesByTermsAndPrices() {
    JsonNode months = steward.get("/api/v1/statement/expected?asOf=2026-09-30&months=2").json();
    assertThat(months).hasSize(2);
    assertThat(months.at("/0/month").asText()).isEqualTo("2026-10");
    assertThat(months.at("/0/expected/amount").asText()).isEqualTo("407.67");
    assertThat(months.at("/0/withSlate").isNull()).isTrue();
    assertThat(steward.get("/api/v1/statement/expected?slate=none").status()).isEqualTo(404);
  }

  @Test
  void theMonthsSheetHasTwoPages() throws IOException {
    byte[] pdf = steward.get("/api/v1/statement/sheet.pdf?month=2026-09&asOf=2026-09-30").bytes();
    try (PDDocument document = Loader.loadPDF(pdf)) {
      assertThat(document.getNumberOfPages()).isEqualTo(2);
      assertThat(new PDFTextStripper().getText(document))
          .contains("Software seats in September 2026", "How it stands", "€394.52")
          .contains("Due within 90 days", "Suite, yearly", "8 Dec 2026")
          .contains("The largest findings", "What was decided");
    }
    assertThat(steward.get("/api/v1/statement/sheet.pdf?month=2027-09").status()).isEqualTo(400);
  }

  @Test
  void theSheetIsToldOfOnceAMonth() {
    String path = "/api/v1/statement/sheet/recipients";
    assertThat(put(path, "{\"recipients\":[\"nobody\"]}").status()).isEqualTo(400);
    assertThat(put(path, "{\"recipients\":[\"cfo@skerryline.example\"]}").status()).isEqualTo(200);
    sheetMail.look();
    assertThat(sheets()).as("the month that was over before").isZero();
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createNativeQuery("update month_sheet set last_month = '2026-07'")
                    .executeUpdate());
    sheetMail.look();
    sheetMail.look();
    assertThat(sheets()).isEqualTo(1);
    // What was told of stays what it was, whatever the book says later.
    String issued = "/api/v1/statement/sheet.pdf?month=2026-08&asOf=2026-09-30";
    byte[] then = steward.get(issued).bytes();
    byte[] dearer = new SmallBook().change("lines.csv", "10,84,FLAT", "10,184,FLAT").zip();
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", dearer).status()).isEqualTo(200);
    assertThat(steward.get(issued).bytes()).isEqualTo(then);
    assertThat(steward.get("/api/v1/statement/sheet.pdf?month=2026-08&asOf=2026-09-01").bytes())
        .as("as of a day before it was issued")
        .isNotEqualTo(then);
    assertThat(put(path, "{\"recipients\":[]}").json().get("recipients")).isEmpty();
  }

  @Test
  void whoeverLeadsAGroupIsToldOfItsSheet() {
    String path = "/api/v1/statement/sheet/recipients";
    assertThat(put(path, "{\"recipients\":[],\"leads\":true}").json().get("leads").asBoolean())
        .isTrue();
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createNativeQuery("update month_sheet set last_month = '2026-07'")
                    .executeUpdate());
    sheetMail.look();
    assertThat(sheets()).as("one lead of one group").isEqualTo(1);
    put(path, "{\"recipients\":[],\"leads\":false}");
  }

  /** Ann and Bo are in the yard; Cy is not. */
  @Test
  void aGroupsSheetIsOfItsPeopleOnly() throws IOException {
    Caller.Answer answer =
        steward.get("/api/v1/groups/yard/sheet.pdf?month=2026-09&asOf=2026-09-30");
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    JsonNode month =
        steward.get("/api/v1/statement?by=GROUP&from=2026-09&to=2026-09").json().get(0);
    String bears = "";
    for (JsonNode share : month.get("shares")) {
      bears =
          share.path("key").asText().equals("yard") ? share.at("/amount/amount").asText() : bears;
    }
    try (PDDocument document = Loader.loadPDF(answer.bytes())) {
      assertThat(document.getNumberOfPages()).isEqualTo(2);
      assertThat(new PDFTextStripper().getText(document))
          .contains("Software seats of Dockyard in September 2026", "People 2", "€" + bears)
          .contains("What its people hold", "The largest findings", "What became of their seats");
    }
    assertThat(steward.get("/api/v1/groups/none/sheet.pdf").status()).isEqualTo(404);
    assertThat(steward.get("/api/v1/groups/yard/sheet.pdf?month=2027-01").status()).isEqualTo(400);
  }

  private Caller.Answer put(String path, String json) {
    return steward.send("PUT", path, "application/json", json.getBytes(StandardCharsets.UTF_8));
  }

  private long sheets() {
    long sheets = 0;
    for (JsonNode mail : Caller.keeper().get("/api/v1/mail").json()) {
      sheets += mail.get("kind").asText().equals("SHEET") ? 1 : 0;
    }
    return sheets;
  }

  @Test
  void leadsAreNotTold() {
    assertThat(Caller.nobody().get(SEPTEMBER).status()).isEqualTo(401);
  }
}
