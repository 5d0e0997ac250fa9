package org.sobertally.server.renewals;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** The vendor is told of a decided renewal, and told otherwise as long as it has not come. */
@ApplicationScoped
class RenewalNotices {

  private final Books books;
  private final Journal journal;
  private final TallyClock clock;
  private final RenewalLife life;
  private final RenewedQuantities quantities;

  RenewalNotices(
      Books books,
      Journal journal,
      TallyClock clock,
      RenewalLife life,
      RenewedQuantities quantities) {
    this.books = books;
    this.journal = journal;
    this.clock = clock;
    this.life = life;
    this.quantities = quantities;
  }

  /** The vendor was told: from the renewal on the chosen quantities stand in the book. */
  RenewalCase giveNotice(String agreement, RenewalForms.Notice form, LocalDate day, String actor) {
    return books.write(
        change -> {
          Book book = change.book();
          RenewalCase one = life.require(book, agreement);
          if (day.isAfter(clock.today())) {
            throw Refusal.badInput("day: %s has not come yet.".formatted(day));
          }
          Agreement of = book.agreements().byId(agreement);
          requireInTime(of, one, day);
          life.move(one, RenewalState.NOTICE_GIVEN);
          one.noticeOn = day;
          one.noticeWay = form.way().strip();
          one.noticeAddress = form.address() == null ? null : form.address().strip();
          one.noticeByWhom = actor;
          quantities.change(change, one, true);
          journal.add(actor, "NOTICE_GIVEN", told(book, of, one));
          return one;
        });
  }

  private String told(Book book, Agreement of, RenewalCase one) {
    return "Told %s on %s by %s: %s from %s."
        .formatted(
            book.vendors().byId(of.vendor()).name(),
            Words.day(requireNonNull(one.noticeOn)),
            one.noticeWay,
            life.said(book, one),
            Words.day(one.renews));
  }

  private static void requireInTime(Agreement of, RenewalCase one, LocalDate day) {
    boolean byHand = of.termOn(one.renews.minusDays(1)).renews() == Agreement.Renews.MANUAL;
    if (day.isAfter(one.noticeBy) && !byHand) {
      throw Refusal.conflict(
          "Notice for %s was due by %s: it renews as it stands, and the next chance is a year later."
              .formatted(Words.day(one.renews), Words.day(one.noticeBy)));
    }
  }

  /** As long as the renewal has not come. */
  RenewalCase withdrawNotice(String agreement, String actor) {
    return books.write(
        change -> {
          RenewalCase one =
              life.requireTold(change.book(), agreement, "No notice was given for this renewal.");
          if (!clock.today().isBefore(one.renews)) {
            throw Refusal.conflict(
                "It has renewed on %s: the notice cannot be withdrawn any more."
                    .formatted(Words.day(one.renews)));
          }
          life.move(one, RenewalState.DECIDED);
          quantities.change(change, one, false);
          one.noticeOn = null;
          one.noticeWay = null;
          one.noticeAddress = null;
          one.noticeByWhom = null;
          one.proof = null;
          one.proofName = null;
          journal.add(
              actor,
              "NOTICE_WITHDRAWN",
              "Withdrew the notice on %s."
                  .formatted(change.book().agreements().byId(agreement).name()));
          return one;
        });
  }

  /** A file that shows that the vendor was told. */
  RenewalCase prove(String agreement, String name, byte[] content, String actor) {
    return books.write(
        change -> {
          RenewalCase one =
              life.requireTold(
                  change.book(), agreement, "Give notice first; then its proof can be kept.");
          one.proofName = name;
          one.proof = content;
          journal.add(actor, "NOTICE_PROVED", "Kept %s as proof of the notice.".formatted(name));
          return one;
        });
  }
}
