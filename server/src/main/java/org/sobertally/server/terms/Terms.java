package org.sobertally.server.terms;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.http.MoneyDto;

/** Makes a vendor's sheet out of the book, and words of what was changed on it. */
final class Terms {

  private static final int LONGEST_SAID = 1200;

  private Terms() {}

  static TermsSheet sheet(Book book, String vendor, LocalDate today) {
    List<TermsSheet.AgreementTerms> agreements = new ArrayList<>();
    for (Agreement one : book.agreements().all()) {
      if (one.vendor().equals(vendor)) {
        Term term = one.termOn(today);
        agreements.add(
            new TermsSheet.AgreementTerms(
                one.id(),
                one.name(),
                one.currency(),
                new TermsSheet.AgreementDates(
                    one.starts(),
                    term.ends(),
                    term.noticeDays(),
                    term.renews(),
                    term.mayShrink(),
                    one.nextRenewal(today).orElse(null),
                    one.noticeBy(today).orElse(null)),
                MoneyDto.of(yearly(book, one.id(), today).rounded()),
                lines(book, one, today),
                LaterDays.of(book, one, today)));
      }
    }
    return new TermsSheet(
        vendor, book.vendors().byId(vendor).name(), state(book, vendor), agreements);
  }

  private static List<TermsSheet.LineTerms> lines(Book book, Agreement of, LocalDate today) {
    List<TermsSheet.LineTerms> lines = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      if (!book.lines().get(line).agreement().equals(of.id())) {
        continue;
      }
      lines.add(line(book, of, line, today));
    }
    return lines;
  }

  private static TermsSheet.LineTerms line(Book book, Agreement of, int line, LocalDate today) {
    Subscription one = book.lines().get(line);
    Plan plan = book.planOfLine(line);
    Places places = Ledger.count(book, line, today);
    int bought = one.quantityOn(today);
    PriceList prices = one.pricesOn(today);
    return new TermsSheet.LineTerms(
        one.id(),
        plan.name(),
        plan.model(),
        book.partTitles(plan.vendor(), book.partsOfPlan(book.planNumberOfLine(line))),
        bought,
        places.held() + places.promised(),
        Type.plain(prices.unitPrice()),
        prices.pricing(),
        prices.minimum(),
        prices.breaks().stream()
            .map(step -> new TermsSheet.Break(step.fromSeats(), Type.plain(step.unitPrice())))
            .toList(),
        MoneyDto.of(new Money(prices.costOf(bought), of.currency()).rounded()));
  }

  /** Another one once anything on the vendor's sheet is otherwise. */
  static String state(Book book, String vendor) {
    StringBuilder all = new StringBuilder();
    for (Agreement one : book.agreements().all()) {
      if (one.vendor().equals(vendor)) {
        all.append(one).append('\n');
      }
    }
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.vendors().get(book.vendorOfLine(line)).id().equals(vendor)) {
        all.append(book.lines().get(line)).append('\n');
      }
    }
    return UUID.nameUUIDFromBytes(all.toString().getBytes(StandardCharsets.UTF_8)).toString();
  }

  /** What the agreement costs a year, in the reporting currency. */
  static Money yearly(Book book, String agreement, LocalDate today) {
    Money yearly = Money.zero(book.rates().reportingCurrency());
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.lines().get(line).agreement().equals(agreement)) {
        yearly = yearly.plus(book.yearlyCost(line, today));
      }
    }
    return yearly;
  }

  /** What becomes otherwise, each with what it was. */
  static List<String> said(Book book, EditedTerms edited) {
    List<String> said = new ArrayList<>();
    LocalDate from = edited.from();
    String day = edited.isDated() ? " from " + from : "";
    for (Agreement after : edited.agreements) {
      Agreement before = book.agreements().byId(after.id());
      String of = before.name();
      say(said, of, "name", before.name(), after.name());
      say(said, of, "starts", before.starts(), after.starts());
      Term now = before.termOn(from);
      Term then = after.termOn(from);
      say(said, of, "ends" + day, now.ends(), then.ends());
      say(said, of, "notice days" + day, now.noticeDays(), then.noticeDays());
      say(said, of, "renews" + day, now.renews(), then.renews());
      say(said, of, "may shrink" + day, now.mayShrink(), then.mayShrink());
    }
    for (Subscription after : edited.lines) {
      sayLine(book, after, from, day, said);
    }
    return said;
  }

  private static void sayLine(
      Book book, Subscription after, LocalDate from, String day, List<String> said) {
    int line = book.lines().require(after.id());
    Subscription before = book.lines().get(line);
    String of = book.planOfLine(line).name();
    say(said, of, "seats" + day, before.quantityOn(from), after.quantityOn(from));
    PriceList now = before.pricesOn(from);
    PriceList then = after.pricesOn(from);
    say(said, of, "price" + day, Type.plain(now.unitPrice()), Type.plain(then.unitPrice()));
    say(said, of, "pricing" + day, now.pricing(), then.pricing());
    say(said, of, "minimum" + day, now.minimum(), then.minimum());
    say(said, of, "prices by quantity" + day, breaks(now), breaks(then));
  }

  /** As many of them as an entry of the journal holds, and how many more there are. */
  static String joined(List<String> said) {
    StringBuilder joined = new StringBuilder();
    for (int n = 0; n < said.size(); n++) {
      String next = (n == 0 ? "" : "; ") + said.get(n);
      if (joined.length() + next.length() > LONGEST_SAID) {
        return joined
            .append(n == 0 ? said.get(n).substring(0, LONGEST_SAID) + "…" : "")
            .append(
                "; and %d more, which Intake can take back with them".formatted(said.size() - n))
            .toString();
      }
      joined.append(next);
    }
    return joined.toString();
  }

  static String breaks(PriceList prices) {
    List<String> steps =
        prices.breaks().stream()
            .map(step -> step.fromSeats() + " at " + Type.plain(step.unitPrice()))
            .toList();
    return steps.isEmpty() ? "none" : "from " + String.join(", ", steps);
  }

  private static void say(List<String> said, String of, String what, Object was, Object is) {
    if (!Objects.equals(was, is)) {
      said.add("%s %s %s → %s".formatted(of, what, was, is));
    }
  }
}
