package org.sobertally.server.vendors;

import io.smallrye.config.ConfigMapping;
import io.smallrye.config.WithDefault;
import java.time.Duration;

/** How calls to vendors are repeated. */
@ConfigMapping(prefix = "sober.calls")
public interface CallSettings {

  /** How long until a call is repeated for the first time; each time after twice as long. */
  @WithDefault("PT1S")
  Duration firstWait();

  /** The longest that is waited between two. */
  @WithDefault("PT1M")
  Duration mostWait();

  /** How often a vendor is asked for one change at the most. */
  @WithDefault("6")
  int attempts();

  /** How often what it said it did is read back before it is not believed. */
  @WithDefault("20")
  int checks();

  /** How long one call may take. */
  @WithDefault("PT20S")
  Duration timeout();

  /** How long reading all of a vendor may take, with the pauses that it asks for. */
  @WithDefault("PT1H")
  Duration longestReading();

  /** After so long a vendor that cannot be reached has plainly failed to do what was asked. */
  @WithDefault("P7D")
  Duration longest();
}
