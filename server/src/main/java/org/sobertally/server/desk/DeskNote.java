package org.sobertally.server.desk;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** What was said of a line of the desk: whose it is, until when it rests, that it is settled. */
@Entity
@Table(name = "desk_note")
class DeskNote {

  /** What stands of a line that is not simply open. */
  enum Said {
    PUT_OFF,
    SETTLED
  }

  /** The key of the line. */
  @Id
  @Column(name = "line_key")
  String key;

  /** The line's sentence when something was said of it last. */
  String what;

  /** The login of whoever looks after it; null for nobody. */
  @Column(name = "taken_by")
  @Nullable String takenBy;

  @Enumerated(EnumType.STRING)
  @Nullable Said said;

  @Column(name = "said_by")
  @Nullable String saidBy;

  @Column(name = "said_on")
  @Nullable LocalDate saidOn;

  @Nullable String reason;

  /** The day on which a line that was put off comes back. */
  @Column(name = "until_day")
  @Nullable LocalDate until;

  /** What stands of the line as it is now, on a day; null where it is open. */
  static @Nullable Said of(@Nullable DeskNote note, DeskSource.Line line, LocalDate day) {
    if (note == null || note.said == null) {
      return null;
    }
    if (note.said == Said.SETTLED) {
      // What says something else by now is another matter.
      return note.what.equals(line.what()) ? Said.SETTLED : null;
    }
    LocalDate until = note.until;
    boolean rests = until != null && until.isAfter(day);
    // Its last day may have come nearer since.
    boolean tooLate = rests && line.by() != null && line.by().isBefore(until);
    return rests && !tooLate ? Said.PUT_OFF : null;
  }
}
