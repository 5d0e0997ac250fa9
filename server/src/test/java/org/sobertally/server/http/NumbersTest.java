package org.sobertally.server.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.math.BigDecimal;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.refusal.Refusal;

@Tag("unit")
class NumbersTest {

  private final ObjectMapper json = new ObjectMapper();

  NumbersTest() {
    new BodyRules().customize(json);
  }

  record Body(BigDecimal amount, String text) {}

  @ParameterizedTest
  @ValueSource(
      strings = {
        "1e1000000",
        "1e999999999",
        "1e-999999999",
        "1e30",
        "1000000000000000000000",
        "0.1234567890123456789",
        "\"1e1000000\"",
        "\"NaN\"",
        "\"many\""
      })
  void aNumberBeyondWhatCanBeMeantIsRefusedByItsField(String number) {
    assertThatThrownBy(() -> json.readValue("{\"amount\":%s}".formatted(number), Body.class))
        .rootCause()
        .isInstanceOf(Refusal.class)
        .hasMessageStartingWith("amount: ");
  }

  @Test
  void aNumberOfManyDigitsIsNotEvenRead() {
    String long_ = "1".repeat(100_000);
    assertThatThrownBy(() -> json.readValue("{\"amount\":%s}".formatted(long_), Body.class))
        .isInstanceOf(JsonProcessingException.class);
  }

  @ParameterizedTest
  @ValueSource(strings = {"12.50", "-0.01", "1e3", "123456789012345678", "\"228.00\""})
  void whatIsMeantIsRead(String number) throws JsonProcessingException {
    assertThat(json.readValue("{\"amount\":%s}".formatted(number), Body.class).amount())
        .isEqualByComparingTo(number.replace("\"", ""));
  }

  @Test
  void aTextThatCannotBeKeptIsRefused() {
    assertThatThrownBy(() -> json.readValue("{\"text\":\"a\\u0000b\"}", Body.class))
        .rootCause()
        .isInstanceOf(Refusal.class)
        .hasMessageStartingWith("text: ");
  }
}
