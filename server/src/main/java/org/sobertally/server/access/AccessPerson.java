package org.sobertally.server.access;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.jspecify.annotations.Nullable;

/** Somebody who may sign in. */
@Entity
@Table(name = "access_person")
class AccessPerson {
  @Id String login;
  String name;

  @Enumerated(EnumType.STRING)
  Role role;

  @Column(name = "password_hash")
  @Nullable String passwordHash;

  /** Who of the directory they are; null where that does not matter. */
  @Nullable String person;

  /** Whether they sign off what was kept, as long as they are a decider. */
  boolean signs = true;

  /** The address from which they signed in last; null where they never did. */
  @Column(name = "last_from")
  @Nullable String lastFrom;

  /** Where rounds write to; null for nowhere. */
  @Nullable String email;
}
