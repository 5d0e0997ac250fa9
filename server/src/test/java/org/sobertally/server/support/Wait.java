package org.sobertally.server.support;

import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;

/** Waits for something that happens elsewhere, and fails when it never does. */
public final class Wait {

  /** A way out of ten moves took a minute where a slow machine ran two lanes of tests. */
  private static final Duration MOST = Duration.ofSeconds(150);

  private Wait() {}

  public static void until(String what, BooleanSupplier holds) {
    Instant end = Instant.now().plus(MOST);
    while (!holds.getAsBoolean()) {
      if (Instant.now().isAfter(end)) {
        throw new AssertionError("Waited in vain until " + what + ".");
      }
      LockSupport.parkNanos(20_000_000);
    }
  }
}
