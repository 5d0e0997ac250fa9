package org.sobertally.server.intake;

import java.math.BigDecimal;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How a file writes amounts: which of point and comma stands before the decimals. Found out from
 * all of a column, for 1.234 alone can be read both ways.
 */
enum Amounts {
  /** 1,234.50. */
  POINT(',', '.'),
  /** 1.234,50. */
  COMMA('.', ',');

  private static final Pattern NUMBER = Pattern.compile("-?\\d{1,15}(\\.\\d{1,10})?");
  private static final Pattern ASIDE = Pattern.compile("[\\p{Sc}\\p{Alpha}\\s'’\\u00A0\\u202F]");

  private final char between;
  private final char decimal;

  Amounts(char between, char decimal) {
    this.between = between;
    this.decimal = decimal;
  }

  /** The way in which these texts are surely written; with a point where none of them tells. */
  static Amounts likeliest(List<String> texts) {
    long comma = texts.stream().filter(text -> COMMA.isSure(text)).count();
    long point = texts.stream().filter(text -> POINT.isSure(text)).count();
    return comma > point ? COMMA : POINT;
  }

  /**
   * The same of prices: where none of them tells, 1.188 is a thousand and not a price with three
   * decimals.
   */
  static Amounts ofPrices(List<String> texts) {
    boolean told = texts.stream().anyMatch(text -> COMMA.isSure(text) || POINT.isSure(text));
    boolean thousands = texts.stream().anyMatch(text -> text.indexOf(POINT.decimal) >= 0);
    return !told && thousands ? COMMA : likeliest(texts);
  }

  /** Both signs stand in it in the right order, or the decimal one not before three digits. */
  private boolean isSure(String text) {
    String bare = ASIDE.matcher(text).replaceAll("");
    int last = bare.lastIndexOf(decimal);
    if (last < 0) {
      return false;
    }
    int after = bare.length() - last - 1;
    boolean once = bare.indexOf(decimal) == last;
    return once && (bare.indexOf(between) >= 0 ? bare.lastIndexOf(between) < last : after != 3);
  }

  /**
   * The amount, without the currency that may stand beside it.
   *
   * @return null if the text is none
   */
  @Nullable BigDecimal amount(String text) {
    String bare =
        ASIDE
            .matcher(text)
            .replaceAll("")
            .replace(String.valueOf(between), "")
            .replace(decimal, '.');
    return NUMBER.matcher(bare).matches() ? new BigDecimal(bare) : null;
  }

  /** An example, for a note. */
  String example() {
    return this == POINT ? "1,234.50" : "1.234,50";
  }
}
