package org.sobertally.server.events;

import io.cloudevents.CloudEvent;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Event;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Session;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.ActivityStore;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.book.store.SessionStore;
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

  private static final BigDecimal MOST_USED = BigDecimal.valueOf(1_000_000_000_000L);

  /** As exactly as the book keeps what is used. */
  private static final int DECIMALS = 4;

  private final Books books;
  private final EventStore store;
  private final ActivityStore activity;
  private final BookEditor editor;
  private final SessionStore sessions;
  private final TallyClock clock;
  private final Event<PoolsChanged> poolsChanged;
  private final Journal journal;

  EventIntake(
      Books books,
      EventStore store,
      ActivityStore activity,
      BookEditor editor,
      SessionStore sessions,
      TallyClock clock,
      Event<PoolsChanged> poolsChanged,
      Journal journal) {
    this.books = books;
    this.store = store;
    this.activity = activity;
    this.editor = editor;
    this.sessions = sessions;
    this.clock = clock;
    this.poolsChanged = poolsChanged;
    this.journal = journal;
  }

  /** Told once somebody came into a pool, left it or was refused. */
  public record PoolsChanged(Set<String> plans) {}

  EventResource.Taken take(List<CloudEvent> events) {
    EventBatch[] done = new EventBatch[1];
    EventResource.Taken taken =
        books.write(
            change -> {
              EventBatch batch = new EventBatch(change.book());
              done[0] = batch;
              for (int n = 0; n < events.size(); n++) {
                take(batch, n, events.get(n));
              }
              if (!batch.faults.isEmpty()) {
                throw Refusal.notTaken("Nothing was taken.", batch.faults);
              }
              write(batch, change);
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

  private void take(EventBatch batch, int n, CloudEvent event) {
    if (!store.isNew(event.getSource().toString(), event.getId(), clock.now())) {
      batch.repeated++;
      return;
    }
    batch.taken++;
    EventBatch.OneEvent one = batch.read(n, event);
    switch (event.getType()) {
      case "seat.used" -> used(batch, one);
      case "session.started" -> started(batch, one);
      case "session.ended" -> ended(batch, one);
      case "session.refused" -> refused(batch, one);
      case "allowance.used" -> metered(batch, one);
      case "evidence.complete" -> complete(batch, one);
      default -> one.fault("type", "'%s' is no known type.".formatted(event.getType()));
    }
  }

  private void used(EventBatch batch, EventBatch.OneEvent one) {
    int account = one.account();
    String partId = one.text("part");
    LocalDate day = one.day("day");
    if (account < 0 || day == null || partId.isEmpty()) {
      return;
    }
    if (day.isAfter(clock.today())) {
      one.fault("day", "%s has not come yet.".formatted(day));
      return;
    }
    String vendor = batch.book.accounts().get(account).vendor();
    int part = batch.book.partsOf(vendor).indexOf(partId);
    if (part < 0) {
      String text = "%s has no part %s.".formatted(vendor, partId);
      one.fault("part", text);
      return;
    }
    batch.use.add(new int[] {account, part, Days.of(day)});
  }

  /** What is used of an allowance adds up over the events of a day. */
  private void metered(EventBatch batch, EventBatch.OneEvent one) {
    String id = one.text("allowance");
    LocalDate day = one.day("day");
    boolean known = batch.book.allowances().has(id);
    if (!known && !id.isEmpty()) {
      one.fault("allowance", "There is no allowance %s.".formatted(id));
    }
    String account = one.data.path("account").asText("").strip();
    if (!account.isEmpty() && !batch.book.accounts().has(account)) {
      one.fault("account", "There is no account %s.".formatted(account));
      return;
    }
    BigDecimal used = one.data.path("used").isNumber() ? one.data.get("used").decimalValue() : null;
    if (used == null || used.signum() < 0 || used.compareTo(MOST_USED) > 0) {
      one.fault("used", "Say how much was used, as a number from 0 on.");
    } else if (day != null && day.isAfter(clock.today())) {
      one.fault("day", "%s has not come yet.".formatted(day));
    } else if (day != null && known) {
      BigDecimal exact = used.setScale(Math.min(used.scale(), DECIMALS), RoundingMode.HALF_EVEN);
      batch.metered.merge(List.of(id, day.toString(), account), exact, BigDecimal::add);
    }
  }

  private void started(EventBatch batch, EventBatch.OneEvent one) {
    String id = one.text("session");
    int account = one.account();
    String plan = one.pool();
    Instant start = one.time();
    if (id.isEmpty() || account < 0 || plan.isEmpty() || start == null) {
      return;
    }
    Instant end = store.takeEnd(id);
    if (end != null && end.isBefore(start)) {
      one.fault("time", "The session ended before it starts.");
      return;
    }
    batch.sessions.put(
        id, new Session(id, batch.book.accounts().get(account).id(), plan, start, end));
    batch.hosts.put(id, one.data.path("host").asText(null));
    batch.plans.add(plan);
  }

  private void ended(EventBatch batch, EventBatch.OneEvent one) {
    String id = one.text("session");
    Instant end = one.time();
    if (id.isEmpty() || end == null) {
      return;
    }
    Session session = batch.sessions.get(id);
    if (session == null) {
      session = sessions.find(id);
    }
    if (session == null) {
      store.keepEnd(id, end);
    } else if (end.isBefore(session.started())) {
      one.fault("time", "The session started later than it ends.");
    } else {
      batch.sessions.put(
          id, new Session(id, session.account(), session.plan(), session.started(), end));
      batch.plans.add(session.plan());
    }
  }

  private void refused(EventBatch batch, EventBatch.OneEvent one) {
    int account = one.account();
    String plan = one.pool();
    Instant time = one.time();
    if (account < 0 || plan.isEmpty() || time == null) {
      return;
    }
    batch.plans.add(plan);
    store.addRefused(plan, batch.book.accounts().get(account).id(), time);
  }

  /** How far a source reaches may grow and never shrinks by an event. */
  private void complete(EventBatch batch, EventBatch.OneEvent one) {
    String vendor = one.text("vendor");
    LocalDate to = one.day("to");
    if (vendor.isEmpty() || to == null) {
      return;
    }
    if (!batch.book.vendors().has(vendor)) {
      one.fault("vendor", "There is no vendor %s.".formatted(vendor));
    } else if (!batch.book.hasEvidence(vendor)) {
      String text = "Nothing is known of it yet; bring in its activity as a book first.";
      one.fault("vendor", text);
    } else if (to.isAfter(clock.today())) {
      one.fault("to", "%s has not come yet.".formatted(to));
    } else {
      Evidence known = batch.book.evidenceOf(vendor, clock.today());
      if (to.isAfter(known.to())) {
        batch.evidence.put(vendor, new Evidence(known.from(), to, known.kind(), known.parts()));
      }
    }
  }

  private void write(EventBatch batch, Books.Change change) {
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
