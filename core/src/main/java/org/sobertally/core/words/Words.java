package org.sobertally.core.words;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Days and counts as sentences tell them. */
public final class Words {

  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

  private Words() {}

  /** For instance 7 Jan 2027. */
  public static String day(LocalDate day) {
    return DAY.format(day);
  }

  /** For instance 1 seat, 1,200 seats. */
  public static String count(long count, String noun) {
    return count(count, noun, noun + "s");
  }

  /** The same of a word that does not only add an s. */
  public static String count(long count, String one, String many) {
    return String.format(Locale.ENGLISH, "%,d %s", count, count == 1 ? one : many);
  }

  /** For instance 1 person, 12 people. */
  public static String people(long count) {
    return count(count, "person", "people");
  }
}
