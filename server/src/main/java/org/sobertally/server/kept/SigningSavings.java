package org.sobertally.server.kept;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Collections;
import java.util.UUID;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/**
 * Finance signs savings off; what is signed no longer moves, and is put right by further entries.
 */
@ApplicationScoped
public class SigningSavings {

  private static final BigDecimal MOST = new BigDecimal("1000000000000");

  private final Savings savings;
  private final KeptLedger ledger;
  private final Journal journal;
  private final TallyClock clock;
  private final SignIns sessions;
  private final boolean fourEyes;

  SigningSavings(
      Savings savings,
      KeptLedger ledger,
      Journal journal,
      TallyClock clock,
      SignIns sessions,
      @ConfigProperty(name = "sober.savings.four-eyes") boolean fourEyes) {
    this.sessions = sessions;
    this.fourEyes = fourEyes;
    this.savings = savings;
    this.ledger = ledger;
    this.journal = journal;
    this.clock = clock;
  }

  /** Signs an entry whose money has stopped, with what there is to see of that. */
  @Transactional
  KeptLedger.Entry sign(Book book, String id, String actor) {
    Saving saving = savings.requireHeld(id);
    LocalDate today = clock.today();
    if (saving.signedOn != null) {
      throw Refusal.conflict(
          "It was signed by %s on %s, and no longer moves. Put it right by an entry of its own."
              .formatted(saving.signedBy, Words.day(saving.signedOn)));
    }
    if (!saving.hasStoppedOn(today)) {
      throw Refusal.conflict(
          "It is a promise until %s. It can be signed from that day on."
              .formatted(Words.day(saving.from)));
    }
    refuseOwn(saving, actor);
    saving.proof = KeptLedger.proof(book, saving);
    saving.signedBy = actor;
    saving.signedOn = today;
    journal.add(
        actor,
        "SAVING_SIGNED",
        "Signed off: %s, %s a year from %s. %s."
            .formatted(
                ledger.entry(book, saving, today).of().what(),
                said(saving),
                Words.day(saving.from),
                saving.proof));
    return ledger.entry(book, saving, today);
  }

  /** Four eyes: whoever decided on it, or wrote it down, does not sign it. */
  private void refuseOwn(Saving saving, String actor) {
    if (isOwn(saving, actor)) {
      throw Refusal.conflict(
          saving.corrects == null
              ? "You decided on this; somebody else signs it off."
              : "You wrote this correction; somebody else signs it off.");
    }
  }

  /** Whether somebody would sign what they decided on, or wrote down, themselves. */
  boolean isOwn(Saving saving, String actor) {
    return fourEyes
        && (isBehind(saving.writtenBy, actor)
            || saving.corrects == null && isBehind(saving.decidedBy, actor));
  }

  private boolean isBehind(@Nullable String login, String actor) {
    return login != null && !Collections.disjoint(sessions.behind(login), sessions.behind(actor));
  }

  /** Whether the entry may be signed by them now. */
  @Transactional
  boolean maySign(@Nullable String id, String actor) {
    Saving saving = id == null ? null : savings.find(id);
    return saving != null
        && saving.signedOn == null
        && saving.hasStoppedOn(clock.today())
        && sessions.signs(actor)
        && !isOwn(saving, actor);
  }

  private static String said(Saving saving) {
    return MoneyWords.exact(new Money(saving.yearly, saving.currency));
  }

  /**
   * Puts an entry right by a further one, from a day on.
   *
   * @param yearly by how much more, or below zero less, is saved a year
   */
  @Transactional
  KeptLedger.Entry correct(
      Book book, String id, LocalDate from, BigDecimal yearly, String reason, String actor) {
    Saving wrong = savings.requireHeld(id);
    refuseCorrection(wrong, from, yearly);
    Saving entry = new Saving();
    entry.id = UUID.randomUUID().toString();
    entry.cause = wrong.id;
    entry.slate = wrong.slate;
    entry.agreement = wrong.agreement;
    entry.line = wrong.line;
    entry.seats = 0;
    entry.from = from;
    entry.yearly = yearly;
    entry.currency = wrong.currency;
    entry.what = "Put right: " + ledger.entry(book, wrong, clock.today()).of().what();
    entry.corrects = wrong.id;
    entry.writtenBy = actor;
    entry.reason = reason;
    savings.add(entry);
    journal.add(
        actor,
        "SAVING_CORRECTED",
        "%s: %s a year from %s. %s".formatted(entry.what, said(entry), Words.day(from), reason));
    return ledger.entry(book, entry, clock.today());
  }

  private void refuseCorrection(Saving wrong, LocalDate from, BigDecimal yearly) {
    if (wrong.corrects != null) {
      throw Refusal.conflict("It is a correction itself. Put right what it corrects.");
    }
    if (!wrong.hasStoppedOn(clock.today())) {
      throw Refusal.conflict(
          "It is a promise until %s. What promised it can be withdrawn instead."
              .formatted(Words.day(wrong.from)));
    }
    if (yearly.abs().compareTo(MOST) > 0) {
      throw Refusal.badInput("yearly: no saving is that large.");
    }
    if (yearly.abs().compareTo(wrong.yearly.abs()) > 0) {
      throw Refusal.badInput(
          "yearly: a correction puts %s right, and cannot be larger."
              .formatted(MoneyWords.exact(new Money(wrong.yearly, wrong.currency))));
    }
    if (yearly.signum() == 0) {
      throw Refusal.badInput("yearly: a correction by nothing changes nothing.");
    }
    if (from.isBefore(wrong.from)) {
      throw Refusal.badInput(
          "from: what it puts right begins on %s. Choose that day or a later one."
              .formatted(wrong.from));
    }
    BigDecimal left = savings.correctedYearly(wrong).add(yearly);
    if (left.signum() < 0) {
      throw Refusal.badInput(
          "yearly: with what was corrected before, less than nothing (%s) would be saved."
              .formatted(MoneyWords.exact(new Money(left, wrong.currency))));
    }
  }
}
