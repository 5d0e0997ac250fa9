package org.sobertally.server.terms;

import jakarta.persistence.Basic;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** A paper of an agreement: where it lies, or itself. */
@Entity
@Table(name = "agreement_paper")
class AgreementPaper {
  @Id String id;
  String agreement;
  String title;

  /** Where it lies; null where it is kept here. */
  @Nullable String url;

  @Column(name = "file_name")
  @Nullable String fileName;

  @Lob
  @Basic(fetch = FetchType.LAZY)
  byte @Nullable [] content;

  @Column(name = "added_by")
  String addedBy;

  LocalDate added;
}
