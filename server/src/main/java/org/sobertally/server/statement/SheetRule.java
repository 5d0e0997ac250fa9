package org.sobertally.server.statement;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** To whom the month's sheet goes; one row, or none where the house has said nothing. */
@Entity
@Table(name = "month_sheet")
class SheetRule {

  static final int ONLY = 1;

  @Id int id = ONLY;

  /** Mail addresses, one a line. */
  String recipients = "";

  /** Whether whoever leads a group gets the group's sheet. */
  boolean leads;

  /** The last month of which was told, as in {@code 2027-01}; null for none yet. */
  @Column(name = "last_month")
  @JdbcTypeCode(SqlTypes.CHAR)
  @Nullable String lastMonth;

  List<String> addresses() {
    return recipients.isEmpty() ? List.of() : List.of(recipients.split("\n"));
  }

  boolean tellsNobody() {
    return recipients.isEmpty() && !leads;
  }
}
