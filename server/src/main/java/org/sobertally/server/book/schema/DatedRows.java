package org.sobertally.server.book.schema;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What must be true of terms, prices and offers beyond their single values, wherever their rows
 * come from. Rows that they name are looked at when the first of them is asked about.
 */
public final class DatedRows {

  private static final int LONGEST_OFFER = 120;

  private final Function<String, Collection<String[]>> rows;
  private final Map<String, Map<String, String>> columns = new HashMap<>();
  private @Nullable Set<String> priced;

  /**
   * @param rows of a file, by its name
   */
  public DatedRows(Function<String, Collection<String[]>> rows) {
    this.rows = rows;
  }

  /** What is wrong with a row, and in which column. */
  public record Wrong(String column, String message) {}

  /** Null where nothing is. */
  public @Nullable Wrong wrong(String file, String[] row) {
    return switch (file) {
      case BookSchema.TERMS -> wrongTerm(row);
      case BookSchema.PRICE_BREAKS -> wrongBreak(row);
      case BookSchema.OFFERS -> wrongOffer(row);
      case BookSchema.OFFER_PRICES -> wrongOfferPrice(row);
      default -> null;
    };
  }

  private @Nullable Wrong wrongTerm(String[] row) {
    String starts = column(BookSchema.AGREEMENTS, "starts").get(row[0]);
    String from = value(BookSchema.TERMS, row, "from");
    String ends = value(BookSchema.TERMS, row, "ends");
    if (starts != null && from.compareTo(starts) <= 0) {
      return new Wrong(
          "from", "The agreement starts on %s; a later term begins after that.".formatted(starts));
    }
    if (ends != null && ends.compareTo(from) <= 0) {
      return new Wrong("ends", "It begins on %s: the term must end after that.".formatted(from));
    }
    return null;
  }

  private @Nullable Wrong wrongBreak(String[] row) {
    String from = value(BookSchema.PRICE_BREAKS, row, "from");
    if (priced == null) {
      priced = new HashSet<>();
      for (String[] prices : rows.apply(BookSchema.LINE_PRICES)) {
        priced.add(prices[0] + "\n" + value(BookSchema.LINE_PRICES, prices, "from"));
      }
    }
    return from == null || priced.contains(row[0] + "\n" + from)
        ? null
        : new Wrong(
            "from",
            "line_prices.csv has no prices of %s from %s, which this would be part of."
                .formatted(row[0], from));
  }

  private @Nullable Wrong wrongOffer(String[] row) {
    String months = value(BookSchema.OFFERS, row, "months");
    return months == null || Integer.parseInt(months) <= LONGEST_OFFER
        ? null
        : new Wrong("months", "An offer is for at most %d months.".formatted(LONGEST_OFFER));
  }

  private @Nullable Wrong wrongOfferPrice(String[] row) {
    String agreement = column(BookSchema.OFFERS, "agreement").get(row[0]);
    String with = column(BookSchema.AGREEMENTS, "vendor").get(agreement);
    String plan = value(BookSchema.OFFER_PRICES, row, "plan");
    String sold = column(BookSchema.PLANS, "vendor").get(plan);
    return with == null || sold == null || with.equals(sold)
        ? null
        : new Wrong("plan", "%s is sold by %s, the offer is %s's.".formatted(plan, sold, with));
  }

  private static String value(String file, String[] row, String column) {
    return row[BookSchema.byName(file).indexOf(column)];
  }

  /** A column's values by the file's first. */
  private Map<String, String> column(String file, String column) {
    return columns.computeIfAbsent(
        file + "\n" + column,
        any -> {
          Map<String, String> values = new HashMap<>();
          rows.apply(file).forEach(row -> values.put(row[0], value(file, row, column)));
          return values;
        });
  }
}
