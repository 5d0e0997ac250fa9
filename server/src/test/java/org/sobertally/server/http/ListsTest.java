package org.sobertally.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;

/** Lists in pages, as CSV and as workbooks. */
@QuarkusTest
class ListsTest {

  private static final String SERIES =
      "/api/v1/subscriptions/qm-opus/series?from=2026-09-27&to=2026-09-30";

  @Inject EntityManager entities;

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
    DemoBook.takeLate();
  }

  @Test
  void aWorkbookHasDaysAsDaysNumbersAsNumbersAndNothingAfterTheEvidence() throws IOException {
    Answer answer = Caller.reader().with("Accept", XlsxListWriter.XLSX).get(SERIES);
    JsonNode days = Caller.reader().get(SERIES).json();
    List<Row> rows;
    try (ReadableWorkbook workbook =
        new ReadableWorkbook(
            new ByteArrayInputStream(answer.bytes()), new ReadingOptions(true, false))) {
      rows = workbook.getFirstSheet().read();
    }
    assertThat(rows).hasSize(5);
    assertThat(texts(rows.get(0))).startsWith("day", "bought", "named", "monthlyActives");
    assertThat(rows.get(1).getCell(0).asDate()).isEqualTo("2026-09-27T00:00:00");
    assertThat(rows.get(1).getCell(0).getDataFormatString()).isEqualTo("yyyy-mm-dd");
    assertThat(rows.get(1).getCell(3).asNumber())
        .isEqualByComparingTo(days.at("/0/monthlyActives").decimalValue());
    assertThat(rows.get(4).getCellAsNumber(1)).hasValueSatisfying(n -> assertThat(n).isPositive());
    assertThat(rows.get(4).getOptionalCell(3)).as("after the evidence").isEmpty();
  }

  private static List<String> texts(Row row) {
    return row.stream().map(Cell::getText).toList();
  }

  @Test
  void aCsvCellThatLooksLikeAFormulaIsNone() {
    Caller keeper = Caller.keeper();
    String token =
        keeper
            .postJson("/api/v1/access/tokens", "{\"name\":\"=1+1\",\"role\":\"READER\"}")
            .json()
            .at("/tokens/0/id")
            .asText();
    Answer csv = keeper.getCsv("/api/v1/access/tokens");
    keeper.delete("/api/v1/access/tokens/" + token);
    assertThat(csv.header("Content-Type")).startsWith("text/csv");
    assertThat(csv.text()).contains(",'=1+1,READER,").doesNotContain(",=1+1");
    assertThat(keeper.getCsv("/api/v1/access/tokens").text())
        .as("the columns are there without rows")
        .isEqualTo("id,name,role,created,createdBy\r\n");
  }

  @Test
  void theNextPageBeginsWhereTheLastOneEnded() {
    Caller steward = Caller.steward();
    List<String> made = new ArrayList<>();
    for (int n = 0; n < 5; n++) {
      made.add(0, steward.postJson("/api/v1/slates", "{\"moves\":[]}").json().get("id").asText());
    }
    List<String> read = new ArrayList<>();
    String next = "/api/v1/slates?limit=2";
    int pages = 0;
    while (next != null) {
      Answer page = steward.get(next);
      page.json().forEach(slate -> read.add(slate.get("id").asText()));
      String link = page.header("Link");
      next = link == null ? null : link.substring(1, link.indexOf('>'));
      pages++;
    }
    assertThat(read).containsExactlyElementsOf(made);
    assertThat(pages).isEqualTo(3);
  }

  @Test
  void aPageThatCannotBeIsRefusedWithTheReason() {
    Caller reader = Caller.reader();
    assertThat(reader.get("/api/v1/people?limit=10001").detail())
        .startsWith("limit: ")
        .endsWith("is not a whole number from 1 to 10000.");
    assertThat(reader.get("/api/v1/subscriptions?limit=none").status()).isEqualTo(400);
    assertThat(reader.get("/api/v1/subscriptions?cursor=!").detail())
        .isEqualTo("cursor: '!' was not given by this list. Take it from the Link header.");
  }
}
