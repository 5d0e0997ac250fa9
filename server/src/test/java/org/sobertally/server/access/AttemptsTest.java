package org.sobertally.server.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.sobertally.server.access.Attempts.Tried;
import org.sobertally.server.refusal.Refusal;

@Tag("unit")
class AttemptsTest {

  private Instant now = Instant.parse("2026-09-30T08:00:00Z");
  private final Attempts attempts = new Attempts(() -> now);

  private void tries(int times, Tried tried) {
    for (int n = 0; n < times; n++) {
      attempts.reserve(tried);
    }
  }

  private void isRefused(Tried tried) {
    assertThatThrownBy(() -> attempts.reserve(tried))
        .isInstanceOf(Refusal.class)
        .hasMessageContaining("from here");
  }

  @Test
  void aStrangerDoesNotLockOutWhoeverTheNameBelongsTo() {
    tries(Attempts.MOST, new Tried("ottar", "203.0.113.9", false));
    isRefused(new Tried("ottar", "203.0.113.9", false));
    for (int host = 1; host < 20; host++) {
      Tried elsewhere = new Tried("ottar", "198.51.100." + host, false);
      assertThatCode(() -> tries(2, elsewhere)).doesNotThrowAnyException();
    }
    Tried home = new Tried("ottar", "192.0.2.7", true);
    assertThatCode(() -> tries(Attempts.MOST, home)).doesNotThrowAnyException();
    isRefused(home);
  }

  @Test
  void manyAddressesTogetherAreSlowedDown() {
    for (int host = 0; host < Attempts.MOST_TOGETHER; host++) {
      attempts.reserve(new Tried("ottar", "198.51.100." + host, false));
    }
    isRefused(new Tried("ottar", "203.0.113.9", false));
    assertThatCode(() -> attempts.reserve(new Tried("ottar", "192.0.2.7", true)))
        .doesNotThrowAnyException();
  }

  @Test
  void oneAddressDoesNotTryManyNames() {
    for (int n = 0; n < Attempts.MOST_TOGETHER; n++) {
      attempts.reserve(new Tried("name" + n, "203.0.113.9", false));
    }
    isRefused(new Tried("ottar", "203.0.113.9", false));
  }

  @Test
  void itIsForgottenAfterAWhileAndWhenOneIsRight() {
    Tried tried = new Tried("ottar", "203.0.113.9", false);
    tries(Attempts.MOST, tried);
    now = now.plus(Attempts.COUNT_FOR).plusSeconds(1);
    tries(Attempts.MOST - 1, tried);
    attempts.wasRight(tried);
    assertThatCode(() -> tries(Attempts.MOST, tried)).doesNotThrowAnyException();
    attempts.forget("ottar");
    assertThatCode(() -> tries(Attempts.MOST, tried)).doesNotThrowAnyException();
    now = now.plus(Duration.ofDays(1));
    attempts.notMade(tried);
    assertThat(attempts.known()).isPositive();
  }

  @Test
  void somebodyOnTheMachineLetsThemInOnce(@TempDir Path folder) throws IOException {
    assertThat(LocalWay.leave(folder, " Ottar ", "another ledger")).startsWith("ottar can sign in");
    LocalWay way = new LocalWay(folder);
    assertThat(way.take("runa")).as("left for somebody else").isEmpty();
    assertThat(way.take("ottar")).hasValueSatisfying(hash -> assertThat(hash).startsWith("$2"));
    assertThat(way.take("ottar")).as("once").isEmpty();
    Files.writeString(folder.resolve("let-in"), "ottar\nnonsense\nyesterday\n");
    assertThat(way.take("ottar")).isEmpty();
    assertThatThrownBy(() -> LocalWay.leave(folder, "ottar", "short"))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("10 characters");
  }
}
