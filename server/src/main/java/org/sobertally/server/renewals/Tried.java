package org.sobertally.server.renewals;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.YearMonth;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.renewal.Known;
import org.sobertally.core.renewal.Margins;
import org.sobertally.core.renewal.RenewalTerms;
import org.sobertally.server.http.Numbers;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.refusal.Required;

/**
 * What somebody tries on a renewal, as its parameters say.
 *
 * @param added what a seat added during the term costs more, as a share; of the agreement's own
 *     terms only, an offer brings its own
 */
record Tried(Margins margins, Known known, BigDecimal added) {

  private static final int MOST_SEATS = 1_000_000;
  private static final int MOST_KNOWN = 500;
  private static final BigDecimal MOST_PERCENT = BigDecimal.valueOf(1000);

  static Tried of(Book book, @Nullable String margin, @Nullable String u, List<String> known) {
    return new Tried(margins(book, margin), known(book, known), added(u));
  }

  private static Margins margins(Book book, @Nullable String text) {
    if (text == null || text.isBlank() || text.strip().equals("advised")) {
      return Margins.ADVISED;
    }
    if (text.strip().equals("0")) {
      return Margins.NONE;
    }
    Map<Integer, Integer> set = new HashMap<>();
    for (String part : text.split(",")) {
      int colon = part.lastIndexOf(':');
      if (colon < 1) {
        throw Refusal.badInput(
            "margin: '%s' is neither advised, nor 0, nor plan:seats.".formatted(part));
      }
      set.put(plan(book, part.substring(0, colon)), seats("margin", part.substring(colon + 1)));
    }
    return new Margins(true, set);
  }

  private static Known known(Book book, List<String> texts) {
    if (texts == null) {
      return Known.NOTHING;
    }
    if (texts.size() > MOST_KNOWN) {
      throw Refusal.badInput("known: say at most %d changes.".formatted(MOST_KNOWN));
    }
    Map<Integer, Map<YearMonth, Integer>> changes = new HashMap<>();
    for (String text : texts) {
      int last = text.lastIndexOf(':');
      int middle = last < 1 ? -1 : text.lastIndexOf(':', last - 1);
      if (middle < 1) {
        throw Refusal.badInput(
            "known: '%s' is no plan:month:seats, like letter:2027-04:12.".formatted(text));
      }
      try {
        changes
            .computeIfAbsent(plan(book, text.substring(0, middle)), p -> new HashMap<>())
            .merge(
                YearMonth.parse(text.substring(middle + 1, last)),
                seats("known", text.substring(last + 1)),
                Integer::sum);
      } catch (DateTimeException e) {
        throw Refusal.badInput(
            "known: '%s' is no month. Write it like 2027-04."
                .formatted(text.substring(middle + 1, last)));
      }
    }
    return new Known(changes);
  }

  private static BigDecimal added(@Nullable String percent) {
    if (percent == null || percent.isBlank()) {
      return RenewalTerms.USUALLY_ADDED;
    }
    BigDecimal number = Numbers.of("u", percent);
    if (number.signum() >= 0 && number.compareTo(MOST_PERCENT) <= 0 && number.scale() < 10) {
      return number.movePointLeft(2);
    }
    throw Refusal.badInput("u: '%s' is no per cent from 0 to 1000.".formatted(percent));
  }

  private static int plan(Book book, String id) {
    int plan = Required.plan(book, id);
    return plan;
  }

  private static int seats(String name, String text) {
    try {
      int seats = Integer.parseInt(text.strip());
      if (Math.abs((long) seats) <= MOST_SEATS) {
        return seats;
      }
    } catch (NumberFormatException e) {
      // Said below, as for a number out of range.
    }
    throw Refusal.badInput(
        "%s: '%s' is no whole number of seats up to %,d.".formatted(name, text, MOST_SEATS));
  }
}
