package org.sobertally.server.outbox;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@Tag("unit")
class BackOffTest {

  private final BackOff backOff = new BackOff(Duration.ofSeconds(1), Duration.ofMinutes(1));

  @ParameterizedTest
  @CsvSource({"0, PT1S", "1, PT1S", "2, PT2S", "4, PT8S", "7, PT1M", "10, PT1M", "1000, PT1M"})
  void doublesUpToItsLimit(int attempts, Duration pause) {
    assertThat(backOff.after(attempts)).isEqualTo(pause);
  }
}
