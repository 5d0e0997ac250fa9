package org.sobertally.server.http;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/** Reads query parameters; what cannot be read is a 400 that says what would do. */
public final class Params {

  private Params() {}

  /** What is asked for; null where the parameter is absent or blank. */
  public static @Nullable String said(@Nullable String value) {
    return value == null || value.isBlank() ? null : value;
  }

  /**
   * That a text has no control characters.
   *
   * @throws Refusal naming the field if it has
   */
  public static void requirePlain(String name, String value) {
    if (value.chars().anyMatch(Character::isISOControl)) {
      throw Refusal.badInput("%s: it holds a character that cannot be written.".formatted(name));
    }
  }

  public static Optional<LocalDate> day(String name, @Nullable String value) {
    if (value == null || value.isBlank()) {
      return Optional.empty();
    }
    try {
      LocalDate day = LocalDate.parse(value.strip());
      if (day.getYear() < 1900 || day.getYear() > 2200) {
        throw Refusal.badInput("%s: %s is not a day this can be asked for.".formatted(name, value));
      }
      return Optional.of(day);
    } catch (DateTimeException e) {
      throw Refusal.badInput(
          "%s: '%s' is not a day. Write it like 2026-09-30.".formatted(name, value));
    }
  }

  public static Optional<YearMonth> month(String name, String value) {
    if (value == null || value.isBlank()) {
      return Optional.empty();
    }
    try {
      YearMonth month = YearMonth.parse(value.strip());
      if (month.getYear() < 1900 || month.getYear() > 2200) {
        throw Refusal.badInput(
            "%s: %s is not a month this can be asked for.".formatted(name, value));
      }
      return Optional.of(month);
    } catch (DateTimeException e) {
      throw Refusal.badInput(
          "%s: '%s' is not a month. Write it like 2026-09.".formatted(name, value));
    }
  }

  /** A whole number in {@code [lowest, highest]}. */
  public static OptionalInt number(String name, @Nullable String value, int lowest, int highest) {
    if (value == null || value.isBlank()) {
      return OptionalInt.empty();
    }
    try {
      int number = Integer.parseInt(value.strip());
      if (number >= lowest && number <= highest) {
        return OptionalInt.of(number);
      }
    } catch (NumberFormatException e) {
      // Said below, as for a number out of range.
    }
    throw Refusal.badInput(
        "%s: '%s' is not a whole number from %d to %d.".formatted(name, value, lowest, highest));
  }

  public static <E extends Enum<E>> Optional<E> choice(
      String name, @Nullable String value, Class<E> type) {
    if (value == null || value.isBlank()) {
      return Optional.empty();
    }
    for (E constant : type.getEnumConstants()) {
      if (constant.name().equals(value.strip().toUpperCase(Locale.ROOT))) {
        return Optional.of(constant);
      }
    }
    String choices =
        Arrays.stream(type.getEnumConstants()).map(Enum::name).collect(Collectors.joining(", "));
    throw Refusal.badInput("%s: '%s' is none of %s.".formatted(name, value, choices));
  }
}
