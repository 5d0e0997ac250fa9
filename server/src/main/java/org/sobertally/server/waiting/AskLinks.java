package org.sobertally.server.waiting;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.signing.Signatures;
import org.sobertally.server.time.TallyClock;

/**
 * Links by which people of some mail domains and groups ask for a seat themselves, until a day. A
 * link says nothing but its id and its signature (HMAC-SHA256), and can be withdrawn. Who asks
 * waits in the queue; a seat still takes a slate.
 */
@ApplicationScoped
class AskLinks {

  private static final String PURPOSE = "ask-link";
  private static final int MOST_A_MINUTE = 20;
  private static final int LONGEST = 2_000;
  private static final Pattern DOMAIN = Pattern.compile("[a-z0-9-]+(\\.[a-z0-9-]+)+");

  private final Books books;
  private final EntityManager entities;
  private final SeatQueue queue;
  private final Journal journal;
  private final TallyClock clock;
  private final Signatures signatures;
  private final Map<String, Deque<Instant>> tries = new HashMap<>();

  AskLinks(
      Books books,
      EntityManager entities,
      SeatQueue queue,
      Journal journal,
      TallyClock clock,
      Signatures signatures) {
    this.books = books;
    this.entities = entities;
    this.queue = queue;
    this.journal = journal;
    this.clock = clock;
    this.signatures = signatures;
  }

  /** Every link, the newest first. */
  @Transactional
  List<AskLink> all() {
    return entities
        .createQuery("from AskLink l order by l.created desc", AskLink.class)
        .getResultList();
  }

  /** Makes a link; at least one domain or group must limit it. */
  @Transactional
  AskLink create(
      String plan, List<String> domains, List<String> groups, LocalDate until, String actor) {
    Book book = books.current();
    Required.plan(book, plan);
    groups.forEach(group -> Required.group(book, group));
    List<String> plain = domains.stream().map(d -> d.strip().toLowerCase(Locale.ROOT)).toList();
    refuseUnclear(plain, groups, until);
    AskLink link = new AskLink();
    link.id = UUID.randomUUID().toString();
    link.plan = plan;
    link.domains = String.join(" ", plain);
    link.groups = String.join(" ", groups);
    link.until = until;
    link.created = clock.now();
    link.createdBy = actor;
    entities.persist(link);
    journal.add(
        actor,
        "LINK_MADE",
        "Made a link to ask for %s, until %s."
            .formatted(book.plans().byId(plan).name(), Words.day(until)));
    return link;
  }

  private void refuseUnclear(List<String> domains, List<String> groups, LocalDate until) {
    for (String domain : domains) {
      if (!DOMAIN.matcher(domain).matches()) {
        throw Refusal.badInput("domains: '%s' is no mail domain.".formatted(domain));
      }
    }
    if (domains.isEmpty()) {
      throw Refusal.badInput("domains: say of which mail domains people may ask.");
    }
    if (String.join(" ", domains).length() > LONGEST
        || String.join(" ", groups).length() > LONGEST) {
      throw Refusal.badInput("domains, groups: fewer, please; make a second link.");
    }
    if (until.isBefore(clock.today()) || until.isAfter(clock.today().plusYears(1))) {
      throw Refusal.badInput("until: use a day from today to a year from now.");
    }
  }

  /** Nobody can ask by the link from now on. */
  @Transactional
  void withdraw(String id, String actor) {
    AskLink link = entities.find(AskLink.class, id);
    if (link == null || link.withdrawn != null) {
      throw Refusal.notFound("There is no such link, or it was withdrawn already.");
    }
    link.withdrawn = clock.now();
    link.withdrawnBy = actor;
    journal.add(actor, "LINK_WITHDRAWN", "Withdrew a link to ask for a seat.");
  }

  /** What the link's address ends with. */
  @Transactional
  String token(String id) {
    return signatures.token(PURPOSE, id);
  }

  /** The link that the token opens; the same answer for a forged, a withdrawn and an old one. */
  @Transactional
  AskLink opened(String token) {
    return signatures
        .opened(PURPOSE, token)
        .map(id -> entities.find(AskLink.class, id))
        .filter(link -> link.isOpen(clock.today()) && books.current().plans().has(link.plan))
        .orElseThrow(
            () ->
                Refusal.notFound(
                    "This link is not in force. Ask whoever gave it to you for another."));
  }

  /**
   * Somebody asks by their mail address. Whether the directory knows it, and whether they waited or
   * hold a seat already, is not told.
   */
  void ask(String token, String address) {
    AskLink link = opened(token);
    refuseMany(link.id);
    String email = address.strip().toLowerCase(Locale.ROOT);
    String domain = email.substring(email.indexOf('@') + 1);
    if (email.indexOf('@') < 1 || !link.domainList().contains(domain)) {
      throw Refusal.badInput(
          "This link is for addresses of %s.".formatted(String.join(", ", link.domainList())));
    }
    Book book = books.current();
    for (Person person : book.people().all()) {
      if (person.email().equalsIgnoreCase(email) && isMember(book, link, person.id())) {
        join(link, person.id());
        return;
      }
    }
  }

  private static boolean isMember(Book book, AskLink link, String person) {
    return link.groupList().isEmpty()
        || link.groupList().stream()
            .filter(book.groups()::has)
            .map(book.groups()::byId)
            .map(Group::members)
            .anyMatch(members -> members.contains(person));
  }

  private void join(AskLink link, String person) {
    try {
      queue.joinByLink(person, link.plan, link.id);
    } catch (Refusal known) {
      // They hold one, wait already, or may not: nothing to do, and nothing to tell a stranger.
      return;
    }
  }

  private synchronized void refuseMany(String id) {
    Instant now = clock.now();
    Deque<Instant> recent = tries.computeIfAbsent(id, key -> new ArrayDeque<>());
    while (!recent.isEmpty() && recent.peek().isBefore(now.minus(Duration.ofMinutes(1)))) {
      recent.poll();
    }
    if (recent.size() >= MOST_A_MINUTE) {
      throw Refusal.tooMany("Too many people ask at once. Try again in a minute.");
    }
    recent.add(now);
  }
}
