package org.sobertally.server.book.schema;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Currency;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;

/**
 * What a column may hold: how a value is read, its one canonical form, and how it is stored.
 *
 * @param frictionless the name of the type in a table schema
 * @param choices the only values allowed; empty where anything of the type is
 */
public record Type(
    String frictionless, Storage storage, List<String> choices, UnaryOperator<String> canonical) {

  /** The kind of database column. */
  public enum Storage {
    TEXT,
    INTEGER,
    DECIMAL,
    DATE,
    INSTANT,
    BOOLEAN
  }

  private static final int LONGEST_TEXT = 2000;
  private static final int LONGEST_ID = 200;
  private static final LocalDate FIRST_DAY = LocalDate.of(1950, 1, 1);
  private static final LocalDate LAST_DAY = LocalDate.of(2149, 12, 31);
  private static final String OUTSIDE =
      "Use a day between %s and %s.".formatted(FIRST_DAY, LAST_DAY);
  private static final Pattern INTEGER = Pattern.compile("[+-]?\\d{1,9}");
  private static final Pattern DECIMAL = Pattern.compile("[+-]?\\d{1,18}(\\.\\d{1,10})?");
  private static final DateTimeFormatter INSTANT =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss[.SSSSSSSSS]XXX");

  public static final Type TEXT = text("string", LONGEST_TEXT);
  public static final Type ID = text("string", LONGEST_ID);
  public static final Type COUNT = integer(0);
  public static final Type POSITIVE = integer(1);
  public static final Type SIGNED = integer(-999_999_999);
  public static final Type PRICE = decimal("0 or more", value -> value.signum() >= 0);
  public static final Type AMOUNT = decimal("written as a number", value -> true);
  public static final Type RATE = decimal("more than 0", value -> value.signum() > 0);
  public static final Type PERCENT =
      decimal(
          "from 0 to 100",
          value -> value.signum() >= 0 && value.compareTo(BigDecimal.valueOf(100)) <= 0);
  public static final Type DATE = new Type("date", Storage.DATE, List.of(), Type::date);
  public static final Type INSTANT_TYPE =
      new Type("datetime", Storage.INSTANT, List.of(), Type::instant);
  public static final Type BOOLEAN =
      new Type("boolean", Storage.BOOLEAN, List.of("true", "false"), Type::bool);
  public static final Type DURATION = new Type("duration", Storage.TEXT, List.of(), Type::duration);
  public static final Type CURRENCY = new Type("string", Storage.TEXT, List.of(), Type::currency);
  public static final Type ZONE = new Type("string", Storage.TEXT, List.of(), Type::zone);
  public static final Type PARTS = new Type("string", Storage.TEXT, List.of(), Type::parts);

  public static Type oneOf(String... choices) {
    List<String> allowed = List.of(choices);
    String other = "Use one of " + String.join(", ", allowed) + ".";
    return new Type(
        "string",
        Storage.TEXT,
        allowed,
        value -> {
          require(allowed.contains(value), other);
          return value;
        });
  }

  /**
   * The canonical form of a value that is not empty.
   *
   * @throws BadValueException saying what would do instead
   */
  public String canonicalOf(String value) {
    return canonical.apply(value);
  }

  // What would do instead is said once, not for every value of a book.

  private static Type text(String name, int longest) {
    String tooLong = "At most %d characters.".formatted(longest);
    return new Type(
        name,
        Storage.TEXT,
        List.of(),
        value -> {
          require(value.length() <= longest, tooLong);
          require(value.indexOf('\0') < 0, "A text holds no NUL character.");
          return value;
        });
  }

  private static Type integer(int lowest) {
    String tooLow = "Use a whole number of %d or more.".formatted(lowest);
    return new Type(
        "integer",
        Storage.INTEGER,
        List.of(),
        value -> {
          require(INTEGER.matcher(value).matches(), "Use a whole number.");
          int number = Integer.parseInt(value);
          require(number >= lowest, tooLow);
          return Integer.toString(number);
        });
  }

  private static Type decimal(String range, Predicate<BigDecimal> fits) {
    String outside = "Use a number %s.".formatted(range);
    return new Type(
        "number",
        Storage.DECIMAL,
        List.of(),
        value -> {
          require(
              DECIMAL.matcher(value).matches(),
              "Use a number with '.' as decimal point and at most 10 decimals.");
          BigDecimal number = new BigDecimal(value);
          require(fits.test(number), outside);
          return plain(number);
        });
  }

  public static String plain(BigDecimal number) {
    return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
  }

  private static String date(String value) {
    try {
      LocalDate day = LocalDate.parse(value);
      requireWithin(day);
      return day.toString();
    } catch (DateTimeException e) {
      throw new BadValueException("Use a day of the calendar, written like 2026-09-30.");
    }
  }

  private static void requireWithin(LocalDate day) {
    require(!day.isBefore(FIRST_DAY) && !day.isAfter(LAST_DAY), OUTSIDE);
  }

  private static String instant(String value) {
    try {
      OffsetDateTime instant = OffsetDateTime.parse(value);
      requireWithin(instant.toLocalDate());
      return canonicalInstant(instant);
    } catch (DateTimeException e) {
      throw new BadValueException(
          "Use an instant with its offset, like 2026-09-30T09:00:00+01:00.");
    }
  }

  public static String canonicalInstant(OffsetDateTime instant) {
    String text = INSTANT.format(instant);
    if (instant.getNano() == 0) {
      return text.replace(".000000000", "");
    }
    int point = text.indexOf('.');
    String digits = text.substring(point, point + 10).replaceAll("0+$", "");
    return text.substring(0, point) + digits + text.substring(point + 10);
  }

  private static String bool(String value) {
    require(value.equals("true") || value.equals("false"), "Use true or false.");
    return value;
  }

  private static String duration(String value) {
    try {
      Duration duration = Duration.parse(value);
      require(!duration.isNegative(), "Use a duration of 0 or more.");
      return duration.toString();
    } catch (DateTimeException e) {
      throw new BadValueException("Use an ISO 8601 duration, like PT15M or P1D.");
    }
  }

  private static String currency(String value) {
    try {
      return Currency.getInstance(value).getCurrencyCode();
    } catch (IllegalArgumentException e) {
      throw new BadValueException("Use an ISO 4217 currency code, like EUR.");
    }
  }

  private static String zone(String value) {
    try {
      return ZoneId.of(value).getId();
    } catch (DateTimeException e) {
      throw new BadValueException("Use a time zone's name, like Europe/Lisbon.");
    }
  }

  private static String parts(String value) {
    require(
        value.indexOf(';') < 0 && value.indexOf(',') < 0,
        "Parts are separated by blanks, as in: mail drawing storage.");
    String joined = String.join(" ", new LinkedHashSet<>(List.of(value.strip().split("\\s+"))));
    return TEXT.canonicalOf(joined);
  }

  private static void require(boolean holds, String message) {
    if (!holds) {
      throw new BadValueException(message);
    }
  }

  /** A value that its column cannot hold; the message says what would do. */
  public static final class BadValueException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final String said;

    BadValueException(String message) {
      super(message, null, false, false);
      said = message;
    }

    @Override
    public String getMessage() {
      return said;
    }
  }
}
