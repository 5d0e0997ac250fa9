package org.sobertally.server.access;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Event;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/**
 * Who is signed in. SignIns and tokens live in the database and outlast a restart; a copy in memory
 * answers the question asked with every request.
 */
@ApplicationScoped
public class SignIns {

  /** After the database is there, before the demo adds its people. */
  static final int LOADED = 50;

  /** Before the name of a token, where it is told who did something. */
  static final String TOKEN = "token:";

  private static final Duration LASTS = Duration.ofHours(12);

  private final EntityManager entities;
  private final Optional<String> keeperToken;
  private final Map<String, Visitor> sessions = new ConcurrentHashMap<>();
  private final Map<String, Visitor> tokens = new ConcurrentHashMap<>();
  private final Attempts attempts = new Attempts(Instant::now);
  private final Passwords passwords;
  private final Event<AccessEnded> ended;
  private final LocalWay localWay;

  SignIns(
      EntityManager entities,
      Passwords passwords,
      Event<AccessEnded> ended,
      LocalWay localWay,
      @ConfigProperty(name = "sober.tally.token") Optional<String> keeperToken) {
    this.entities = entities;
    this.passwords = passwords;
    this.ended = ended;
    this.localWay = localWay;
    this.keeperToken = keeperToken;
  }

  /**
   * Who makes a request.
   *
   * @param csrf what a change made with the cookie must carry; null for a token
   * @param person who of the directory they are; null where that does not matter
   */
  record Visitor(
      String login,
      String name,
      Role role,
      @Nullable String csrf,
      Instant expires,
      @Nullable String person) {}

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
                new Visitor(
                    "keeper-token", "Keeper’s token", Role.KEEPER, null, Instant.MAX, null)));
    for (AccessToken token :
        entities.createQuery("from AccessToken", AccessToken.class).getResultList()) {
      tokens.put(token.hash, visitor(token));
    }
  }

  private static Visitor visitor(AccessPerson person, @Nullable String csrf, Instant expires) {
    return new Visitor(person.login, person.name, person.role, csrf, expires, person.person);
  }

  private static Visitor visitor(AccessToken token) {
    return new Visitor(TOKEN + token.name, token.name, token.role, null, Instant.MAX, null);
  }

  /** Whether whoever came in with that, as its hash, would be let in now, and in the same role. */
  public boolean stillIn(String proof, String role) {
    Visitor visitor = tokens.getOrDefault(proof, sessions.get(proof));
    return visitor != null
        && visitor.role.name().equals(role)
        && visitor.expires.isAfter(Instant.now());
  }

  Optional<Visitor> byCookie(String cookie) {
    Visitor visitor = sessions.get(Secrets.hash(cookie));
    return Optional.ofNullable(visitor).filter(v -> v.expires.isAfter(Instant.now()));
  }

  Optional<Visitor> byToken(String token) {
    return Optional.ofNullable(tokens.get(Secrets.hash(token)));
  }

  /** Signs somebody in; the same answer whether the name or the password is wrong. */
  SignedIn signIn(String login, String password, String address) {
    String name = login.strip().toLowerCase(Locale.ROOT);
    letIn(name);
    requireRight(name, address, password, "The name or the password is wrong.");
    return QuarkusTransaction.requiringNew().call(() -> begin(name, address));
  }

  /**
   * Somebody on the machine itself gave the name a password; what was tried before counts no more.
   */
  private void letIn(String name) {
    localWay
        .take(name)
        .ifPresent(
            hash -> {
              QuarkusTransaction.requiringNew()
                  .run(
                      () -> {
                        if (entities.find(AccessPerson.class, name) != null) {
                          setPassword(name, hash);
                        }
                      });
              attempts.forget(name);
            });
  }

  /** Looks at a password, outside any transaction: that takes long. */
  private void requireRight(String name, String address, String password, String otherwise) {
    Attempts.Tried tried = new Attempts.Tried(name, address, address.equals(lastFrom(name)));
    attempts.reserve(tried);
    boolean right;
    try {
      String hash =
          QuarkusTransaction.requiringNew()
              .call(
                  () -> {
                    AccessPerson person = entities.find(AccessPerson.class, name);
                    return person == null ? null : person.passwordHash;
                  });
      right = passwords.fits(password, hash);
    } catch (RuntimeException e) {
      attempts.notMade(tried);
      throw e;
    }
    if (!right) {
      throw Refusal.forbidden(otherwise);
    }
    attempts.wasRight(tried);
  }

  private @Nullable String lastFrom(String name) {
    return QuarkusTransaction.requiringNew()
        .call(
            () -> {
              AccessPerson person = entities.find(AccessPerson.class, name);
              return person == null ? null : person.lastFrom;
            });
  }

  private SignedIn begin(String name, String address) {
    AccessPerson person = entities.find(AccessPerson.class, name);
    if (person == null) {
      throw Refusal.forbidden("The name or the password is wrong.");
    }
    person.lastFrom = address;
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
  public void allow(String login, String name, Role role, String password) {
    allow(login, name, role, null, password);
  }

  /** The same, where they are known to be somebody of the directory. */
  public void allow(
      String login, String name, Role role, @Nullable String ofDirectory, String password) {
    boolean known =
        QuarkusTransaction.requiringNew()
            .call(() -> entities.find(AccessPerson.class, login) != null);
    String hash = known ? null : passwords.hash(password);
    QuarkusTransaction.joiningExisting()
        .run(() -> allowHashed(login, name, role, ofDirectory, hash));
  }

  /**
   * The same, of a password that was hashed before.
   *
   * @param hash needed of somebody new; of others the password stays
   */
  @Transactional
  void allowHashed(
      String login, String name, Role role, @Nullable String ofDirectory, @Nullable String hash) {
    AccessPerson person = entities.find(AccessPerson.class, login);
    boolean added = person == null;
    person = added ? new AccessPerson() : person;
    person.login = login;
    person.name = name;
    person.role = role;
    person.person = ofDirectory;
    if (added) {
      person.passwordHash = hash;
    }
    entities.persist(person);
    AccessPerson now = person;
    sessions.replaceAll(
        (key, visitor) ->
            visitor.login.equals(login) ? visitor(now, visitor.csrf, visitor.expires) : visitor);
  }

  /** Whether they sign off what was kept, as long as they are a decider. */
  @Transactional
  void setSigns(String login, boolean signs) {
    entities.find(AccessPerson.class, login).signs = signs;
  }

  /** Whether whoever decides by that name may sign off what was kept; a token of a decider may. */
  @Transactional
  public boolean signs(String login) {
    AccessPerson person = entities.find(AccessPerson.class, login);
    return person == null || person.signs;
  }

  /** Gives somebody another password and ends where they are signed in. */
  @Transactional
  void setPassword(String login, String hash) {
    entities.find(AccessPerson.class, login).passwordHash = hash;
    endSessions(login);
  }

  /** Changes one's own password; as many wrong ones are looked at as when signing in. */
  void changePassword(String login, String now, String wanted, String address) {
    requireRight(login, address, now, "This is not the password that you have now.");
    String hash = passwords.hash(wanted);
    QuarkusTransaction.requiringNew().run(() -> setPassword(login, hash));
  }

  /** The hash of a password that somebody is to have; made outside any transaction. */
  String hashed(String password) {
    return passwords.hash(password);
  }

  /** Takes somebody's access away, and with it every session of theirs. */
  @Transactional
  void remove(String login) {
    endSessions(login);
    ended.fire(new AccessEnded(login));
    entities.remove(entities.find(AccessPerson.class, login));
  }

  private void endSessions(String login) {
    entities
        .createQuery("delete from AccessSession s where s.login = :login")
        .setParameter("login", login)
        .executeUpdate();
    sessions.values().removeIf(visitor -> visitor.login.equals(login));
  }

  @Transactional
  List<AccessPerson> people() {
    return entities
        .createQuery("from AccessPerson p order by p.name, p.login", AccessPerson.class)
        .getResultList();
  }

  @Transactional
  List<AccessToken> tokens() {
    return entities
        .createQuery("from AccessToken t order by t.created, t.hash", AccessToken.class)
        .getResultList();
  }

  /** Makes a token, and gives it this once. */
  @Transactional
  String makeToken(String name, Role role, String actor, Instant now) {
    String secret = Secrets.random();
    AccessToken token = new AccessToken();
    token.hash = Secrets.hash(secret);
    token.id = UUID.randomUUID().toString();
    token.name = name;
    token.role = role;
    token.created = now;
    token.createdBy = actor;
    entities.persist(token);
    tokens.put(token.hash, visitor(token));
    return secret;
  }

  /** Takes a token back: from now on it is worth nothing. */
  @Transactional
  void takeBackToken(AccessToken token) {
    tokens.remove(token.hash);
    entities.remove(entities.find(AccessToken.class, token.hash));
  }

  /**
   * Behind whom somebody acts: their login, who of the directory they are, and of a token whoever
   * made it. Two that have any of these in common are not four eyes.
   */
  @Transactional
  public Set<String> behind(String login) {
    Set<String> behind = new HashSet<>();
    addBehind(login, behind);
    return behind;
  }

  private void addBehind(@Nullable String login, Set<String> behind) {
    if (login == null || !behind.add("login " + login)) {
      return;
    }
    AccessPerson person = entities.find(AccessPerson.class, login);
    if (person != null && person.person != null) {
      behind.add("person " + person.person);
    }
    if (login.startsWith(TOKEN)) {
      String name = login.substring(TOKEN.length());
      tokens().stream()
          .filter(token -> token.name.equals(name))
          .forEach(token -> addBehind(token.createdBy, behind));
    }
  }

  /**
   * Where people with the role can be written to.
   *
   * @param butOf nobody of this name
   */
  @Transactional
  public List<String> addressesOf(Role role, String butOf) {
    return people().stream()
        .filter(p -> p.role == role && p.email != null && !p.login.equals(butOf))
        .map(p -> p.email)
        .toList();
  }

  /** What somebody who signs in may do today; empty for a token, and without access. */
  @Transactional
  public Optional<Role> roleOf(String login) {
    return Optional.ofNullable(entities.find(AccessPerson.class, login)).map(p -> p.role);
  }

  /** Whether somebody of the name still has access. */
  @Transactional
  public boolean isKnown(String login) {
    return entities.find(AccessPerson.class, login) != null;
  }

  /** Where somebody with access can be written to. */
  @Transactional
  public Optional<String> addressOf(String login) {
    return Optional.ofNullable(entities.find(AccessPerson.class, login)).map(p -> p.email);
  }

  /** Gives somebody with access an address to be written to; null for none. */
  @Transactional
  public void setAddress(String login, @Nullable String email) {
    entities.find(AccessPerson.class, login).email = email;
  }

  /** The name of somebody with access, for showing. */
  @Transactional
  public String nameOf(String login) {
    AccessPerson person = entities.find(AccessPerson.class, login);
    boolean token = login.startsWith(TOKEN);
    return person != null ? person.name : token ? login.substring(TOKEN.length()) : login;
  }

  @Transactional
  boolean anybody() {
    return entities.createQuery("select count(p) from AccessPerson p", Long.class).getSingleResult()
        > 0;
  }
}
