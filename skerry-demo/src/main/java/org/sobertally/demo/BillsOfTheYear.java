package org.sobertally.demo;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;

/** The bills that came, each written down at the end of its month. */
final class BillsOfTheYear {

  private static final LocalDate BEGINS = LocalDate.of(2025, 10, 1);

  /** On which the bills of September are written down. */
  private static final LocalDate LAST_WORKED = LocalDate.of(2026, 9, 28);

  /** In which two of the bills are wrong. */
  private static final LocalDate SEPTEMBER = LocalDate.of(2026, 9, 1);

  private final LivedYear year;

  BillsOfTheYear(LivedYear year) {
    this.year = year;
  }

  /** On every first of a month and on the days on which yearly ones are due. */
  void enter() {
    for (LocalDate month = BEGINS; month.isBefore(LivedYear.ENDS); month = month.plusMonths(1)) {
      LocalDate first = month;
      LocalDate last = month.plusMonths(1).minusDays(1);
      LocalDate written = last.isBefore(LAST_WORKED) ? last : LAST_WORKED;
      year.on(written, () -> writeBills(first, last));
    }
  }

  /** What was due within the days, as it was expected; in September two are wrong. */
  private void writeBills(LocalDate first, LocalDate last) {
    Api steward = year.steward();
    Map<String, Integer> numbers = new HashMap<>();
    for (JsonNode bill :
        LivedYear.each(steward.get("/api/v1/bills/next?asOf=" + first.minusDays(1)))) {
      LocalDate day = LocalDate.parse(bill.get("day").asText());
      if (!day.isAfter(last)) {
        write(steward, bill, day, numbers);
      }
    }
  }

  private void write(Api steward, JsonNode bill, LocalDate day, Map<String, Integer> numbers) {
    String agreement = bill.get("agreement").asText();
    String vendor = bill.get("vendor").asText();
    String id =
        "%s-%02d%02d%s"
            .formatted(
                agreement.substring(0, 2).toUpperCase(Locale.ROOT),
                day.getYear() % 100,
                day.getMonthValue(),
                numbers.merge(vendor, 1, Integer::sum) > 1 ? "-2" : "");
    boolean september = day.equals(SEPTEMBER);
    List<Map<String, Object>> rows = new ArrayList<>();
    String until = null;
    for (JsonNode row : LivedYear.each(bill.get("rows"))) {
      String line = row.get("line").asText();
      int quantity = row.get("quantity").asInt();
      String amount = row.get("amount").get("amount").asText();
      String plan = row.get("planName").asText();
      if (september && line.equals("pl-charts")) {
        amount = "1475.00";
      } else if (september && line.equals("sc-100")) {
        quantity += 4;
        amount = "100.00";
      }
      rows.add(
          Map.of(
              "line", line,
              "text", "%s, %d seats".formatted(plan, quantity),
              "quantity", quantity,
              "amount", amount));
      until = row.get("until").asText();
    }
    if (rows.isEmpty()) {
      return;
    }
    steward.post(
        "/api/v1/bills",
        Map.of(
            "bill",
            id,
            "agreement",
            agreement,
            "day",
            day.toString(),
            "from",
            LivedYear.each(bill.get("rows")).get(0).get("from").asText(),
            "until",
            Objects.requireNonNull(until),
            "rows",
            rows));
    if (!september) {
      year.decider().post("/api/v1/bills/" + id + "/state", Map.of("state", "ACCEPTED"));
    }
  }
}
