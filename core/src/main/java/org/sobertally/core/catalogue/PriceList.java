package org.sobertally.core.catalogue;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Comparator;
import java.util.List;

/**
 * What a subscription costs a year at any quantity, in its agreement's currency, exactly.
 *
 * <p>Example: unit price 10, breaks (100 → 9, 150 → 8). {@code VOLUME}: 120 seats cost 120 × 9 =
 * 1080, 149 cost 1341 and 150 cost 1200. {@code GRADUATED}: 120 seats cost 99 × 10 + 21 × 9 = 1179.
 */
public record PriceList(
    Pricing pricing, BigDecimal unitPrice, List<PriceBreak> breaks, int minimum) {

  /** How the price follows the quantity. */
  public enum Pricing {
    FLAT,
    /** All seats at the price of the band the total falls in. */
    VOLUME,
    /** Each seat at the price of the band it falls in. */
    GRADUATED
  }

  /** From this many seats on, one seat costs {@code unitPrice} a year. */
  public record PriceBreak(int fromSeats, BigDecimal unitPrice) {}

  public PriceList {
    breaks = breaks.stream().sorted(Comparator.comparingInt(PriceBreak::fromSeats)).toList();
  }

  public static PriceList flat(String unitPrice) {
    return new PriceList(Pricing.FLAT, new BigDecimal(unitPrice), List.of(), 0);
  }

  /**
   * What one seat costs a year at this quantity: for {@code GRADUATED} the price of the last seat,
   * which is what one seat fewer saves.
   */
  public BigDecimal unitPriceAt(long seats) {
    BigDecimal price = unitPrice;
    if (pricing != Pricing.FLAT) {
      for (PriceBreak step : breaks) {
        if (step.fromSeats() <= seats) {
          price = step.unitPrice();
        }
      }
    }
    return price;
  }

  /**
   * What one seat of so many costs a year: where each seat has the price of its band, the whole
   * divided by the seats, to 34 digits.
   */
  public BigDecimal seatPriceAt(long seats) {
    return pricing != Pricing.GRADUATED || seats <= 0
        ? unitPriceAt(seats)
        : costOf(seats).divide(BigDecimal.valueOf(seats), MathContext.DECIMAL128);
  }

  /**
   * How many seats are charged for where so many are bought: at least the minimum, but for none at
   * all.
   */
  public long billed(long seats) {
    return seats <= 0 ? 0 : Math.max(seats, minimum);
  }

  /**
   * What this quantity costs a year; a smaller one than the minimum costs what the minimum does,
   * and none costs nothing.
   */
  public BigDecimal costOf(long seats) {
    long billed = billed(seats);
    if (pricing != Pricing.GRADUATED) {
      return unitPriceAt(billed).multiply(BigDecimal.valueOf(billed));
    }
    BigDecimal cost = BigDecimal.ZERO;
    BigDecimal price = unitPrice;
    long bandStart = 1;
    for (PriceBreak step : breaks) {
      if (step.fromSeats() > billed) {
        break;
      }
      long bandSeats = Math.max(0, step.fromSeats() - bandStart);
      cost = cost.add(price.multiply(BigDecimal.valueOf(bandSeats)));
      bandStart = Math.max(bandStart, step.fromSeats());
      price = step.unitPrice();
    }
    return cost.add(price.multiply(BigDecimal.valueOf(Math.max(0, billed - bandStart + 1))));
  }
}
