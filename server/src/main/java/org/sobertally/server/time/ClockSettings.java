package org.sobertally.server.time;

import io.smallrye.config.ConfigMapping;
import java.time.Instant;
import java.util.Optional;

/** The application's clock. */
@ConfigMapping(prefix = "sober.clock")
interface ClockSettings {

  /**
   * The instant at which it stands when the application starts; the machine's own where not set.
   */
  Optional<Instant> start();

  /** The time zone whose days are counted; the machine's own where not set. */
  Optional<String> zone();
}
