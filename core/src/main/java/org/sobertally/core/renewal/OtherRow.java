package org.sobertally.core.renewal;

import java.math.BigDecimal;

/**
 * A subscription of the agreement that no mix of plans decides: a pool, or an extra. It is paid
 * with the rest, and so belongs to what a renewal costs.
 *
 * @param line its number
 * @param before seats bought on the day the renewal is looked at
 * @param seats how many this way to renew has
 * @param unit what one costs a year at that number, in the reporting currency
 * @param yearly what they cost a year, in the reporting currency, unrounded
 */
public record OtherRow(int line, int before, int seats, BigDecimal unit, BigDecimal yearly) {}
