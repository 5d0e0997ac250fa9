package org.sobertally.core.leaver;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.DataRule.After;
import org.sobertally.core.people.DataRule.Price;
import org.sobertally.core.people.DataRule.Reach;

class StageTableTest {

  private static final LocalDate CHANGE = LocalDate.of(2026, 10, 1);

  private static DataRule stage(
      int order, String name, Integer days, Reach reach, LocalDate from, Integer joins) {
    return new DataRule("v", After.TAKEN_BACK, order, name, days, reach, Price.NONE, from, joins);
  }

  private static final List<DataRule> OLD =
      List.of(
          stage(1, "holder", 30, Reach.OWNER, null, null),
          stage(2, "admins", 60, Reach.ADMIN, null, null));

  private static final List<DataRule> NEW =
      List.of(
          stage(1, "holder", 30, Reach.OWNER, CHANGE, 2),
          stage(2, "archive", 365, Reach.PAID, CHANGE, 2));

  private static List<String> told(List<DataRule> rules, LocalDate since) {
    return StageTable.of(After.TAKEN_BACK, rules, 0).from(since).stream()
        .map(
            s ->
                "%s..%s %s %s"
                    .formatted(
                        s.from(),
                        s.until() == null ? "" : s.until(),
                        s.stage() == null ? "-" : s.stage().name(),
                        s.reach()))
        .toList();
  }

  private static List<DataRule> both() {
    return java.util.stream.Stream.concat(OLD.stream(), NEW.stream()).toList();
  }

  @Test
  void stagesFollowEachOtherAndThenTheDataIsGone() {
    assertThat(told(OLD, LocalDate.of(2026, 8, 1)))
        .containsExactly(
            "2026-08-01..2026-08-31 holder OWNER",
            "2026-08-31..2026-10-30 admins ADMIN",
            "2026-10-30.. - NOBODY");
  }

  @Test
  void anOldAccountJoinsTheStageOnTheDayOfTheChangeAndAYoungOneGoesOnByItsAge() {
    assertThat(told(both(), LocalDate.of(2026, 8, 1)))
        .containsExactly(
            "2026-08-01..2026-08-31 holder OWNER",
            "2026-08-31..2026-10-01 admins ADMIN",
            "2026-10-01..2027-10-01 archive PAID",
            "2027-10-01.. - NOBODY");
    assertThat(told(both(), LocalDate.of(2026, 9, 20)))
        .containsExactly(
            "2026-09-20..2026-10-01 holder OWNER",
            "2026-10-01..2026-10-20 holder OWNER",
            "2026-10-20..2027-10-20 archive PAID",
            "2027-10-20.. - NOBODY");
  }

  @Test
  void withoutAStageToJoinTheAgeCountsAsItIs() {
    List<DataRule> plain =
        NEW.stream()
            .map(r -> stage(r.order(), r.name(), r.days(), r.reach(), CHANGE, null))
            .toList();
    List<DataRule> rules = java.util.stream.Stream.concat(OLD.stream(), plain.stream()).toList();
    assertThat(told(rules, LocalDate.of(2026, 8, 1)))
        .endsWith("2026-10-01..2027-08-31 archive PAID", "2027-08-31.. - NOBODY");
  }

  @Test
  void whatIsGoneStaysGone() {
    assertThat(told(both(), LocalDate.of(2026, 6, 1)))
        .containsExactly(
            "2026-06-01..2026-07-01 holder OWNER",
            "2026-07-01..2026-08-30 admins ADMIN",
            "2026-08-30.. - NOBODY");
  }

  @Test
  void withoutARuleDataIsKeptUnlessTheAccountIsDeleted() {
    assertThat(told(List.of(), CHANGE)).containsExactly("2026-10-01.. - ADMIN");
    assertThat(told(NEW, LocalDate.of(2026, 9, 1)))
        .containsExactly(
            "2026-09-01..2026-10-01 - ADMIN",
            "2026-10-01..2027-10-01 archive PAID",
            "2027-10-01.. - NOBODY");
    List<Segment> deleted = StageTable.of(After.DELETED, List.of(), 14).from(CHANGE);
    assertThat(deleted).extracting(Segment::until).containsExactly(CHANGE.plusDays(14), null);
    assertThat(deleted).extracting(Segment::known).containsOnly(false);
  }

  /** Whatever the rules: no gap, no overlap, an open end, and nothing after it is gone. */
  @RepeatedTest(60)
  void aTimelineCoversEveryDayOnce(RepetitionInfo round) {
    Random random = new Random(round.getCurrentRepetition());
    List<DataRule> rules = new java.util.ArrayList<>();
    int versions = random.nextInt(4);
    for (int v = 0; v < versions; v++) {
      LocalDate from = v == 0 ? null : CHANGE.plusDays(v * 40L);
      int stages = 1 + random.nextInt(4);
      Integer joins = random.nextBoolean() ? 1 + random.nextInt(stages) : null;
      for (int s = 1; s <= stages; s++) {
        boolean endless = s == stages && random.nextBoolean();
        Reach reach = Reach.values()[random.nextInt(s == stages ? 4 : 3)];
        rules.add(stage(s, "s" + s, endless ? null : random.nextInt(60), reach, from, joins));
      }
    }
    LocalDate since = CHANGE.plusDays(random.nextInt(200) - 60);
    List<Segment> line = StageTable.of(After.TAKEN_BACK, rules, 0).from(since);
    assertThat(line.get(0).from()).isEqualTo(since);
    for (int k = 0; k + 1 < line.size(); k++) {
      assertThat(line.get(k).until()).isEqualTo(line.get(k + 1).from());
      assertThat(line.get(k).from()).isBefore(line.get(k).until());
      assertThat(line.get(k).isGone()).isFalse();
    }
    assertThat(line.get(line.size() - 1).until()).isNull();
  }
}
