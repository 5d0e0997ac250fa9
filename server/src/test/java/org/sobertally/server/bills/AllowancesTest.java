package org.sobertally.server.bills;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;

/** A thousand runs a month from the 7th, of which Ann uses forty a day. */
@QuarkusTest
class AllowancesTest {

  private static SmallBook book() {
    List<String> meter = new ArrayList<>(List.of("allowance,day,account,used"));
    for (int day = 1; day <= 28; day++) {
      meter.add("runs,2026-09-%02d,a-ann,40".formatted(day));
    }
    meter.add("runs,2026-09-28,,0.5");
    return new SmallBook()
        .file(
            "allowances.csv",
            "allowance,vendor,name,unit,agreement,plan,amount,per,period",
            "runs,quillmoor,Report runs,runs,qm,,1000,AGREEMENT,MONTH",
            "credits,quillmoor,Credits,credits,,quill-opus,5,SEAT,YEAR")
        .file("meter.csv", meter.toArray(String[]::new));
  }

  private static void take(SmallBook book, int status) {
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book.zip()).status())
        .isEqualTo(status);
  }

  @Test
  void whatIsUsedIsToldWithTheDayOnWhichItRunsOut() {
    take(book(), 200);
    JsonNode all = Caller.steward().get("/api/v1/allowances?asOf=2026-09-30").json();
    JsonNode credits = all.get(0);
    assertThat(credits.get("granted").decimalValue()).isEqualByComparingTo("50");
    assertThat(credits.get("used").isNull()).isTrue();
    assertThat(credits.get("accounts")).isEmpty();
    JsonNode runs = all.get(1);
    assertThat(runs.get("from").asText()).isEqualTo("2026-09-07");
    assertThat(runs.get("used").decimalValue()).isEqualByComparingTo("880.5");
    assertThat(runs.get("left").decimalValue()).isEqualByComparingTo("119.5");
    assertThat(runs.get("measureDay").asText()).isEqualTo("2026-09-28");
    // 119.5 × 22 ÷ 880.5 = 2.99: three days.
    assertThat(runs.get("runsOut").asText()).isEqualTo("2026-10-01");
    assertThat(runs.at("/accounts/0/account").asText()).isEqualTo("a-ann");
    assertThat(runs.at("/accounts/0/person").asText()).isEqualTo("ann");
    assertThat(Caller.steward().get("/api/v1/allowances?vendor=none").status()).isEqualTo(404);
  }

  @Test
  void aMeterOfNoAllowanceIsRefused() {
    SmallBook wrong = book().row("meter.csv", "nothing,2026-09-01,a-ann,1");
    Caller.Answer answer = Caller.keeper().putZip("/api/v1/book?replace=true", wrong.zip());
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.text()).contains("meter.csv").contains("nothing");
  }
}
