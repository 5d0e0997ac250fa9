package org.sobertally.core.round;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;

/**
 * Once a week on a day and hour of a time zone's clocks. Where the clocks leave that hour out, it
 * is as much later as they jump; where they repeat it, it is the first time only. So there is just
 * one moment in each week.
 */
public record WeeklySchedule(DayOfWeek day, LocalTime time, ZoneId zone) {

  /** The first such moment after the instant. */
  public Instant nextAfter(Instant instant) {
    LocalDate from = LocalDate.ofInstant(instant, zone).with(TemporalAdjusters.previousOrSame(day));
    LocalDate on = from;
    while (!moment(on).isAfter(instant)) {
      on = on.plusWeeks(1);
    }
    return moment(on);
  }

  private Instant moment(LocalDate on) {
    // Of two offsets the earlier one; a time that is left out is moved on by the gap.
    return on.atTime(time).atZone(zone).withEarlierOffsetAtOverlap().toInstant();
  }
}
