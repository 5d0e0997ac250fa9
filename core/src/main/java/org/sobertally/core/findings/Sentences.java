package org.sobertally.core.findings;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.time.Days;
import org.sobertally.core.words.Words;

/** Words and figures that finders' sentences share. */
final class Sentences {

  private Sentences() {}

  /** What the seat costs a year. */
  static String cost(Findings found, int n) {
    return money(found.book.seatPrice(found.line(n), found.asOf));
  }

  /** Since which day. */
  static String since(Findings found, int n) {
    return day(Days.known(found.sinceDay(n)));
  }

  /** To which day its vendor's use is known. */
  static String measured(Findings found, int n) {
    return day(Days.known(found.states.measureDay(found.vendor(n))));
  }

  static int planOf(Findings found, int n) {
    return found.book.planNumberOfLine(found.line(n));
  }

  static List<String> titles(Findings found, int n, long parts) {
    return found.book.partTitles(found.book.vendors().get(found.vendor(n)).id(), parts);
  }

  static String day(LocalDate day) {
    return Words.day(day);
  }

  static String seats(int count) {
    return Words.count(count, "seat");
  }

  static String money(Money exact) {
    return MoneyWords.exact(exact);
  }

  static String and(List<String> words) {
    return joined(words, "and");
  }

  static String or(List<String> words) {
    return joined(words, "or");
  }

  private static String joined(List<String> words, String last) {
    int n = words.size();
    return n <= 1
        ? String.join("", words)
        : String.join(", ", words.subList(0, n - 1)) + " " + last + " " + words.get(n - 1);
  }
}
