package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.kept.Savings;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** The vendor has confirmed: the next term is written down, and the saving. */
@ApplicationScoped
class NextTerms {

  private final Books books;
  private final BookEditor editor;
  private final Savings savings;
  private final Journal journal;
  private final TallyClock clock;
  private final RenewalLife life;

  NextTerms(
      Books books,
      BookEditor editor,
      Savings savings,
      Journal journal,
      TallyClock clock,
      RenewalLife life) {
    this.books = books;
    this.editor = editor;
    this.savings = savings;
    this.journal = journal;
    this.clock = clock;
    this.life = life;
  }

  /** The vendor has confirmed: the next term begins on the renewal day, and the money is kept. */
  RenewalCase renew(
      String agreement, RenewalForms.NextTerm form, @Nullable LocalDate ends, String actor) {
    return books.write(
        change -> {
          Book book = change.book();
          RenewalCase one =
              life.requireTold(
                  book,
                  agreement,
                  "Nothing was told to the vendor that is not written down yet. Give notice first.");
          LocalDate until = end(one, ends);
          life.move(one, RenewalState.RENEWED);
          Agreement of = book.agreements().byId(agreement);
          putTerm(change, of, new Term.Later(one.renews, until, form.noticeDays(), null, null));
          if (one.offer != null) {
            takePrices(change, one);
          }
          one.renewedOn = clock.today();
          Money less = one.less().rounded();
          keepSaving(book, of, one, less);
          journal.add(actor, "RENEWED", said(book, of, one, until, less));
          return one;
        });
  }

  private String said(Book book, Agreement of, RenewalCase one, LocalDate until, Money less) {
    return "%s is renewed from %s until before %s: %s, %s a year less."
        .formatted(
            of.name(),
            Words.day(one.renews),
            Words.day(until),
            life.said(book, one),
            MoneyWords.exact(less));
  }

  private static LocalDate end(RenewalCase one, @Nullable LocalDate ends) {
    LocalDate until = ends == null ? one.renews.plusMonths(one.months) : ends;
    if (!one.renews.isBefore(until)) {
      throw Refusal.badInput(
          "ends: the term begins on %s and must end after that.".formatted(Words.day(one.renews)));
    }
    return until;
  }

  /** In place of one that begins on the same day. */
  private void putTerm(Books.Change change, Agreement of, Term.Later next) {
    List<Term.Later> later = new ArrayList<>(of.later());
    later.removeIf(term -> term.from().equals(next.from()));
    later.add(next);
    editor.put(change, of.withLater(later));
  }

  private void keepSaving(Book book, Agreement of, RenewalCase one, Money less) {
    if (less.amount().signum() > 0) {
      savings.add(
          new Savings.Stopped(
              one.id,
              null,
              "%s renewed: %s".formatted(of.name(), life.said(book, one)),
              of.id(),
              null,
              0,
              one.renews,
              book.rates().toReporting(less, clock.today()),
              one.decidedBy,
              one.decidedOn));
    }
  }

  private void takePrices(Books.Change change, RenewalCase one) {
    String offer = one.offer;
    if (offer == null || !change.book().offers().has(offer)) {
      throw Refusal.conflict("The offer is not in the book any more: bring it in again.");
    }
    new RenewedLines(change.book(), one, List.of())
        .prices()
        .forEach(line -> editor.put(change, line));
  }
}
