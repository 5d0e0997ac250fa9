package org.sobertally.server.mail;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jboss.logging.Logger;
import org.sobertally.server.time.TallyClock;

/**
 * Takes mail within the transaction that is its reason, and sends it afterwards. A mail that may
 * have gone when the application was killed goes again under the same Message-ID, by which mail
 * programs know it.
 */
@ApplicationScoped
public class Mailroom {

  private static final Logger LOG = Logger.getLogger(Mailroom.class);
  private static final int MOST_ATTEMPTS = 10;
  private static final int AT_ONCE = 200;
  private static final Duration FIRST_WAIT = Duration.ofSeconds(15);
  private static final Duration MOST_WAIT = Duration.ofHours(1);
  private static final int LONGEST_SUBJECT = 300;
  private static final int LONGEST_ANSWER = 1000;

  private final EntityManager entities;
  private final Smtp smtp;
  private final TallyClock clock;

  Mailroom(EntityManager entities, Smtp smtp, TallyClock clock) {
    this.entities = entities;
    this.smtp = smtp;
    this.clock = clock;
  }

  /**
   * Has a mail sent once the caller's transaction is committed.
   *
   * @param kind what it is about, for the list of mail
   */
  @Transactional
  public void send(String recipient, String subject, String body, String kind) {
    Mail mail = new Mail();
    mail.id = UUID.randomUUID().toString();
    mail.recipient = recipient;
    mail.subject =
        subject.length() > LONGEST_SUBJECT ? subject.substring(0, LONGEST_SUBJECT) : subject;
    mail.body = body;
    mail.kind = kind;
    mail.state = smtp.isSet() ? Mail.State.WAITING : Mail.State.KEPT;
    mail.created = clock.now();
    mail.due = Instant.now();
    entities.persist(mail);
  }

  /** Whether mail is sent at all; else it is kept to be read on its page. */
  public boolean sends() {
    return smtp.isSet();
  }

  /** Sends what is due. */
  @Scheduled(every = "5s", delayed = "3s", concurrentExecution = ConcurrentExecution.SKIP)
  void deliver() {
    if (!smtp.isSet()) {
      return;
    }
    for (String id : QuarkusTransaction.requiringNew().call(this::due)) {
      Mail mail =
          QuarkusTransaction.requiringNew()
              .call(
                  () -> {
                    Mail fresh = entities.find(Mail.class, id);
                    fresh.attempts++;
                    fresh.due = Instant.now().plus(wait(fresh.attempts));
                    return fresh;
                  });
      Smtp.Answer answer = smtp.send(mail);
      QuarkusTransaction.requiringNew().run(() -> settle(id, answer));
      if (answer == Smtp.Answer.GONE) {
        continue;
      }
      LOG.warnf("A mail of the kind %s was not taken: %s", mail.kind, answer.reason());
      if (answer.unreachable()) {
        // The others would not go either; they are tried when they are due.
        return;
      }
    }
  }

  private static Duration wait(int attempts) {
    Duration wait = FIRST_WAIT.multipliedBy(1L << Math.min(10, attempts - 1));
    return wait.compareTo(MOST_WAIT) > 0 ? MOST_WAIT : wait;
  }

  private List<String> due() {
    return entities
        .createQuery(
            "select m.id from Mail m where m.state = :waiting and m.due <= :now"
                + " order by m.created, m.id",
            String.class)
        .setParameter("waiting", Mail.State.WAITING)
        .setParameter("now", Instant.now())
        .setMaxResults(AT_ONCE)
        .getResultList();
  }

  private void settle(String id, Smtp.Answer answer) {
    Mail mail = entities.find(Mail.class, id);
    if (answer == Smtp.Answer.GONE) {
      mail.state = Mail.State.SENT;
      mail.sent = clock.now();
      mail.answer = null;
      return;
    }
    String reason = answer.reason();
    mail.answer = reason.length() > LONGEST_ANSWER ? reason.substring(0, LONGEST_ANSWER) : reason;
    boolean over = answer.forGood() || mail.attempts >= MOST_ATTEMPTS;
    mail.state = over ? Mail.State.GIVEN_UP : Mail.State.WAITING;
  }

  /** Tries again now what waits or was given up. */
  @Transactional
  int again() {
    return entities
        .createQuery(
            "update Mail m set m.state = :waiting, m.attempts = 0, m.due = :now"
                + " where m.state in (:waiting, :over)")
        .setParameter("waiting", Mail.State.WAITING)
        .setParameter("over", Mail.State.GIVEN_UP)
        .setParameter("now", Instant.now())
        .executeUpdate();
  }

  /** The newest first. */
  @Transactional
  List<Mail> newest(int limit) {
    return entities
        .createQuery("from Mail m order by m.created desc, m.id", Mail.class)
        .setMaxResults(limit)
        .getResultList();
  }
}
