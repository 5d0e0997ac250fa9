package org.sobertally.server.pools;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** A seat of a pool that is set aside for somebody until before a day. */
@Entity
@Table(name = "pool_loan")
class PoolLoan {

  @Id String id;
  String plan;
  String person;
  LocalDate until;

  @Column(name = "lent_by")
  String lentBy;
}
