package org.sobertally.server.mail;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import javax.sql.DataSource;
import org.jboss.logging.Logger;
import org.sobertally.server.outbox.BackOff;
import org.sobertally.server.outbox.Outbox;
import org.sobertally.server.store.OnDisk;
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
  private static final int BATCH = 1_000;
  private static final BackOff BACK_OFF = new BackOff(Duration.ofSeconds(15), Duration.ofHours(1));
  private static final Duration REST = Duration.ofSeconds(5);
  private static final Duration AFTER_FAULT = Duration.ofMinutes(1);
  private static final int LONGEST_SUBJECT = 300;
  private static final int LONGEST_ANSWER = 1000;

  private final EntityManager entities;
  private final DataSource database;
  private final Smtp smtp;
  private final TallyClock clock;
  private final OnDisk disk;
  private final Outbox<String> outbox = new Outbox<>("mails", new Mails(), AFTER_FAULT);

  Mailroom(EntityManager entities, DataSource database, Smtp smtp, TallyClock clock, OnDisk disk) {
    this.disk = disk;
    this.entities = entities;
    this.database = database;
    this.smtp = smtp;
    this.clock = clock;
  }

  /**
   * A mail to be sent.
   *
   * @param kind what it is about, for the list of mail
   */
  public record Letter(String recipient, String subject, String body, String kind) {}

  /** Has a mail sent once the caller's transaction is committed. */
  @Transactional
  public void send(String recipient, String subject, String body, String kind) {
    send(List.of(new Letter(recipient, subject, body, kind)));
  }

  /** The same of many, in the order in which they are to go. */
  @Transactional
  public void send(List<Letter> letters) {
    String insert =
        """
        insert into mail (id, recipient, subject, body, kind, state, attempts, created, due)
        values (?, ?, ?, ?, ?, ?, 0, ?, ?)
        """;
    Mail.State state = smtp.isSet() ? Mail.State.WAITING : Mail.State.KEPT;
    // A moment each, for they are sent in the order of their moments.
    Instant created = clock.now();
    try (Connection connection = database.getConnection();
        PreparedStatement statement = connection.prepareStatement(insert)) {
      int waiting = 0;
      for (Letter letter : letters) {
        statement.setString(1, id(created));
        statement.setString(2, letter.recipient());
        statement.setString(3, shortened(letter.subject(), LONGEST_SUBJECT));
        statement.setString(4, letter.body());
        statement.setString(5, letter.kind());
        statement.setString(6, state.name());
        statement.setObject(7, OffsetDateTime.ofInstant(created, ZoneOffset.UTC));
        statement.setObject(8, OffsetDateTime.ofInstant(Instant.now(), ZoneOffset.UTC));
        statement.addBatch();
        created = created.plus(1, ChronoUnit.MICROS);
        if (++waiting % BATCH == 0) {
          statement.executeBatch();
        }
      }
      statement.executeBatch();
    } catch (SQLException e) {
      throw new IllegalStateException("Mail could not be written down.", e);
    }
  }

  /** In the order of time, so that a database puts it away fast, and nobody else's. */
  private static String id(Instant created) {
    long micros = ChronoUnit.MICROS.between(Instant.EPOCH, created);
    return "%014x-%08x".formatted(micros, ThreadLocalRandom.current().nextInt());
  }

  private static String shortened(String text, int most) {
    return text.length() > most ? text.substring(0, most) : text;
  }

  /** Sends what is due. */
  @Scheduled(every = "5s", delayed = "3s", concurrentExecution = ConcurrentExecution.SKIP)
  public void deliver() {
    if (smtp.isSet()) {
      outbox.kick();
    }
  }

  void onStop(@Observes ShutdownEvent event) throws InterruptedException {
    outbox.close();
  }

  /** One lane: the mail server's. */
  private final class Mails implements Outbox.Waiting<String> {

    private static final String LANE = "mail";

    @Override
    public List<String> due(Instant now, Set<String> busy) {
      return busy.isEmpty() ? Mailroom.this.due(now) : List.of();
    }

    @Override
    public String lane(String mail) {
      return LANE;
    }

    @Override
    public Duration carry(String lane, List<String> due) {
      for (String id : due) {
        if (!sent(id)) {
          // The others would not go either now.
          return REST;
        }
      }
      return Duration.ZERO;
    }
  }

  /** False where the mail server could not be reached. */
  private boolean sent(String id) {
    Mail mail = QuarkusTransaction.requiringNew().call(() -> begun(id));
    if (mail == null) {
      // A book that replaced everything took it along.
      return true;
    }
    disk.force();
    Smtp.Answer answer = smtp.send(mail);
    QuarkusTransaction.requiringNew().run(() -> settle(id, answer));
    if (answer != Smtp.Answer.GONE) {
      LOG.warnf("A mail of the kind %s was not taken: %s", mail.kind, answer.reason());
    }
    return !answer.unreachable();
  }

  private Mail begun(String id) {
    Mail fresh = entities.find(Mail.class, id);
    if (fresh != null) {
      fresh.attempts++;
      fresh.due = Instant.now().plus(BACK_OFF.after(fresh.attempts));
    }
    return fresh;
  }

  private List<String> due(Instant now) {
    return entities
        .createQuery(
            "select m.id from Mail m where m.state = :waiting and m.due <= :now"
                + " order by m.created, m.id",
            String.class)
        .setParameter("waiting", Mail.State.WAITING)
        .setParameter("now", now)
        .setMaxResults(AT_ONCE)
        .getResultList();
  }

  private void settle(String id, Smtp.Answer answer) {
    Mail mail = entities.find(Mail.class, id);
    if (mail == null) {
      return;
    }
    if (answer == Smtp.Answer.GONE) {
      mail.state = Mail.State.SENT;
      mail.sent = clock.now();
      mail.answer = null;
      return;
    }
    mail.answer = shortened(answer.reason(), LONGEST_ANSWER);
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
