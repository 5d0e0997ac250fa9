package org.sobertally.core.findings;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.money.Money;

/**
 * One observed reason. Numbers are the book's; −1 where the finding has none of that sort.
 *
 * @param amount what this finding alone would give back a year, unrounded; findings overlap, so
 *     their sum says nothing
 * @param since from when it has been so; null where that cannot be told
 * @param explanation one plain sentence with its figures
 */
public record Finding(
    FindingKind kind,
    int person,
    int account,
    int holding,
    int line,
    int vendor,
    Money amount,
    @Nullable LocalDate since,
    String explanation) {}
