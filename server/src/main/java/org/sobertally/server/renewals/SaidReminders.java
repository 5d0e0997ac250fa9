package org.sobertally.server.renewals;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/** What the house said of reminders; one row, or none where it has said nothing. */
@Entity
@Table(name = "renewal_reminder_rule")
class SaidReminders {

  static final int ONLY = 1;

  @Id int id = ONLY;

  /** Days before the last day for notice, separated by commas; empty for no reminders. */
  String days = "";

  List<Integer> dayList() {
    return days.isEmpty()
        ? List.of()
        : Arrays.stream(days.split(",")).map(Integer::valueOf).toList();
  }

  void say(List<Integer> said) {
    days = said.stream().map(String::valueOf).collect(Collectors.joining(","));
  }
}
