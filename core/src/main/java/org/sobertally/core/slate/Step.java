package org.sobertally.core.slate;

import java.time.LocalDate;

/**
 * A move that is made on a day of its own, or after others.
 *
 * @param day on which it is made; not before the day of the preview
 * @param round of steps on one day those of a lower round come first
 */
public record Step(Move move, LocalDate day, int round) {}
