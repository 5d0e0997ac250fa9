package org.sobertally.server.book.schema;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What one row of a file says, in both directions. A thing may know less than its row holds; the
 * columns it does not know are not among those it writes.
 *
 * @param fileName of a whole book, like {@code people.csv}
 */
public record RowMapper<T>(String fileName, Function<Row, T> reader, BiConsumer<T, Values> writer) {

  /** Collects what is written, by column. */
  public static final class Values {
    private final Map<String, String> byColumn = new HashMap<>();

    /** The column has this value; null and a plain no leave it empty. */
    public Values set(String column, @Nullable Object value) {
      byColumn.put(column, text(value));
      return this;
    }

    private static @Nullable String text(@Nullable Object value) {
      if (value == null || Boolean.FALSE.equals(value)) {
        return null;
      } else if (value instanceof BigDecimal number) {
        return Type.plain(number);
      } else if (value instanceof Enum<?> choice) {
        return choice.name();
      } else if (value instanceof Instant instant) {
        return Type.canonicalInstant(instant.atOffset(ZoneOffset.UTC));
      } else if (value instanceof List<?> many) {
        return many.isEmpty()
            ? null
            : String.join(" ", many.stream().map(Object::toString).toList());
      }
      return value.toString();
    }
  }

  public BookFile file() {
    return BookSchema.byName(fileName);
  }

  public T read(Row row) {
    return reader.apply(row);
  }

  /** The values of the columns that the thing knows. */
  public Map<String, String> values(T thing) {
    Values values = new Values();
    writer.accept(thing, values);
    return values.byColumn;
  }
}
