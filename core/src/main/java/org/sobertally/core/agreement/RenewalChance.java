package org.sobertally.core.agreement;

import java.time.LocalDate;
import java.util.List;

/**
 * The first renewal of an agreement that can still be changed.
 *
 * @param renews the renewal day
 * @param noticeBy the last day on which notice can be given for it; it may have passed where an
 *     agreement is renewed by hand, which needs no notice to end
 * @param missed earlier renewal days for which notice came too late; they go on as they stand
 */
public record RenewalChance(LocalDate renews, LocalDate noticeBy, List<LocalDate> missed) {

  public RenewalChance {
    missed = List.copyOf(missed);
  }
}
