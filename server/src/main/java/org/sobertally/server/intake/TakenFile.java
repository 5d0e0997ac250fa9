package org.sobertally.server.intake;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One intake of a single file, or of what was typed over on a sheet of terms. */
@Entity
@Table(name = "intake")
class TakenFile {
  @Id String id;

  /** In the order in which they were taken in, from 1. */
  int number;

  String source;

  @Enumerated(EnumType.STRING)
  FileKind kind;

  /** Null where the file is of no one vendor. */
  @Nullable String vendor;

  @Column(name = "file_name")
  String fileName;

  Instant taken;
  String actor;

  /** How many of its rows said something. */
  int good;

  int rejected;

  /** How many rows of the book it changed. */
  int changed;

  @Column(name = "may_go")
  boolean mayGo;

  @Column(name = "taken_back")
  @Nullable Instant takenBack;

  @Column(name = "taken_back_by")
  @Nullable String takenBackBy;

  /** Whether taking the other back first is needed: it may stand on this one's ground. */
  boolean sharesGroundWith(TakenFile other) {
    return vendor == null || other.vendor == null || vendor.equals(other.vendor);
  }
}
