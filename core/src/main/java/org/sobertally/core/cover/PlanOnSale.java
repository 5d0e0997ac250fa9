package org.sobertally.core.cover;

import java.math.BigDecimal;

/**
 * A plan that a cover may use, and what it costs a year.
 *
 * @param parts a set of the vendor's part numbers
 * @param price in the reporting currency
 */
public record PlanOnSale(int plan, String planId, long parts, BigDecimal price, boolean resting) {}
