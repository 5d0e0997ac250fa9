package org.sobertally.server.desk;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.server.access.Role;

/** A part of the application that knows of things to be decided. */
public interface DeskSource {

  /** Whose desk it is, on which day. */
  record Asker(String login, Role role, LocalDate day) {}

  /** What is to be decided, in no order. */
  List<Line> lines(Book book, Asker asker);

  /** What a line is about; in this order where nothing else decides. */
  enum About {
    SLATE_TO_DECIDE,
    SLATE_TO_POST,
    /** Changes that somebody has to make at a vendor by hand. */
    BY_HAND,
    SLATE_FAILED,
    NOTICE,
    FLOOR,
    SHORT,
    QUEUE,
    DRIFT,
    ROUND,
    INVITATIONS,
    ADMINISTRATOR,
    STALE,
    RESTORE,
    KEEP,
    /** A step of a posted slate, on its day or held up. */
    STEP,
    /** Somebody who is to take data over has not answered. */
    SUCCESSOR,
    /** Somebody leaves soon, or left and still holds seats. */
    LEAVER,
    /** Somebody who left still signs in. */
    STILL_SIGNS_IN,
    /** Data passes into another stage, or is lost. */
    PASSING,
    /** A duty to keep data is over. */
    DUTY_OVER,
    /** Somebody away is back soon. */
    RETURN,
    /** Metered units run out before their period ends. */
    ALLOWANCE,
    /** A bill that is otherwise than expected. */
    BILL,
    /** Money that stopped and that finance has not signed. */
    SAVING
  }

  /**
   * One thing to be decided.
   *
   * @param what it is
   * @param ifNothing what happens if nothing is done
   * @param amount a year, where money depends on it; else null
   * @param by the last day on which it can be done; null where there is none
   * @param path the page that settles it, with what is to be chosen there
   */
  record Line(
      About about, String what, String ifNothing, Money amount, LocalDate by, String path) {}
}
