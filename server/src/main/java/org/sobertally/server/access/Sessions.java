package org.sobertally.server.access;

import io.quarkus.elytron.security.common.BcryptUtil;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.server.http.Problem;

/**
 * Who is signed in. Sessions and tokens live in the database and outlast a restart; a copy in
 * memory answers the question asked with every request.
 */
@ApplicationScoped
public class Sessions {

  /** After the database is there, before the demo adds its people. */
  static final int LOADED = 50;

  private static final Duration LASTS = Duration.ofHours(12);
  private static final int MOST_FAILURES = 10;
  private static final Duration FAILURES_COUNT = Duration.ofMinutes(10);

  /** Of an account that does not exist, so that trying one takes as long as any other. */
  private static final class Nobody {
    private static final String HASH = BcryptUtil.bcryptHash("nobody");
  }

  private final EntityManager entities;
  private final Optional<String> keeperToken;
  private final Map<String, Visitor> sessions = new ConcurrentHashMap<>();
  private final Map<String, Visitor> tokens = new ConcurrentHashMap<>();
  private final Map<String, Deque<Instant>> failures = new ConcurrentHashMap<>();

  Sessions(
      EntityManager entities,
      @ConfigProperty(name = "sober.tally.token") Optional<String> keeperToken) {
    this.entities = entities;
    this.keeperToken = keeperToken;
  }

  /**
   * Who makes a request.
   *
   * @param csrf what a change made with the cookie must carry; null for a token
   */
  record Visitor(String login, String name, Role role, String csrf, Instant expires) {}

  /** A new session: its cookie is told this once. */
  record SignedIn(String cookie, Visitor visitor) {}

  @Transactional
  void onStart(@Observes @Priority(LOADED) StartupEvent event) {
    Instant now = Instant.now();
    entities
        .createQuery("delete from AccessSession s where s.expires <= :now")
        .setParameter("now", now)
        .executeUpdate();
    for (AccessSession session :
        entities.createQuery("from AccessSession", AccessSession.class).getResultList()) {
      AccessPerson person = entities.find(AccessPerson.class, session.login);
      sessions.put(session.hash, visitor(person, session.csrf, session.expires));
    }
    keeperToken.ifPresent(
        token ->
            tokens.put(
                Secrets.hash(token),
                new Visitor("keeper-token", "Keeper’s token", Role.KEEPER, null, Instant.MAX)));
  }

  private static Visitor visitor(AccessPerson person, String csrf, Instant expires) {
    return new Visitor(person.login, person.name, person.role, csrf, expires);
  }

  Optional<Visitor> byCookie(String cookie) {
    Visitor visitor = sessions.get(Secrets.hash(cookie));
    return Optional.ofNullable(visitor).filter(v -> v.expires.isAfter(Instant.now()));
  }

  Optional<Visitor> byToken(String token) {
    return Optional.ofNullable(tokens.get(Secrets.hash(token)));
  }

  /** Signs somebody in; the same answer whether the name or the password is wrong. */
  @Transactional
  SignedIn signIn(String login, String password) {
    String name = login.strip().toLowerCase(Locale.ROOT);
    refuseGuessing(name);
    AccessPerson person = entities.find(AccessPerson.class, name);
    boolean right =
        BcryptUtil.matches(password, person == null ? Nobody.HASH : person.passwordHash);
    if (person == null || !right) {
      failures.computeIfAbsent(name, n -> new ArrayDeque<>()).add(Instant.now());
      throw Problem.forbidden("The name or the password is wrong.");
    }
    failures.remove(name);
    String cookie = Secrets.random();
    AccessSession session = new AccessSession();
    session.hash = Secrets.hash(cookie);
    session.login = person.login;
    session.csrf = Secrets.random();
    session.started = Instant.now();
    session.expires = session.started.plus(LASTS);
    entities.persist(session);
    Visitor visitor = visitor(person, session.csrf, session.expires);
    sessions.put(session.hash, visitor);
    return new SignedIn(cookie, visitor);
  }

  private void refuseGuessing(String name) {
    Deque<Instant> recent = failures.get(name);
    if (recent == null) {
      return;
    }
    synchronized (recent) {
      recent.removeIf(at -> at.isBefore(Instant.now().minus(FAILURES_COUNT)));
      if (recent.size() >= MOST_FAILURES) {
        throw Problem.tooMany("Too many wrong passwords for this name. Try again in ten minutes.");
      }
    }
  }

  @Transactional
  void signOut(String cookie) {
    String hash = Secrets.hash(cookie);
    sessions.remove(hash);
    entities
        .createQuery("delete from AccessSession s where s.hash = :hash")
        .setParameter("hash", hash)
        .executeUpdate();
  }

  /** Adds somebody who may sign in; of somebody who is there already the password stays. */
  @Transactional
  public void allow(String login, String name, Role role, String password) {
    AccessPerson person = entities.find(AccessPerson.class, login);
    boolean added = person == null;
    person = added ? new AccessPerson() : person;
    person.login = login;
    person.name = name;
    person.role = role;
    if (added) {
      person.passwordHash = BcryptUtil.bcryptHash(password);
    }
    entities.persist(person);
  }

  /** The name of somebody with access, for showing. */
  @Transactional
  public String nameOf(String login) {
    AccessPerson person = entities.find(AccessPerson.class, login);
    return person == null ? login : person.name;
  }

  @Transactional
  boolean anybody() {
    return entities.createQuery("select count(p) from AccessPerson p", Long.class).getSingleResult()
        > 0;
  }
}
