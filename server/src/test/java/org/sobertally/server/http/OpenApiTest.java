package org.sobertally.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.quarkus.test.junit.QuarkusTest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;

@QuarkusTest
class OpenApiTest {

  /** The pages' types are generated from the committed document. */
  @Test
  void theCommittedDocumentIsTheOneServed() throws IOException {
    JsonNode served = Caller.keeper().get("/api/v1/openapi?format=json").json();
    JsonNode committed =
        new ObjectMapper().readTree(Path.of("../web/src/api/openapi.json").toFile());
    Files.writeString(Path.of("target/openapi.json"), served.toString());
    assertThat(committed)
        .as("copy server/target/openapi.json there and run 'npm run types' in web")
        .isEqualTo(served);
  }

  @Test
  void aFieldThatIsNeverNullIsAlwaysThere() {
    JsonNode schemas =
        Caller.keeper().get("/api/v1/openapi?format=json").json().at("/components/schemas");
    assertThat(schemas.at("/Money/required").toString()).contains("amount", "currency");
    assertThat(schemas.at("/Holding/required").toString()).contains("idleDays");
    assertThat(schemas.at("/Holding/required").toString()).doesNotContain("lastUsed");
  }

  /** People's scripts rely on it. */
  @Test
  void everyListIsToBeHadAsCsv() {
    JsonNode document = Caller.keeper().get("/api/v1/openapi?format=json").json();
    List<String> without = new ArrayList<>();
    int lists = 0;
    for (var path : document.get("paths").properties()) {
      JsonNode content = path.getValue().at("/get/responses/200/content");
      if (content.at("/application~1json/schema/type").asText().equals("array")) {
        lists++;
        if (!content.has("text/csv")) {
          without.add(path.getKey());
        }
      }
    }
    assertThat(without).isEmpty();
    assertThat(lists).isGreaterThan(25);
  }

  /** Their spreadsheets name the columns, too. */
  @Test
  void aCsvHasTheColumnsThatTheDocumentNames() {
    JsonNode document = Caller.keeper().get("/api/v1/openapi?format=json").json();
    int seen = 0;
    for (var path : document.get("paths").properties()) {
      JsonNode content = path.getValue().at("/get/responses/200/content");
      String item = content.at("/application~1json/schema/items/$ref").asText();
      // The statement's file has a row for each part of a month, where the answer has them nested.
      boolean ownTable = path.getKey().equals("/api/v1/statement");
      if (item.isEmpty() || path.getKey().contains("{") || ownTable) {
        continue;
      }
      Answer csv = Caller.keeper().getCsv(path.getKey());
      if (csv.status() == 200) {
        seen++;
        String[] header = csv.text().split("\r\n", 2)[0].split(",");
        assertThat(Arrays.stream(header).map(column -> column.split("\\.")[0]).distinct())
            .as(path.getKey())
            .hasSameElementsAs(fields(document.at(item.substring(1) + "/properties")));
      }
    }
    assertThat(seen).isGreaterThan(20);
  }

  private static List<String> fields(JsonNode properties) {
    List<String> fields = new ArrayList<>();
    properties.fieldNames().forEachRemaining(fields::add);
    return fields;
  }
}
