package org.sobertally.server.figures;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** The same notion is the same figure in every answer that has it, to the cent. */
@QuarkusTest
class OneFigureTest {

  private final Caller reader = Caller.reader();

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  private JsonNode get(String path) {
    return reader.get("/api/v1/" + path).json();
  }

  private static BigDecimal money(JsonNode of, String pointer) {
    JsonNode amount = of.at(pointer + "/amount");
    assertThat(amount.isMissingNode()).as(pointer + " of " + of).isFalse();
    return new BigDecimal(amount.asText());
  }

  private static BigDecimal sum(JsonNode rows, String pointer) {
    BigDecimal sum = BigDecimal.ZERO;
    for (JsonNode row : rows) {
      sum = sum.add(money(row, pointer));
    }
    return sum;
  }

  @Test
  void whatIsRecoverable() {
    JsonNode standing = get("standing");
    BigDecimal header = money(standing, "/recoverable");
    assertThat(header).isPositive();
    JsonNode board = get("findings/board");
    assertThat(money(board, "/recoverable")).as("the board").isEqualByComparingTo(header);
    assertThat(sum(board.get("stops"), "/yearly").add(money(board, "/never")))
        .as("by the day on which it stops")
        .isEqualByComparingTo(header);
    assertThat(sum(board.get("combinations"), "/recoverable").add(money(board, "/surplus")))
        .as("the combinations, and what lies unassigned")
        .isEqualByComparingTo(header);
    assertThat(sum(get("subscriptions"), "/recoverable"))
        .as("its subscriptions")
        .isEqualByComparingTo(header);
  }

  @Test
  void whatIsPaid() {
    BigDecimal header = money(get("standing"), "/paid");
    assertThat(sum(get("subscriptions"), "/yearlyCost")).isEqualByComparingTo(header);
    JsonNode split = get("standing").get("split");
    BigDecimal parts = BigDecimal.ZERO;
    for (JsonNode part : split) {
      parts = parts.add(new BigDecimal(part.get("amount").asText()));
    }
    assertThat(parts.subtract(header).abs())
        .as("each part is rounded by itself")
        .isLessThan(new BigDecimal("0.10"));
  }

  @Test
  void seatsInUse() {
    int lines = 0;
    int held = 0;
    for (JsonNode line : get("subscriptions")) {
      lines += line.at("/states/inUse").asInt();
      held +=
          get("subscriptions/%s/holdings?state=IN_USE&limit=10000"
                  .formatted(line.get("line").asText()))
              .size();
    }
    assertThat(lines).isEqualTo(held).isPositive();
  }

  /** List, page, Desk and the next bill of each agreement. */
  @Test
  void whatARenewalIsAbout() {
    Map<String, JsonNode> bills = new HashMap<>();
    get("bills/next").forEach(bill -> bills.put(bill.get("agreement").asText(), bill));
    Map<String, JsonNode> desk = new HashMap<>();
    for (JsonNode line : get("desk")) {
      String path = line.path("path").asText();
      if (line.path("about").asText().equals("NOTICE") && path.startsWith("/renewals/")) {
        desk.put(path.substring("/renewals/".length()), line);
      }
    }
    JsonNode renewals = get("renewals");
    assertThat(renewals).isNotEmpty();
    int onDesk = 0;
    int billed = 0;
    for (JsonNode line : renewals) {
      String agreement = line.get("agreement").asText();
      JsonNode page = get("agreements/%s/renewal".formatted(agreement));
      assertThat(money(page, "/beside/0/all"))
          .as(agreement)
          .isEqualByComparingTo(money(line, "/paid"));
      assertThat(money(page, "/all")).as(agreement).isEqualByComparingTo(money(line, "/paid"));
      assertThat(money(page, "/beside/2/all"))
          .as(agreement)
          .isEqualByComparingTo(money(line, "/paidProposed"));
      assertThat(money(page, "/shown/all"))
          .as("what *Choose this* says of %s", agreement)
          .isEqualByComparingTo(money(line, "/paidProposed"));
      JsonNode brief = get("agreements/%s/renewal/brief".formatted(agreement));
      assertThat(money(brief, "/ways/2/yearly"))
          .as(agreement)
          .isEqualByComparingTo(money(line, "/paidProposed"));
      if (desk.containsKey(agreement) && money(line, "/stake").signum() > 0) {
        onDesk++;
        assertThat(money(desk.get(agreement), "/amount"))
            .as(agreement)
            .isEqualByComparingTo(money(line, "/stake"));
      }
      JsonNode bill = bills.get(agreement);
      if (bill != null
          && bill.get("day").equals(line.get("renews"))
          && bill.get("currency").asText().equals("EUR")) {
        billed++;
        assertThat(money(bill, "/total")).as(agreement).isEqualByComparingTo(money(line, "/paid"));
      }
    }
    assertThat(onDesk).isPositive();
    assertThat(billed).isPositive();
  }
}
