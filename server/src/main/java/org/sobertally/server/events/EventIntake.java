package org.sobertally.server.events;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.cloudevents.CloudEvent;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Event;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.ActivityStore;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.book.store.SessionStore;
import org.sobertally.server.events.EventResource.EventFault;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/**
 * Takes events into the book. The types are {@code seat.used} (account, part, day), {@code
 * session.started} (session, account, plan, host), {@code session.ended} (session), {@code
 * session.refused} (account, plan), {@code allowance.used} (allowance, used, day, and account where
 * it is known) and {@code evidence.complete} (vendor, to). Events may come in any order: an end
 * that comes before its start waits for it.
 */
@ApplicationScoped
public class EventIntake {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final BigDecimal MOST_USED = BigDecimal.valueOf(1_000_000_000_000L);

  /** As exactly as the book keeps what is used. */
  private static final int DECIMALS = 4;

  private final Books books;
  private final EntityManager entities;
  private final ActivityStore activity;
  private final BookEditor editor;
  private final SessionStore sessions;
  private final TallyClock clock;
  private final Event<PoolsChanged> poolsChanged;
  private final Journal journal;

  EventIntake(
      Books books,
      EntityManager entities,
      ActivityStore activity,
      BookEditor editor,
      SessionStore sessions,
      TallyClock clock,
      Event<PoolsChanged> poolsChanged,
      Journal journal) {
    this.books = books;
    this.entities = entities;
    this.activity = activity;
    this.editor = editor;
    this.sessions = sessions;
    this.clock = clock;
    this.poolsChanged = poolsChanged;
    this.journal = journal;
  }

  /** Told once somebody came into a pool, left it or was refused. */
  public record PoolsChanged(Set<String> plans) {}

  /** What one batch comes to. */
  private final class Batch {
    final Book book;
    final List<EventFault> faults = new ArrayList<>();
    final Map<String, Session> sessions = new LinkedHashMap<>();
    final Map<String, String> hosts = new LinkedHashMap<>();
    final Map<String, Evidence> evidence = new LinkedHashMap<>();
    final Set<String> plans = new HashSet<>();
    final List<int[]> use = new ArrayList<>();
    final Map<List<String>, BigDecimal> metered = new LinkedHashMap<>();
    int taken;
    int repeated;

    Batch(Book book) {
      this.book = book;
    }
  }

  EventResource.Taken take(List<CloudEvent> events) {
    Batch[] done = new Batch[1];
    EventResource.Taken taken =
        books.write(
            change -> {
              Batch batch = new Batch(change.book());
              done[0] = batch;
              for (int n = 0; n < events.size(); n++) {
                take(batch, n, events.get(n));
              }
              if (!batch.faults.isEmpty()) {
                throw Refusal.notTaken("Nothing was taken.", batch.faults);
              }
              store(batch, change);
              return new EventResource.Taken(batch.taken, batch.repeated);
            });
    if (!done[0].plans.isEmpty()) {
      poolsChanged.fire(new PoolsChanged(Set.copyOf(done[0].plans)));
    }
    return taken;
  }

  /** Writes down that a session was seen to be over, unless that is known already. */
  public void end(String id, Instant at) {
    Session ended =
        books.write(
            change -> {
              Session session = sessions.find(id);
              if (session == null || session.ended() != null) {
                return null;
              }
              Instant end = at.isBefore(session.started()) ? session.started() : at;
              Session over =
                  new Session(id, session.account(), session.plan(), session.started(), end);
              sessions.save(over, null);
              change.apply(book -> book.withSessions(List.of(over)));
              return over;
            });
    if (ended != null) {
      changed(ended.plan());
    }
  }

  /** Tells whoever looks at the pool that something about it changed. */
  public void changed(String plan) {
    poolsChanged.fire(new PoolsChanged(Set.of(plan)));
  }

  private void take(Batch batch, int n, CloudEvent event) {
    if (!isNew(event)) {
      batch.repeated++;
      return;
    }
    batch.taken++;
    JsonNode data = data(event);
    switch (event.getType()) {
      case "seat.used" -> used(batch, n, data);
      case "session.started" -> started(batch, n, event, data);
      case "session.ended" -> ended(batch, n, event, data);
      case "session.refused" -> refused(batch, n, event, data);
      case "allowance.used" -> metered(batch, n, data);
      case "evidence.complete" -> complete(batch, n, data);
      default ->
          batch.faults.add(
              new EventFault(n, "type", "'%s' is no known type.".formatted(event.getType())));
    }
  }

  private boolean isNew(CloudEvent event) {
    String source = event.getSource().toString();
    Number seen =
        (Number)
            entities
                .createNativeQuery(
                    "select count(*) from event_seen where source = :source and id = :id")
                .setParameter("source", source)
                .setParameter("id", event.getId())
                .getSingleResult();
    if (seen.longValue() > 0) {
      return false;
    }
    entities
        .createNativeQuery(
            "insert into event_seen (source, id, taken) values (:source, :id, :taken)")
        .setParameter("source", source)
        .setParameter("id", event.getId())
        .setParameter("taken", clock.now())
        .executeUpdate();
    return true;
  }

