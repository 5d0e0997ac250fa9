package org.sobertally.server.intake;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;

/**
 * One row of a file of contracts, read but not yet brought together with the book.
 *
 * @param row its place among the sheet's rows
 * @param agreement what the file calls the contract; empty where it does not say
 * @param price a seat's for a year
 * @param terms what the row says of its agreement
 * @param parts as the file names them; empty where it does not say
 */
record Purchase(
    int row,
    String vendor,
    String plan,
    String agreement,
    int seats,
    BigDecimal price,
    Terms terms,
    String model,
    List<String> parts) {

  /**
   * @param starts null where the row does not say, as all of these
   */
  record Terms(
      String currency,
      LocalDate starts,
      LocalDate ends,
      Integer noticeDays,
      String renews,
      String mayShrink) {}
}
