package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.time.Days;

/**
 * Which part of what was found is looked at.
 *
 * @param people numbers of the people who count, so that accounts without an owner do not; null for
 *     everybody and those accounts
 * @param vendor the number of the only vendor that counts, or −1
 * @param atLeast what must be recoverable a year in a person (or an account without an owner) at
 *     the least, in the reporting currency; null for anything
 * @param sinceAtLatest the last epoch day on which a finding may have begun, so that one without a
 *     day of its own does not count; {@link Days#NONE} for any
 */
public record Focus(
    @Nullable BitSet people, int vendor, @Nullable BigDecimal atLeast, int sinceAtLatest) {

  public static final Focus EVERYTHING = new Focus(null, -1, null, Days.NONE);

  boolean takes(Findings findings, int n) {
    int since = findings.sinceDay(n);
    return (vendor < 0 || findings.vendor(n) == vendor)
        && (sinceAtLatest == Days.NONE || since != Days.NONE && since <= sinceAtLatest)
        && takesPerson(findings.person(n));
  }

  boolean takesPerson(int person) {
    return people == null || person >= 0 && people.get(person);
  }
}
