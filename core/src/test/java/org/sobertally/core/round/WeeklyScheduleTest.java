package org.sobertally.core.round;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class WeeklyScheduleTest {

  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");

  private static WeeklySchedule sundayAt(String time) {
    return new WeeklySchedule(DayOfWeek.SUNDAY, LocalTime.parse(time), LISBON);
  }

  private static Instant at(String instant) {
    return Instant.parse(instant);
  }

  @Test
  void itIsTheNextSuchDayAndHourNeverTheMomentItself() {
    WeeklySchedule monday = new WeeklySchedule(DayOfWeek.MONDAY, LocalTime.of(9, 0), LISBON);
    Instant next = monday.nextAfter(at("2026-09-30T08:00:00Z"));
    assertThat(next).isEqualTo(at("2026-10-05T08:00:00Z"));
    assertThat(monday.nextAfter(next)).isEqualTo(at("2026-10-12T08:00:00Z"));
    assertThat(monday.nextAfter(next.minusSeconds(1))).isEqualTo(next);
  }

  @Test
  void theHourStaysTheSameOnTheClockWhenTheClocksChange() {
    WeeklySchedule monday = new WeeklySchedule(DayOfWeek.MONDAY, LocalTime.of(9, 0), LISBON);
    Instant before = monday.nextAfter(at("2026-10-18T00:00:00Z"));
    Instant after = monday.nextAfter(before);
    assertThat(before).isEqualTo(at("2026-10-19T08:00:00Z"));
    assertThat(after).as("winter time since the 25th").isEqualTo(at("2026-10-26T09:00:00Z"));
  }

  @Test
  void anHourThatIsRepeatedCountsOnce() {
    Instant first = sundayAt("01:30").nextAfter(at("2026-10-24T00:00:00Z"));
    assertThat(first).isEqualTo(at("2026-10-25T00:30:00Z"));
    assertThat(sundayAt("01:30").nextAfter(first)).isEqualTo(at("2026-11-01T01:30:00Z"));
  }

  @Test
  void anHourThatIsLeftOutIsNotLost() {
    Instant moved = sundayAt("01:30").nextAfter(at("2027-03-27T00:00:00Z"));
    assertThat(moved).isEqualTo(at("2027-03-28T01:30:00Z"));
    assertThat(LocalTime.ofInstant(moved, LISBON)).isEqualTo(LocalTime.of(2, 30));
  }

  @ParameterizedTest
  @ValueSource(strings = {"Europe/Lisbon", "Atlantic/Azores", "America/Santiago", "UTC"})
  void everyWeekHasJustOneMoment(String zone) {
    ZoneId id = ZoneId.of(zone);
    for (DayOfWeek day : DayOfWeek.values()) {
      WeeklySchedule schedule = new WeeklySchedule(day, LocalTime.of(0, 30), id);
      Instant moment = schedule.nextAfter(at("2026-01-01T00:00:00Z"));
      for (int week = 0; week < 110; week++) {
        Instant next = schedule.nextAfter(moment);
        LocalDate on = LocalDate.ofInstant(moment, id);
        assertThat(on.getDayOfWeek()).isEqualTo(day);
        assertThat(LocalDate.ofInstant(next, id)).isEqualTo(on.plusWeeks(1));
        assertThat(Duration.between(moment, next).toHours()).isBetween(167L, 169L);
        moment = next;
      }
    }
  }
}
