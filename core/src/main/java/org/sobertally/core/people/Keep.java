package org.sobertally.core.people;

import java.time.LocalDate;

/** A reason why a holding must not be taken back, until the day. */
public record Keep(String id, String holding, String reason, String by, LocalDate until) {

  public boolean inForce(LocalDate day) {
    return day.isBefore(until);
  }
}
