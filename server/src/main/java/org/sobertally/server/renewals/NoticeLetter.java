package org.sobertally.server.renewals;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;

/** The letter by which a vendor is told. */
final class NoticeLetter {

  private static final String LETTER =
      """
      %s
      %s

      Notice on the agreement %s (%s)

      Dear Sir or Madam,

      %s on %s. We give notice in time, which is due by %s, that from then on
      we subscribe to:

      %s%s
      Please confirm the quantities and the day in writing.

      Kind regards
      """;

  private NoticeLetter() {}

  static String of(Book book, RenewalCaseDto one, LocalDate today) {
    Agreement agreement = book.agreements().byId(one.agreement());
    RenewalCaseDto.Choice choice = requireNonNull(one.choice(), "nobody tells what is not chosen");
    boolean byItself =
        agreement.termOn(one.renews().minusDays(1)).renews() == Agreement.Renews.AUTO;
    return LETTER.formatted(
        book.vendors().byId(agreement.vendor()).name(),
        Words.day(today),
        agreement.name(),
        agreement.id(),
        byItself ? "This agreement renews by itself" : "The term of this agreement ends",
        Words.day(one.renews()),
        Words.day(one.noticeBy()),
        rows(choice.seats()),
        offer(choice));
  }

  private static String rows(List<RenewalCaseDto.Seats> all) {
    StringBuilder rows = new StringBuilder();
    for (RenewalCaseDto.Seats seats : all) {
      String change =
          seats.seats() == seats.before()
              ? "%d seats, as before".formatted(seats.seats())
              : "%d seats in place of %d".formatted(seats.seats(), seats.before());
      rows.append("    %s: %s\n".formatted(seats.name(), change));
    }
    return rows.toString();
  }

  private static String offer(RenewalCaseDto.Choice choice) {
    return choice.offer() == null
        ? ""
        : "\nWe renew by your offer “%s”, for %d months.\n"
            .formatted(choice.offerName(), choice.months());
  }
}
