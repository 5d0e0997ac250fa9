package org.sobertally.server.time;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;

/** The application's clock: the machine's, or one that was set back to a day and ticks on. */
@ApplicationScoped
public class TallyClock {

  private final ZoneId zone;
  private Clock clock;

  TallyClock(ClockSettings settings) {
    this.zone = settings.zone().map(ZoneId::of).orElse(ZoneId.systemDefault());
    this.clock = Clock.system(this.zone);
    settings.start().ifPresent(this::startAt);
  }

  /** Lets the clock go on from the instant, unless it is later than that already. */
  public synchronized void notBefore(Instant instant) {
    if (clock.instant().isBefore(instant)) {
      startAt(instant);
    }
  }

  /** Sets the clock, which ticks on from there. */
  public synchronized void startAt(Instant instant) {
    Clock system = Clock.system(zone);
    clock = Clock.offset(system, Duration.between(system.instant(), instant));
  }

  public synchronized Instant now() {
    return clock.instant().truncatedTo(ChronoUnit.MICROS);
  }

  public LocalDate today() {
    return LocalDate.ofInstant(now(), zone);
  }

  public ZoneId zone() {
    return zone;
  }
}
