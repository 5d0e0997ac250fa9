package org.sobertally.server.book.schema;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One row of a book's file, read by the names of its columns. Values are in their canonical form;
 * null where one is absent.
 */
public final class Row {

  private final Map<String, Integer> places;
  private final Map<String, LocalDate> days;
  private final String[] values;

  private Row(Map<String, Integer> places, Map<String, LocalDate> days, String[] values) {
    this.places = places;
    this.days = days;
    this.values = values;
  }

  /** Makes rows of one file out of their values. */
  public static final class Reader {
    private final Map<String, Integer> places = new HashMap<>();
    private final Map<String, LocalDate> days;

    /**
     * @param days read so far: a book has few, and names each many times
     */
    public Reader(BookFile file, Map<String, LocalDate> days) {
      this.days = days;
      file.columns().forEach(column -> places.put(column.name(), places.size()));
    }

    /** The values of one row, in the order of the file's columns. */
    public Row row(String[] values) {
      return new Row(places, days, values);
    }
  }

  /** The value as it stands. */
  public String text(String column) {
    return values[requireNonNull(places.get(column), column)];
  }

  /** The value of a column that always says one, as a day. */
  public LocalDate requiredDay(String column) {
    return requireNonNull(day(column), column);
  }

  /** The value of a column that always says one, as a whole number. */
  public int requiredNumber(String column) {
    return requireNonNull(number(column), column);
  }

  /** The value of a column that always says one, as a number. */
  public BigDecimal requiredDecimal(String column) {
    return requireNonNull(decimal(column), column);
  }

  /** The value as a day. */
  public @Nullable LocalDate day(String column) {
    String value = text(column);
    return value == null ? null : days.computeIfAbsent(value, LocalDate::parse);
  }

  /** The value as a whole number. */
  public @Nullable Integer number(String column) {
    String value = text(column);
    return value == null ? null : Integer.valueOf(value);
  }

  /** The value as a whole number, or the other where it is absent. */
  public int number(String column, int otherwise) {
    Integer value = number(column);
    return value == null ? otherwise : value;
  }

  /** The value as a number. */
  public @Nullable BigDecimal decimal(String column) {
    String value = text(column);
    return value == null ? null : new BigDecimal(value);
  }

  /** The value as yes or no, or the other where it is absent. */
  public boolean flag(String column, boolean otherwise) {
    String value = text(column);
    return value == null ? otherwise : Boolean.parseBoolean(value);
  }

  /** The value as one of a few. */
  public <E extends Enum<E>> @Nullable E choice(String column, Class<E> of) {
    String value = text(column);
    return value == null ? null : Enum.valueOf(of, value);
  }

  /** The value as one of a few, or the other where it is absent. */
  public <E extends Enum<E>> E choice(String column, E otherwise) {
    String value = text(column);
    return value == null ? otherwise : Enum.valueOf(otherwise.getDeclaringClass(), value);
  }
}
