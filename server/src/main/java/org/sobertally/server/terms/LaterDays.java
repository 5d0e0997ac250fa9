package org.sobertally.server.terms;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.schema.Type;

/** What becomes otherwise on an agreement on days of its own, and what did. */
final class LaterDays {

  private LaterDays() {}

  /**
   * @param passed whether it holds already, or held
   * @param said what is otherwise from then on, each in a few words
   */
  @Schema(name = "LaterDay")
  record LaterDay(LocalDate day, boolean passed, List<String> said) {}

  /** By day. */
  static List<LaterDay> of(Book book, Agreement agreement, LocalDate today) {
    Map<LocalDate, List<String>> said = new TreeMap<>();
    for (Term.Later later : agreement.later()) {
      said.put(later.from(), new ArrayList<>(List.of("a new term" + words(later))));
    }
    for (int line = 0; line < book.lines().size(); line++) {
      Subscription one = book.lines().get(line);
      if (one.agreement().equals(agreement.id())) {
        String plan = book.planOfLine(line).name();
        for (Subscription.LaterPrices later : one.laterPrices()) {
          at(said, later.from()).add(words(plan, one, later.from(), agreement.currency()));
        }
        for (Subscription.QuantityChange change : one.changes()) {
          if (change.day().isAfter(today)) {
            at(said, change.day()).add("%s %d seats".formatted(plan, one.quantityOn(change.day())));
          }
        }
      }
    }
    return said.entrySet().stream()
        .map(one -> new LaterDay(one.getKey(), !one.getKey().isAfter(today), one.getValue()))
        .toList();
  }

  private static List<String> at(Map<LocalDate, List<String>> said, LocalDate day) {
    return said.computeIfAbsent(day, any -> new ArrayList<>());
  }

  private static String words(Term.Later later) {
    StringBuilder words = new StringBuilder();
    if (later.ends() != null) {
      words.append(" until before ").append(Words.day(later.ends()));
    }
    if (later.noticeDays() != null) {
      words.append(", notice ").append(later.noticeDays()).append(" days before");
    }
    if (later.renews() != null) {
      boolean auto = later.renews() == Agreement.Renews.AUTO;
      words.append(auto ? ", renews by itself" : ", renewed only by hand");
    }
    if (later.mayShrink() != null) {
      String when = later.mayShrink().name().toLowerCase(Locale.ROOT).replace('_', ' ');
      words.append(", may shrink ").append(when);
    }
    return words.toString();
  }

  private static String words(String plan, Subscription line, LocalDate day, String currency) {
    PriceList prices = line.pricesOn(day);
    String steps = prices.breaks().isEmpty() ? "" : ", " + Terms.breaks(prices);
    String minimum = prices.minimum() == 0 ? "" : ", at least " + prices.minimum();
    return "%s %s %s a seat%s%s"
        .formatted(plan, currency, Type.plain(prices.unitPrice()), steps, minimum);
  }
}
