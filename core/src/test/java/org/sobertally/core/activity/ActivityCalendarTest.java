package org.sobertally.core.activity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.time.Days;

class ActivityCalendarTest {

  private static final int FIRST = Days.of(LocalDate.of(2025, 9, 1));

  @Test
  void aDayToldTwiceCountsOnce() {
    CalendarBuilder told = new CalendarBuilder(1);
    told.add(0, 3, FIRST);
    told.add(0, 3, FIRST);
    assertThat(told.build().activeDays(0, 1L << 3, FIRST, FIRST)).isEqualTo(1);
  }

  @Test
  void aLeapDayIsADay() {
    int leap = Days.of(LocalDate.of(2024, 2, 29));
    CalendarBuilder told = new CalendarBuilder(1);
    told.addRun(0, 0, Days.of(LocalDate.of(2024, 2, 1)), 1 << 28);
    assertThat(told.build().lastUse(0, 1, leap - 400, leap + 400)).isEqualTo(leap);
  }

  @Test
  void refusesAnAccountThatIsNotThere() {
    CalendarBuilder told = new CalendarBuilder(2);
    assertThatThrownBy(() -> told.add(2, 0, FIRST)).hasMessageContaining("account (2 of 2)");
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void answersAsASetOfDaysWould(long seed) {
    Random random = new Random(seed);
    int accounts = 1 + random.nextInt(6);
    @SuppressWarnings("unchecked")
    TreeSet<Integer>[][] plain = new TreeSet[accounts][3];
    CalendarBuilder told = new CalendarBuilder(accounts);
    for (int a = 0; a < accounts; a++) {
      for (int p = 0; p < 3; p++) {
        plain[a][p] = new TreeSet<>();
        for (int n = random.nextInt(30); n > 0; n--) {
          int day = FIRST + random.nextInt(500) - 250;
          plain[a][p].add(day);
          told.add(a, p, day);
        }
      }
    }
    ActivityCalendar calendar = told.build();
    for (int n = 0; n < 300; n++) {
      int a = random.nextInt(accounts);
      long parts = random.nextInt(8);
      int from = FIRST + random.nextInt(700) - 350;
      int to = from + random.nextInt(300) - 20;
      TreeSet<Integer> days = new TreeSet<>();
      long used = 0;
      for (int p = 0; p < 3; p++) {
        if ((parts >> p & 1) != 0 && from <= to) {
          var within = plain[a][p].subSet(from, true, to, true);
          days.addAll(within);
          used |= within.isEmpty() ? 0 : 1L << p;
        }
      }
      assertThat(calendar.lastUse(a, parts, from, to))
          .isEqualTo(days.isEmpty() ? Days.NONE : days.last());
      assertThat(calendar.partsUsed(a, parts, from, to)).isEqualTo(used);
      assertThat(calendar.activeDays(a, parts, from, to)).isEqualTo(days.size());
    }
  }
}