  private static JsonNode data(CloudEvent event) {
    try {
      return event.getData() == null
          ? JSON.createObjectNode()
          : JSON.readTree(event.getData().toBytes());
    } catch (IOException e) {
      return JSON.createObjectNode();
    }
  }

  private static String text(Batch batch, int n, JsonNode data, String field) {
    String text = data.path(field).asText("").strip();
    if (text.isEmpty()) {
      batch.faults.add(new EventFault(n, field, "It is missing in the event's data."));
    }
    return text;
  }

  private static int account(Batch batch, int n, JsonNode data) {
    String id = text(batch, n, data, "account");
    int account = batch.book.accounts().numberOf(id);
    if (account < 0 && !id.isEmpty()) {
      batch.faults.add(new EventFault(n, "account", "There is no account %s.".formatted(id)));
    }
    return account;
  }

  private static @Nullable LocalDate day(Batch batch, int n, JsonNode data, String field) {
    String text = text(batch, n, data, field);
    try {
      return text.isEmpty() ? null : LocalDate.parse(text);
    } catch (DateTimeException e) {
      batch.faults.add(new EventFault(n, field, "'%s' is not a day.".formatted(text)));
      return null;
    }
  }

  private void used(Batch batch, int n, JsonNode data) {
    int account = account(batch, n, data);
    String partId = text(batch, n, data, "part");
    LocalDate day = day(batch, n, data, "day");
    if (account < 0 || day == null || partId.isEmpty()) {
      return;
    }
    if (day.isAfter(clock.today())) {
      batch.faults.add(new EventFault(n, "day", "%s has not come yet.".formatted(day)));
      return;
    }
    String vendor = batch.book.accounts().get(account).vendor();
    int part = batch.book.partsOf(vendor).indexOf(partId);
    if (part < 0) {
      String text = "%s has no part %s.".formatted(vendor, partId);
      batch.faults.add(new EventFault(n, "part", text));
      return;
    }
    batch.use.add(new int[] {account, part, Days.of(day)});
  }

  /** What is used of an allowance adds up over the events of a day. */
  private void metered(Batch batch, int n, JsonNode data) {
    String id = text(batch, n, data, "allowance");
    LocalDate day = day(batch, n, data, "day");
    boolean known = batch.book.allowances().has(id);
    if (!known && !id.isEmpty()) {
      batch.faults.add(new EventFault(n, "allowance", "There is no allowance %s.".formatted(id)));
    }
    String account = data.path("account").asText("").strip();
    if (!account.isEmpty() && !batch.book.accounts().has(account)) {
      batch.faults.add(new EventFault(n, "account", "There is no account %s.".formatted(account)));
      return;
    }
    BigDecimal used = data.path("used").isNumber() ? data.get("used").decimalValue() : null;
    if (used == null || used.signum() < 0 || used.compareTo(MOST_USED) > 0) {
      batch.faults.add(new EventFault(n, "used", "Say how much was used, as a number from 0 on."));
    } else if (day != null && day.isAfter(clock.today())) {
      batch.faults.add(new EventFault(n, "day", "%s has not come yet.".formatted(day)));
    } else if (day != null && known) {
      BigDecimal exact = used.setScale(Math.min(used.scale(), DECIMALS), RoundingMode.HALF_EVEN);
      batch.metered.merge(List.of(id, day.toString(), account), exact, BigDecimal::add);
    }
  }

  private @Nullable Instant time(Batch batch, int n, CloudEvent event) {
    if (event.getTime() == null) {
      batch.faults.add(new EventFault(n, "time", "A session needs the time of the event."));
      return null;
    }
    return event.getTime().toInstant();
  }

  private static String pool(Batch batch, int n, JsonNode data) {
    String plan = text(batch, n, data, "plan");
    boolean pool =
        batch.book.plans().has(plan) && batch.book.plans().byId(plan).model() == PlanModel.FLOATING;
    if (!pool && !plan.isEmpty()) {
      batch.faults.add(new EventFault(n, "plan", "There is no pool %s.".formatted(plan)));
    }
    return pool ? plan : "";
  }

  private void started(Batch batch, int n, CloudEvent event, JsonNode data) {
    String id = text(batch, n, data, "session");
    int account = account(batch, n, data);
    String plan = pool(batch, n, data);
    Instant start = time(batch, n, event);
    if (id.isEmpty() || account < 0 || plan.isEmpty() || start == null) {
      return;
    }
    Instant end = waitingEnd(id);
    if (end != null && end.isBefore(start)) {
      batch.faults.add(new EventFault(n, "time", "The session ended before it starts."));
      return;
    }
    batch.sessions.put(
        id, new Session(id, batch.book.accounts().get(account).id(), plan, start, end));
    batch.hosts.put(id, data.path("host").asText(null));
    batch.plans.add(plan);
  }

