package org.sobertally.server.waiting;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A link by which people ask for a seat themselves. */
@Entity
@Table(name = "ask_link")
class AskLink {
  @Id String id;
  String plan;

  /** Of which mail domains people may ask, separated by blanks. */
  String domains;

  /** Of which groups they must be, separated by blanks; empty for any. */
  String groups;

  /** The last day on which somebody may ask. */
  LocalDate until;

  Instant created;

  @Column(name = "created_by")
  String createdBy;

  /** How many have asked by it. */
  int asked;

  @Nullable Instant withdrawn;

  @Column(name = "withdrawn_by")
  @Nullable String withdrawnBy;

  List<String> domainList() {
    return words(domains);
  }

  List<String> groupList() {
    return words(groups);
  }

  private static List<String> words(String text) {
    return text.isBlank() ? List.of() : List.of(text.split(" "));
  }

  boolean isOpen(LocalDate today) {
    return withdrawn == null && !today.isAfter(until);
  }
}
