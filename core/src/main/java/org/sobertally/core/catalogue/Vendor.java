package org.sobertally.core.catalogue;

import java.time.Duration;
import org.jspecify.annotations.Nullable;

/**
 * Who sells plans and runs the accounts.
 *
 * @param visibleAfter how long until a change made there shows when it is read back
 * @param signOutFirst whether a holder must be signed out before a seat is taken
 * @param restDays for how many days a seat that came back may not be handed out
 * @param reusable whether a seat that came back may serve somebody else at all
 * @param restoreDays for how many days a deleted account can be brought back; null where unknown
 */
public record Vendor(
    String id,
    String name,
    Duration visibleAfter,
    boolean signOutFirst,
    int restDays,
    boolean reusable,
    @Nullable Integer restoreDays) {}
