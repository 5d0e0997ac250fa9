package org.sobertally.server.rounds;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.round.WeeklySchedule;

/** A sweep that runs every week: when, over what, and how long it waits for answers. */
@Entity
@Table(name = "round_plan")
class RoundPlan {

  @Id String id;
  String name;
  int weekday;

  @Column(name = "at_time")
  String time;

  String zone;

  /** Separated by blanks; empty for all. */
  String vendors;

  String groups;
  String kinds;

  @Column(name = "ask_days")
  int askDays;

  @Column(name = "decide_days")
  int decideDays;

  /** Whether service accounts and administrators are looked at as well. */
  @Column(name = "with_service")
  boolean withService;

  boolean active;

  /** In whose name its slates are sent, and who therefore cannot decide them. */
  String owner;

  @Column(name = "next_due")
  Instant nextDue;

  WeeklySchedule schedule() {
    return new WeeklySchedule(DayOfWeek.of(weekday), LocalTime.parse(time), ZoneId.of(zone));
  }

  static List<String> words(String text) {
    return text.isBlank() ? List.of() : List.of(text.split(" "));
  }

  Set<FindingKind> findingKinds() {
    Set<FindingKind> all = EnumSet.noneOf(FindingKind.class);
    words(kinds).forEach(kind -> all.add(FindingKind.valueOf(kind)));
    return all;
  }
}
