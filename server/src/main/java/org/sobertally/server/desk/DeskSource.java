package org.sobertally.server.desk;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
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
    SLATE_TO_DECIDE(false),
    SLATE_TO_POST(false),
    /** Changes that somebody has to make at a vendor by hand. */
    BY_HAND(false),
    SLATE_FAILED(false),
    NOTICE(false),
    FLOOR(true),
    SHORT(true),
    QUEUE(true),
    DRIFT(true),
    ROUND(false),
    INVITATIONS(true),
    ADMINISTRATOR(true),
    STALE(true),
    RESTORE(true),
    KEEP(true),
    /** A step of a posted slate, on its day or held up. */
    STEP(true),
    /** Somebody who is to take data over has not answered. */
    SUCCESSOR(false),
    /** Somebody leaves soon, or left and still holds seats. */
    LEAVER(true),
    /** Somebody who left still signs in. */
    STILL_SIGNS_IN(true),
    /** Data passes into another stage, or is lost. */
    PASSING(true),
    /** A duty to keep data is over. */
    DUTY_OVER(true),
    /** Somebody away is back soon. */
    RETURN(true),
    /** Metered units run out before their period ends. */
    ALLOWANCE(true),
    /** A bill that is otherwise than expected. */
    BILL(false),
    /** Money that stopped and that finance has not signed. */
    SAVING(false);

    private final boolean settledBySaying;

    About(boolean settledBySaying) {
      this.settledBySaying = settledBySaying;
    }

    /** Whether saying so settles it; what is decided on its own page is settled there only. */
    public boolean isSettledBySaying() {
      return settledBySaying;
    }
  }

  /**
   * One thing to be decided.
   *
   * @param what it is
   * @param ifNothing what happens if nothing is done
   * @param amount a year, where money depends on it; else null
   * @param by the last day on which it can be done; null where there is none
   * @param path the page that settles it, with what is to be chosen there
   * @param subject what tells it from others that are about the same, for as long as it stands
   * @param agreement of which it is, whose owner it is for; null where it is of none
   */
  record Line(
      About about,
      String what,
      String ifNothing,
      @Nullable Money amount,
      @Nullable LocalDate by,
      String path,
      String subject,
      @Nullable String agreement) {

    /** One that its page tells from all others. */
    public Line(
        About about,
        String what,
        String ifNothing,
        @Nullable Money amount,
        @Nullable LocalDate by,
        String path) {
      this(about, what, ifNothing, amount, by, path, path, null);
    }

    /** The same, told from others on its page by that. */
    public Line on(String thing) {
      return new Line(about, what, ifNothing, amount, by, path, path + " " + thing, agreement);
    }

    /** The same, for whoever looks after that agreement. */
    public Line of(String id) {
      return new Line(about, what, ifNothing, amount, by, path, subject, id);
    }

    /** By which notes find it again. */
    public String key() {
      return about + " " + subject;
    }
  }
}
