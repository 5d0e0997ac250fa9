package org.sobertally.server.signing;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** A key of this house, by what it signs. */
@Entity
@Table(name = "signing_key")
class SigningKey {
  @Id String name;
  String secret;
}
