package org.sobertally.server.statement;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.money.Money;

/** Whoever knows what the bill would be if a slate were posted, and its seats given back. */
public interface PlannedCash {

  /**
   * Money a year that stops on a day.
   *
   * @param yearly above zero where it is saved
   */
  record Stop(LocalDate day, Money yearly) {}

  /** Of the slate, as far as the one who asks sees it; not found else. */
  List<Stop> ofSlate(String slate);
}
