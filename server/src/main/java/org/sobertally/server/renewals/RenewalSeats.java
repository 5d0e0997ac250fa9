package org.sobertally.server.renewals;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;

/** How many seats of one plan were chosen. */
@Entity
@Table(name = "renewal_seats")
class RenewalSeats {
  @Id String id;
  String renewal;
  String plan;

  @Column(name = "before_seats")
  int beforeSeats;

  int seats;

  /** What a seat costs a year at that number, in the reporting currency. */
  BigDecimal unit;

  BigDecimal yearly;
}
