package org.sobertally.core.use;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement.Floor;
import org.sobertally.core.agreement.Agreement.FloorOf;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;
import org.sobertally.core.words.Words;

/**
 * How a subscription will stand to its promised utilisation at the check day C.
 *
 * <p>Example: 90 held seats, 80 % promised within 60 days; 66 were last used after C − 60. If
 * nobody else signs in that is 73.3 %; ⌈72⌉ − 66 = 6 more people must sign in by C, or 90 − ⌊66 /
 * 0.8⌋ = 8 seats be given up.
 *
 * @param check C
 * @param seats of which it is counted: those that will be bought, or held, at C
 * @param sure seats whose last use still counts at C
 * @param expected {@code sure} and the others by their odds of coming back; NaN where no odds can
 *     be told or C lies a whole window after the measure day
 * @param withoutOdds seats among the others that {@code expected} counts as not coming back, for
 *     want of history
 * @param mustSignIn how many more people must sign in by C to stand at the floor
 * @param giveUp how many seats to give up instead if nobody else signs in; {@code seats} where
 *     nobody is sure
 * @param giveUpExpected how many to give up, those least likely to be used first, for what is
 *     expected to stand at the floor; empty where nothing can be expected
 * @param open those who are not sure, the likeliest to come back first
 */
public record FloorForecast(
    LocalDate check,
    int seats,
    int sure,
    double expected,
    int withoutOdds,
    int mustSignIn,
    int giveUp,
    OptionalInt giveUpExpected,
    List<Candidate> open) {

  /** Sums of odds are not exact; a hundred-thousandth of a person does not decide. */
  private static final double ROUNDING = 1e-5;

  /**
   * A seat that does not count at C unless it is used again.
   *
   * @param stopsCounting the day on which its last use falls out of the window; null where it has
   * @param back the odds of use from now to C; NaN where unknown
   */
  public record Candidate(
      int holding, int idleDays, @Nullable LocalDate stopsCounting, double back) {}

  /** Null where no floor is promised, or none with a check day that is still to come. */
  public static @Nullable FloorForecast of(Book book, int line, LocalDate asOf) {
    Floor floor = book.agreementOfLine(line).floor();
    LocalDate checked = floor == null ? null : floor.check();
    if (floor == null || checked == null || checked.isBefore(asOf)) {
      return null;
    }
    UseStates states = UseStates.ofLine(book, asOf, line, OptionalInt.empty());
    ComeBackOdds odds = ComeBackOdds.of(book, book.planNumberOfLine(line), asOf);
    int check = Days.of(checked);
    Holdings holdings = book.holdings();
    List<Candidate> open = new ArrayList<>();
    int sure = 0;
    int held = 0;
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (states.isOpen(h) && holdings.until(h) > check) {
        held++;
        int last = states.lastUsed(h);
        if (last != Days.NONE && last > check - floor.window()) {
          sure++;
        } else {
          open.add(candidate(book, h, states, odds, floor, check));
        }
      }
    }
    open.sort(
        Comparator.comparingInt(Candidate::idleDays)
            .thenComparing(one -> holdings.id(one.holding())));
    int seats = floor.of() == FloorOf.HELD ? held : book.boughtOn(line, checked);
    return forecast(floor, checked, seats, sure, odds.unknown() == null, open);
  }

  private static Candidate candidate(
      Book book, int h, UseStates states, ComeBackOdds odds, Floor floor, int check) {
    int measured = states.measureDay(book.vendorOfLine(book.holdings().line(h)));
    int last = states.lastUsed(h);
    double back =
        check > measured ? odds.at(states.idleDays(h), check - measured).probability() : Double.NaN;
    boolean counts = last != Days.NONE && last > measured - floor.window();
    LocalDate stops = counts ? Days.date(last + floor.window()) : null;
    return new Candidate(h, states.idleDays(h), stops, back);
  }

  private static FloorForecast forecast(
      Floor floor, LocalDate check, int seats, int sure, boolean canExpect, List<Candidate> open) {
    int unknown = 0;
    double expected = sure;
    for (Candidate one : open) {
      if (Double.isNaN(one.back())) {
        unknown++;
      } else {
        expected += one.back();
      }
    }
    return new FloorForecast(
        check,
        seats,
        sure,
        canExpect ? expected : Double.NaN,
        unknown,
        Math.max(0, wanted(floor, seats) - sure),
        Math.max(0, seats - carried(floor, seats, sure)),
        canExpect
            ? OptionalInt.of(leastLikely(floor.percent().doubleValue() / 100, seats, sure, open))
            : OptionalInt.empty(),
        List.copyOf(open));
  }

  /** How many of the seats must be used: percent × seats ÷ 100, rounded up. */
  private static int wanted(Floor floor, int seats) {
    return floor
        .percent()
        .multiply(BigDecimal.valueOf(seats))
        .divide(BigDecimal.valueOf(100), 0, RoundingMode.CEILING)
        .intValueExact();
  }

  /**
   * Of how many seats those that are surely used are enough: 100 × sure ÷ percent, rounded down.
   */
  private static int carried(Floor floor, int seats, int sure) {
    return floor.percent().signum() == 0
        ? seats
        : BigDecimal.valueOf(100L * sure)
            .divide(floor.percent(), 0, RoundingMode.FLOOR)
            .intValueExact();
  }

  /** Empty seats go first, then those whose holders are least likely to come back. */
  private static int leastLikely(double share, int seats, int sure, List<Candidate> open) {
    double[] back =
        open.stream().mapToDouble(one -> Double.isNaN(one.back()) ? 0 : one.back()).toArray();
    Arrays.sort(back);
    int empty = Math.max(0, seats - sure - back.length);
    double used = sure + Arrays.stream(back).sum();
    int given = 0;
    while (given < seats && used < share * (seats - given) - ROUNDING) {
      int holder = given - empty;
      used -= holder >= 0 && holder < back.length ? back[holder] : 0;
      given++;
    }
    return given;
  }

  /** How many of those who are not sure are expected to sign in; empty where it cannot be told. */
  public OptionalInt expectedToSignIn() {
    return Double.isNaN(expected)
        ? OptionalInt.empty()
        : OptionalInt.of((int) Math.floor(expected - sure + ROUNDING));
  }

  /**
   * What it takes to stand at the floor, for instance "6 people must sign in by 1 Dec 2026 (4 are
   * expected to), or 3 seats least likely to be used be given up".
   */
  public String whatItTakes() {
    if (mustSignIn == 0) {
      return "nobody else need sign in by %s".formatted(Words.day(check));
    }
    String must = "%s must sign in by %s".formatted(Words.people(mustSignIn), Words.day(check));
    if (giveUpExpected.isEmpty()) {
      return "%s, or %s be given up".formatted(must, Words.count(giveUp, "seat"));
    }
    int expectedIn = expectedToSignIn().getAsInt();
    must += " (%d %s expected to)".formatted(expectedIn, expectedIn == 1 ? "is" : "are");
    return giveUpExpected.getAsInt() == 0
        ? must
        : "%s, or %s least likely to be used be given up"
            .formatted(must, Words.count(giveUpExpected.getAsInt(), "seat"));
  }

  /** Of 100, if nobody else signs in; null where there is no seat. */
  public @Nullable BigDecimal surePercent() {
    return seats <= 0
        ? null
        : BigDecimal.valueOf(100L * sure)
            .divide(BigDecimal.valueOf(seats), 1, RoundingMode.HALF_EVEN);
  }

  /** Of 100, with the odds of the others; null where it cannot be told. */
  public @Nullable BigDecimal expectedPercent() {
    return seats <= 0 || Double.isNaN(expected)
        ? null
        : BigDecimal.valueOf(100 * expected / seats).setScale(1, RoundingMode.HALF_EVEN);
  }

  /** Days left in which to sign in, the check day included. */
  public int daysLeft(LocalDate asOf) {
    return (int) ChronoUnit.DAYS.between(asOf, check) + 1;
  }
}
