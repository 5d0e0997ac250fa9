package org.sobertally.skerry.standin;

/** One way in which a vendor answers something that is not so, or that nobody can understand. */
public enum Lie {
  /** Answers a search with everybody, whatever was asked for. */
  IGNORES_THE_FILTER,
  /** Answers a search with one account, and it is another's. */
  ANSWERS_ABOUT_ANOTHER,
  /** Answers 200 and nothing. */
  EMPTY,
  /** Answers 200 and a list of numbers. */
  NUMBERS,
  /** Answers 200 and says in it that it has no time. */
  EXCUSE,
  /** Answers 200 and a page for people. */
  PAGE_FOR_PEOPLE,
  /** Finds nobody, whoever is asked for, and says that there is nobody at all. */
  NOBODY_THERE,
  /** Says how many accounts there are, and shows none. */
  NOTHING_SHOWN,
  /** Shows entitlements without their value. */
  NO_VALUES,
  /** Shows accounts without their name. */
  NO_NAMES,
  /** Sends elsewhere. */
  REDIRECT,
  /** Wants to be left alone for thirty thousand years. */
  WAIT_FOR_EVER,
  /** Refuses in more words than anybody reads. */
  LONG_WINDED,
  /** Says that a change is done and does nothing. */
  DOES_NOTHING,
  /** Says that there is one account more than it shows. */
  WRONG_TOTAL,
  /** Shows the first page again and again. */
  SAME_PAGE;

  /** Whether it is told instead of doing what was asked. */
  boolean insteadOfWork(boolean reads) {
    return switch (this) {
      case REDIRECT, WAIT_FOR_EVER, LONG_WINDED -> true;
      case DOES_NOTHING -> !reads;
      default -> false;
    };
  }

  /** Whether it is about reading only; a change is then answered truthfully. */
  boolean onlyOfReading() {
    return switch (this) {
      case IGNORES_THE_FILTER,
          ANSWERS_ABOUT_ANOTHER,
          NOBODY_THERE,
          NOTHING_SHOWN,
          NO_VALUES,
          NO_NAMES,
          WRONG_TOTAL,
          SAME_PAGE ->
          true;
      default -> false;
    };
  }
}