  private @Nullable Instant waitingEnd(String session) {
    List<?> found =
        entities
            .createNativeQuery(
                "select ended from session_end where session = :session", Instant.class)
            .setParameter("session", session)
            .getResultList();
    entities
        .createNativeQuery("delete from session_end where session = :session")
        .setParameter("session", session)
        .executeUpdate();
    return found.isEmpty() ? null : (Instant) found.get(0);
  }

  private void ended(Batch batch, int n, CloudEvent event, JsonNode data) {
    String id = text(batch, n, data, "session");
    Instant end = time(batch, n, event);
    if (id.isEmpty() || end == null) {
      return;
    }
    Session session = batch.sessions.get(id);
    if (session == null) {
      session = sessions.find(id);
    }
    if (session == null) {
      entities
          .createNativeQuery(
              """
              merge into session_end (session, ended) key (session) values (:session, :ended)
              """)
          .setParameter("session", id)
          .setParameter("ended", end)
          .executeUpdate();
    } else if (end.isBefore(session.started())) {
      batch.faults.add(new EventFault(n, "time", "The session started later than it ends."));
    } else {
      batch.sessions.put(
          id, new Session(id, session.account(), session.plan(), session.started(), end));
      batch.plans.add(session.plan());
    }
  }

  private void refused(Batch batch, int n, CloudEvent event, JsonNode data) {
    int account = account(batch, n, data);
    String plan = pool(batch, n, data);
    Instant time = time(batch, n, event);
    if (account < 0 || plan.isEmpty() || time == null) {
      return;
    }
    batch.plans.add(plan);
    entities
        .createNativeQuery(
            "insert into pool_refused (plan, account, happened) values (:plan, :account, :time)")
        .setParameter("plan", plan)
        .setParameter("account", batch.book.accounts().get(account).id())
        .setParameter("time", time)
        .executeUpdate();
  }

  /** How far a source reaches may grow and never shrinks by an event. */
  private void complete(Batch batch, int n, JsonNode data) {
    String vendor = text(batch, n, data, "vendor");
    LocalDate to = day(batch, n, data, "to");
    if (vendor.isEmpty() || to == null) {
      return;
    }
    if (!batch.book.vendors().has(vendor)) {
      batch.faults.add(new EventFault(n, "vendor", "There is no vendor %s.".formatted(vendor)));
    } else if (!batch.book.hasEvidence(vendor)) {
      String text = "Nothing is known of it yet; bring in its activity as a book first.";
      batch.faults.add(new EventFault(n, "vendor", text));
    } else if (to.isAfter(clock.today())) {
      batch.faults.add(new EventFault(n, "to", "%s has not come yet.".formatted(to)));
    } else {
      Evidence known = batch.book.evidenceOf(vendor, clock.today());
      if (to.isAfter(known.to())) {
        batch.evidence.put(vendor, new Evidence(known.from(), to, known.kind(), known.parts()));
      }
    }
  }

  private void store(Batch batch, Books.Change change) {
    if (!batch.sessions.isEmpty()) {
      List<Session> sessions = List.copyOf(batch.sessions.values());
      sessions.forEach(session -> this.sessions.save(session, batch.hosts.get(session.id())));
      change.apply(book -> book.withSessions(sessions));
    }
    if (!batch.use.isEmpty()) {
      int[][] columns = new int[3][batch.use.size()];
      for (int n = 0; n < batch.use.size(); n++) {
        for (int c = 0; c < columns.length; c++) {
          columns[c][n] = batch.use.get(n)[c];
        }
      }
      activity.add(batch.use.stream().map(use -> use(batch.book, use)).toList());
      change.apply(book -> book.withUse(columns[0], columns[1], columns[2]));
    }
    batch.metered.forEach(
        (of, used) -> {
          String account = of.get(2).isEmpty() ? null : of.get(2);
          editor.use(
              change, of.get(0), new Allowance.Metered(LocalDate.parse(of.get(1)), account, used));
        });
    batch.evidence.forEach(
        (vendor, known) -> {
          editor.put(change, vendor, known);
          String name = batch.book.vendors().byId(vendor).name();
          String text = "The use of %s is known to %s.".formatted(name, Words.day(known.to()));
          journal.add("Sober Tally", "EVIDENCE_GREW", text);
        });
  }

  private static ActivityStore.Use use(Book book, int[] use) {
    Account account = book.accounts().get(use[0]);
    String part = book.partsOf(account.vendor()).get(use[1]);
    return new ActivityStore.Use(account.id(), account.vendor(), part, Days.known(use[2]));
  }
}
