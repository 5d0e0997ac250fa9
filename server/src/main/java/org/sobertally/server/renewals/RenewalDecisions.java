package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** What one has chosen another decides. */
@ApplicationScoped
class RenewalDecisions {

  private final Books books;
  private final RenewalCases cases;
  private final RenewalMail mail;
  private final Journal journal;
  private final SignIns sessions;
  private final TallyClock clock;
  private final RenewalLife life;

  RenewalDecisions(
      Books books,
      RenewalCases cases,
      RenewalMail mail,
      Journal journal,
      SignIns sessions,
      TallyClock clock,
      RenewalLife life) {
    this.books = books;
    this.cases = cases;
    this.mail = mail;
    this.journal = journal;
    this.sessions = sessions;
    this.clock = clock;
    this.life = life;
  }

  /** Asks those who may decide. */
  RenewalCase ask(String agreement, LocalDate decideBy, String actor) {
    return books.write(
        change -> {
          RenewalCase one = life.require(change.book(), agreement);
          LocalDate today = clock.today();
          LocalDate last = one.noticeBy.isBefore(today) ? one.renews.minusDays(1) : one.noticeBy;
          if (decideBy.isBefore(today) || decideBy.isAfter(last)) {
            throw Refusal.badInput(
                "decideBy: choose a day from today to %s, or it comes too late."
                    .formatted(Words.day(last)));
          }
          life.move(one, RenewalState.ASKED);
          one.decideBy = decideBy;
          String name = change.book().agreements().byId(agreement).name();
          mail.askDeciders(change.book(), one, cases.seatsOf(one));
          journal.add(
              actor,
              "RENEWAL_ASKED",
              "Asked for a decision on the renewal of %s by %s."
                  .formatted(name, Words.day(decideBy)));
          return one;
        });
  }

  /** Somebody else's yes or no. */
  RenewalCase decide(String agreement, boolean grant, String note, String actor) {
    return books.write(
        change -> {
          RenewalCase one = life.require(change.book(), agreement);
          boolean own = one.isPreparedByAnyOf(sessions.behind(actor));
          if (one.state == RenewalState.ASKED && own) {
            throw Refusal.forbidden("Somebody else decides what you have prepared.");
          }
          if (one.state != RenewalState.ASKED) {
            throw Refusal.conflict(
                "This renewal is %s; there is nothing to decide."
                    .formatted(RenewalLife.words(one.state)));
          }
          life.move(one, grant ? RenewalState.DECIDED : RenewalState.PREPARED);
          one.granted = grant;
          one.decidedBy = actor;
          one.decidedOn = clock.today();
          one.decisionNote = note == null || note.isBlank() ? null : note.strip();
          String name = change.book().agreements().byId(agreement).name();
          String why = one.decisionNote == null ? "" : " “" + one.decisionNote + "”";
          mail.tellDecision(change.book(), one);
          journal.add(
              actor,
              "RENEWAL_DECIDED",
              "%s the renewal of %s on %s.%s"
                  .formatted(grant ? "Granted" : "Refused", name, Words.day(one.renews), why));
          return one;
        });
  }
}
