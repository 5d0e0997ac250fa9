package org.sobertally.core.agreement;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Units that a vendor grants for a period.
 *
 * @param unit what they are called, in the plural
 * @param agreement whose term the periods run by; null for the calendar
 * @param plan by whose seats they are granted; null where they are not by seat
 * @param amount for each period, or for each seat and period
 * @param meter what was used, by day
 */
public record Allowance(
    String id,
    String vendor,
    String name,
    String unit,
    @Nullable String agreement,
    @Nullable String plan,
    BigDecimal amount,
    Per per,
    Span span,
    List<Metered> meter) {

  /** For what the amount is granted. */
  public enum Per {
    AGREEMENT,
    SEAT
  }

  /** How long a period is. */
  public enum Span {
    MONTH,
    YEAR,
    /** From one renewal to the next. */
    TERM
  }

  /**
   * So much was used on a day.
   *
   * @param account by whom; null where nobody says
   */
  public record Metered(LocalDate day, @Nullable String account, BigDecimal used) {}

  public Allowance {
    meter = meter.stream().sorted(Comparator.comparing(Metered::day)).toList();
  }

  /** The same with this use. */
  public Allowance withMeter(List<Metered> rows) {
    return new Allowance(id, vendor, name, unit, agreement, plan, amount, per, span, rows);
  }
}
