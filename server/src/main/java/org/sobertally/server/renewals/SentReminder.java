package org.sobertally.server.renewals;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** That an agreement's owner was reminded of a renewal so many days before notice is due. */
@Entity
@Table(name = "renewal_reminder")
class SentReminder {

  /** Of which renewal, and of which distance in days. */
  @Embeddable
  record Key(String agreement, LocalDate renews, int days) {}

  @EmbeddedId Key key;

  LocalDate reminded;

  SentReminder() {}

  SentReminder(Key key, LocalDate reminded) {
    this.key = key;
    this.reminded = reminded;
  }
}
