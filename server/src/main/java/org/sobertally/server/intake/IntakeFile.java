package org.sobertally.server.intake;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;

/** A file that was brought and is read, or will be forgotten. */
@Entity
@Table(name = "intake_file")
class IntakeFile {
  @Id String id;
  String name;
  @Lob byte[] content;

  @Column(name = "brought_by")
  String broughtBy;

  Instant brought;
}
