package org.sobertally.core.findings;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.core.words.Words;

/** Says of a finding, in one plain sentence with its figures, what was seen. */
final class Sentences {

  private Sentences() {}

  static String of(Findings found, int n) {
    Book book = found.book;
    int h = found.holding(n);
    String cost = h < 0 ? "" : money(book.seatPrice(found.line(n), found.asOf));
    String since = found.sinceDay(n) == Days.NONE ? "" : day(Days.date(found.sinceDay(n)));
    String measured = day(Days.date(found.states.measureDay(found.vendor(n))));
    return switch (found.kind(n)) {
      case LEFT_PAID -> left(found, n, cost);
      case SUSPENDED_PAID -> "Suspended since %s; the seat costs %s a year.".formatted(since, cost);
      case UNANSWERED ->
          "Invited on %s and not answered; the seat costs %s a year.".formatted(since, cost);
      case NEVER_OPENED ->
          "Held since %s and never opened in %d days to %s."
              .formatted(since, found.detail(n), measured);
      case IDLE ->
          "No use of %s in %d days to %s; the line is at %d days."
              .formatted(
                  or(titles(found, n, book.partsOfPlan(planOf(found, n)))),
                  found.detail(n),
                  measured,
                  book.idleLineOf(book.plans().get(planOf(found, n))));
      case SMALLER_TIER -> smallerTier(found, n, measured);
      case COVERED_TWICE -> coveredTwice(found, n, cost);
      case PART_NOT_SET_UP ->
          "%s never set up since %s.".formatted(and(titles(found, n, found.detail(n))), since);
      case NOBODYS -> nobodys(found, n, cost);
      case CHEAPER_TOGETHER ->
          "%s together are %s for %s a year less."
              .formatted(
                  and(bundled(found, n)),
                  book.plans().get(found.plan(n)).name(),
                  money(found.money(found.amount(n))));
      case ADDON_TOO_LARGE -> addOn(found, n);
      default -> throw new IllegalStateException("Said when found: " + found.kind(n));
    };
  }

  /** The day they left and the day since which the seat is held are two things. */
  private static String left(Findings found, int n, String cost) {
    Book book = found.book;
    int person = book.personOfAccount(found.account(n));
    LocalDate day = person < 0 ? null : book.people().get(person).statusSince();
    String held = day(Days.date(book.holdings().from(found.holding(n))));
    return day == null
        ? "Left, on a day nobody wrote down; the seat is held since %s and costs %s a year."
            .formatted(held, cost)
        : "Left on %s; the seat is held since %s and costs %s a year."
            .formatted(day(day), held, cost);
  }

  private static int planOf(Findings found, int n) {
    return found.book.planNumberOfLine(found.line(n));
  }

  private static List<String> titles(Findings found, int n, long parts) {
    return found.book.partTitles(found.book.vendors().get(found.vendor(n)).id(), parts);
  }

  private static String smallerTier(Findings found, int n, String measured) {
    Book book = found.book;
    long unused = book.partsOfPlan(planOf(found, n)) & ~found.detail(n);
    Plan smaller = book.plans().get(found.plan(n));
    Money price = book.seatPrice(found.line(n), found.asOf).minus(found.money(found.amount(n)));
    String covers =
        "%s covers %s for %s."
            .formatted(smaller.name(), and(titles(found, n, found.detail(n))), money(price));
    return unused == 0
        ? covers
        : "No use of %s in %d days to %s; %s"
            .formatted(or(titles(found, n, unused)), book.rules().needWindow(), measured, covers);
  }

  private static String coveredTwice(Findings found, int n, String cost) {
    List<String> parts = titles(found, n, found.detail(n));
    String what =
        switch (parts.size()) {
          case 1 -> parts.get(0) + " is";
          case 2, 3 -> and(parts) + " are";
          default -> "All %d parts needed are".formatted(parts.size());
        };
    List<String> others = otherPlans(found, n);
    return "%s there without it: %s %s what is needed, for %s a year less."
        .formatted(what, and(others), others.size() == 1 ? "covers" : "cover", cost);
  }

  private static String nobodys(Findings found, int n, String cost) {
    Account account = found.book.accounts().get(found.account(n));
    String rights = account.admin() ? " It has administrator rights." : "";
    return found.holding(n) < 0
        ? "Account %s belongs to nobody in the directory and holds no seat.%s"
            .formatted(called(account), rights)
        : "Account %s belongs to nobody in the directory; its seat costs %s a year.%s"
            .formatted(called(account), cost, rights);
  }

  /** By its address, which people know. */
  private static String called(Account account) {
    return account.email() == null || account.email().isBlank() ? account.id() : account.email();
  }

  private static List<String> otherPlans(Findings found, int n) {
    List<String> names = new ArrayList<>();
    int cover = found.coverOf(n);
    for (int p = found.covers.start(cover); p < found.covers.start(cover + 1); p++) {
      int other = found.covers.holding(p);
      Plan plan = found.book.planOfLine(found.book.holdings().line(other));
      if (other != found.holding(n) && !names.contains(plan.name())) {
        names.add(plan.name());
      }
    }
    return names;
  }

  private static List<String> bundled(Findings found, int n) {
    List<String> names = new ArrayList<>();
    int start = found.covers.start(found.coverOf(n));
    for (long rest = found.detail(n); rest != 0; rest &= rest - 1) {
      int h = found.covers.holding(start + Long.numberOfTrailingZeros(rest));
      names.add(found.book.planOfLine(found.book.holdings().line(h)).name());
    }
    return names;
  }

  private static String addOn(Findings found, int n) {
    Book book = found.book;
    Account account = book.accounts().get(found.account(n));
    Plan smaller = book.plans().get(found.plan(n));
    Plan now = book.plans().get(planOf(found, n));
    return "%s GB stored of %s GB; %s holds %s GB for %s a year less."
        .formatted(
            account.storedGb().stripTrailingZeros().toPlainString(),
            now.capacityGb().stripTrailingZeros().toPlainString(),
            smaller.name(),
            smaller.capacityGb().stripTrailingZeros().toPlainString(),
            money(found.money(found.amount(n))));
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

  private static String and(List<String> words) {
    return joined(words, "and");
  }

  private static String or(List<String> words) {
    return joined(words, "or");
  }

  private static String joined(List<String> words, String last) {
    int n = words.size();
    return n <= 1
        ? String.join("", words)
        : String.join(", ", words.subList(0, n - 1)) + " " + last + " " + words.get(n - 1);
  }
}
