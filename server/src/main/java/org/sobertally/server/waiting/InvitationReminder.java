package org.sobertally.server.waiting;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** That the holder of a seat was reminded of their invitation on a day. */
@Entity
@Table(name = "invitation_reminder")
class InvitationReminder {

  /** Which invitation, by its holding, and when. */
  @Embeddable
  record Key(String holding, LocalDate reminded) {}

  @EmbeddedId Key key;

  @Column(name = "reminded_by")
  String remindedBy;

  InvitationReminder() {}

  InvitationReminder(Key key, String remindedBy) {
    this.key = key;
    this.remindedBy = remindedBy;
  }
}
