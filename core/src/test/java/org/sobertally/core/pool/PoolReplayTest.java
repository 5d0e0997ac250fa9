package org.sobertally.core.pool;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.support.TestBook;

class PoolReplayTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 21);

  private final TestBook facts =
      new TestBook().other("draft", PlanModel.FLOATING, "900", null, "drawing").person("ann");

  private void session(String from, String to) {
    Instant start = Instant.parse(MONDAY + "T" + from + ":00Z");
    Instant end = to == null ? null : Instant.parse(MONDAY + "T" + to + ":00Z");
    facts.sessions.add(new Session("s" + facts.sessions.size(), "a-ann", "draft", start, end));
  }

  private PoolReplay replay(LocalDate from, LocalDate to) {
    Book book = facts.build();
    return PoolReplay.of(book, book.plans().require("draft"), from, to, ZoneOffset.UTC);
  }

  @Test
  void refusesWhoFindsThePoolFull() {
    session("09:00", "11:00");
    session("09:30", "10:00");
    session("09:40", "12:00");
    session("11:00", "12:00");
    PoolReplay replay = replay(MONDAY, MONDAY);
    assertThat(replay.starts()).isEqualTo(4);
    assertThat(replay.peak()).isEqualTo(3);
    assertThat(replay.denied(3)).isZero();
    assertThat(replay.denied(2)).isEqualTo(1);
    assertThat(replay.denied(1)).isEqualTo(2);
    assertThat(replay.smallest(0.25)).isEqualTo(2);
    assertThat(replay.smallest(0.24)).isEqualTo(3);
  }

  @Test
  void aSeatIsFreeAtTheVeryMomentASessionEnds() {
    session("09:00", "10:00");
    session("10:00", "11:00");
    assertThat(replay(MONDAY, MONDAY).peak()).isEqualTo(1);
  }

  @Test
  void aSessionThatNeverEndsKeepsItsSeat() {
    session("09:00", null);
    session("22:00", "23:00");
    assertThat(replay(MONDAY, MONDAY).peak()).isEqualTo(2);
  }

  @Test
  void aSessionCannotEndBeforeItStarts() {
    assertThatThrownBy(() -> session("10:00", "09:59")).hasMessageContaining("before it starts");
  }

  @Test
  void whoIsInAtTheBeginningTakesASeatButIsNotCounted() {
    session("09:00", null);
    facts.sessions.add(
        new Session("next", "a-ann", "draft", Instant.parse("2026-09-22T08:00:00Z"), null));
    PoolReplay replay = replay(MONDAY.plusDays(1), MONDAY.plusDays(1));
    assertThat(replay.starts()).isEqualTo(1);
    assertThat(replay.denied(1)).isEqualTo(1);
  }

  @Test
  void peaksAreToldByDayAndByHourOfTheWeekInTheOrganisationsZone() {
    session("21:30", "23:30");
    session("22:30", "22:45");
    Book book = facts.build();
    int plan = book.plans().require("draft");
    ZoneId lisbon = ZoneId.of("Europe/Lisbon");
    assertThat(PoolPeaks.byDay(book, plan, MONDAY, MONDAY.plusDays(1), lisbon))
        .containsExactly(2, 1);
    int[] hours = PoolPeaks.byHourOfWeek(book, plan, MONDAY, MONDAY.plusDays(6), lisbon);
    assertThat(hours).hasSize(168);
    assertThat(hours[22]).isEqualTo(1);
    assertThat(hours[23]).isEqualTo(2);
    assertThat(hours[24]).isEqualTo(1);
    assertThat(hours[25]).isZero();
  }

  record Stay(long start, long end) {}

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void onePassSaysWhatAReplayAtEverySizeSays(long seed) {
    Random random = new Random(seed);
    List<Stay> stays = new ArrayList<>();
    int span = 20 + random.nextInt(400);
    for (int s = 0; s < random.nextInt(260); s++) {
      long start = random.nextInt(span);
      stays.add(new Stay(start, start + random.nextInt(60)));
    }
    stays.sort(Comparator.comparingLong(Stay::start).thenComparingLong(Stay::end));
    PoolReplay replay =
        PoolReplay.replay(
            stays.stream().mapToLong(Stay::start).toArray(),
            stays.stream().mapToLong(Stay::end).toArray(),
            0);
    assertThat(replay.starts()).isEqualTo(stays.size());
    for (int size = 0; size <= replay.peak() + 1; size++) {
      assertThat(replay.denied(size)).as("%d seats", size).isEqualTo(simulated(stays, size));
      assertThat(size == 0 || replay.denied(size) <= replay.denied(size - 1)).isTrue();
    }
    assertThat(replay.peak() == 0 || replay.denied(replay.peak() - 1) > 0).isTrue();
  }

  /** The rule as it is said: who finds all seats taken is sent away and takes none. */
  private static int simulated(List<Stay> stays, int seats) {
    List<Stay> inside = new ArrayList<>();
    int denied = 0;
    for (Stay next : stays) {
      inside.removeIf(stay -> stay.end <= next.start);
      if (inside.size() < seats) {
        inside.add(next);
      } else {
        denied++;
      }
    }
    return denied;
  }
}
