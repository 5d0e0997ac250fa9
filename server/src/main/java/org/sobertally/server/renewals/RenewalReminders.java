package org.sobertally.server.renewals;

import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.RenewalChance;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.mail.Mailroom;
import org.sobertally.server.terms.AgreementOwners;
import org.sobertally.server.time.TallyClock;

/**
 * Reminds whoever looks after an agreement some days before notice is due; of each distance once,
 * and not of what is settled. Who was away a while gets the nearest only.
 */
@ApplicationScoped
class RenewalReminders {

  private final Books books;
  private final RenewalCases cases;
  private final AgreementOwners owners;
  private final Mailroom mailroom;
  private final EntityManager entities;
  private final TallyClock clock;
  private final ReminderRule rule;
  private final String address;

  RenewalReminders(
      Books books,
      RenewalCases cases,
      AgreementOwners owners,
      Mailroom mailroom,
      EntityManager entities,
      TallyClock clock,
      ReminderRule rule,
      @ConfigProperty(name = "sober.address") String address) {
    this.books = books;
    this.cases = cases;
    this.owners = owners;
    this.mailroom = mailroom;
    this.entities = entities;
    this.clock = clock;
    this.rule = rule;
    this.address = address;
  }

  @Scheduled(every = "1h", delayed = "30s", concurrentExecution = ConcurrentExecution.SKIP)
  @Transactional
  void look() {
    Book book = books.current();
    LocalDate today = clock.today();
    Map<String, AgreementOwners.Note> notes = owners.all(book);
    List<Integer> distances = rule.days().stream().sorted().toList();
    for (Agreement agreement : book.agreements().all()) {
      Optional<RenewalChance> chance = agreement.nextChance(today);
      AgreementOwners.Note note = notes.get(agreement.id());
      String owner = note == null ? null : note.owner();
      boolean owned = owner != null && book.people().has(owner);
      if (chance.isPresent() && owner != null && owned && agreement.inForce(today)) {
        remind(book, agreement, chance.get(), owner, today, distances);
      }
    }
  }

  private void remind(
      Book book,
      Agreement agreement,
      RenewalChance chance,
      String owner,
      LocalDate today,
      List<Integer> distances) {
    long left = ChronoUnit.DAYS.between(today, chance.noticeBy());
    Optional<Integer> due = distances.stream().filter(days -> left <= days).findFirst();
    RenewalState state =
        cases
            .find(agreement.id(), chance.renews())
            .map(one -> one.stateOn(today))
            .orElse(RenewalState.OPEN);
    boolean settled =
        state == RenewalState.NOTICE_GIVEN
            || state == RenewalState.RENEWED
            || state == RenewalState.KEPT_ON_PURPOSE;
    if (due.isEmpty() || left < 0 || settled || !first(agreement, chance, due.get(), today)) {
      return;
    }
    String days = Words.count(left, "day");
    mailroom.send(
        book.people().byId(owner).email(),
        "%s to give notice on %s".formatted(days, agreement.name()),
        letter(agreement, chance, days, state),
        "RENEWAL");
  }

  private String letter(
      Agreement agreement, RenewalChance chance, String days, RenewalState state) {
    return """
        %s renews on %s. Notice must be given by %s, in %s; it is %s.

        %s/renewals/%s
        """
        .formatted(
            agreement.name(),
            Words.day(chance.renews()),
            Words.day(chance.noticeBy()),
            days,
            RenewalLife.words(state),
            address,
            agreement.id());
  }

  /** Whether nobody was reminded of that distance yet; then it is noted. */
  private boolean first(Agreement agreement, RenewalChance chance, int days, LocalDate today) {
    boolean told =
        entities
                .createQuery(
                    """
                    select count(r) from SentReminder r
                    where r.key.agreement = :agreement and r.key.renews = :renews
                      and r.key.days <= :days
                    """,
                    Long.class)
                .setParameter("agreement", agreement.id())
                .setParameter("renews", chance.renews())
                .setParameter("days", days)
                .getSingleResult()
            > 0;
    if (!told) {
      entities.persist(
          new SentReminder(new SentReminder.Key(agreement.id(), chance.renews(), days), today));
    }
    return !told;
  }
}
