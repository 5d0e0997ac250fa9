package org.sobertally.core.people;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** "People in this group get that plan", over the half-open interval {@code [from, until)}. */
public record StandingRule(
    String id, String group, String plan, @Nullable LocalDate from, @Nullable LocalDate until) {

  public boolean inForce(LocalDate day) {
    return (from == null || !day.isBefore(from)) && (until == null || day.isBefore(until));
  }
}
