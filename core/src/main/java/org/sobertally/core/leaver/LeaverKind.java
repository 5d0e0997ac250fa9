package org.sobertally.core.leaver;

import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/** How somebody is gone, goes, or is away. */
public enum LeaverKind {
  /** The directory says that they left. */
  LEFT,
  /** A last day at work is known, past or to come. */
  LEAVING,
  ON_LEAVE,
  SUSPENDED;

  /** The first that fits the person on the day; empty for one who is there. */
  public static Optional<LeaverKind> of(Book book, int person, LocalDate asOf) {
    Person.Status status = book.standings().statusOn(person, Days.of(asOf));
    if (status == Person.Status.LEFT) {
      return Optional.of(LEFT);
    }
    if (book.people().get(person).leaves() != null) {
      return Optional.of(LEAVING);
    }
    return switch (status) {
      case ON_LEAVE -> Optional.of(ON_LEAVE);
      case SUSPENDED -> Optional.of(SUSPENDED);
      case ACTIVE, LEFT -> Optional.empty();
    };
  }

  /** Whether they are expected back. */
  public boolean isAway() {
    return this == ON_LEAVE || this == SUSPENDED;
  }

  /** The day they left or leave; null for somebody away, or where nobody knows it. */
  public @Nullable LocalDate leftOn(Person person, LocalDate asOf) {
    return switch (this) {
      case LEFT -> person.leftOn(asOf);
      case LEAVING -> person.leaves();
      case ON_LEAVE, SUSPENDED -> null;
    };
  }
}
