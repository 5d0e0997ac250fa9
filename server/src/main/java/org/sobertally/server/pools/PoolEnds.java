package org.sobertally.server.pools;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Session;
import org.sobertally.core.people.Account;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.book.store.SessionStore;
import org.sobertally.server.events.EventIntake;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.outbox.BackOff;
import org.sobertally.server.outbox.Outbox;
import org.sobertally.server.store.OnDisk;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.PoolControl;
import org.sobertally.server.vendors.VendorConnection;
import org.sobertally.server.vendors.VendorConnection.Answer;
import org.sobertally.server.vendors.VendorLinks;

/**
 * Ends sessions at their vendor once the grace of those who were asked to leave is over. A call is
 * written down before it is made; after it, and after a kill, the vendor is read, and a session is
 * over only when the vendor no longer shows it.
 */
@ApplicationScoped
class PoolEnds {

  /** How far the wish that somebody leaves has come. */
  enum State {
    /** They have until the end of the grace. */
    ASKED,
    /** The vendor is asked, or about to be. */
    ENDING,
    /** They are out. */
    OVER,
    /** The vendor cannot be asked: they leave when they leave. */
    STAYS,
    /** The vendor said no, or could not be brought to it. */
    REFUSED
  }

  private static final Logger LOG = Logger.getLogger(PoolEnds.class);
  private static final int MOST_ATTEMPTS = 6;
  private static final Duration AFTER_FAULT = Duration.ofSeconds(5);
  private static final BackOff BACK_OFF = new BackOff(Duration.ofSeconds(2), Duration.ofMinutes(5));

  private final PoolStore store;
  private final SessionStore sessions;
  private final Books books;
  private final VendorLinks links;
  private final EventIntake events;
  private final Journal journal;
  private final TallyClock clock;
  private final OnDisk disk;
  private final Outbox<Due> outbox;

  PoolEnds(
      PoolStore store,
      SessionStore sessions,
      Books books,
      VendorLinks links,
      EventIntake events,
      Journal journal,
      TallyClock clock,
      OnDisk disk) {
    this.disk = disk;
    this.store = store;
    this.sessions = sessions;
    this.books = books;
    this.links = links;
    this.events = events;
    this.journal = journal;
    this.clock = clock;
    this.outbox = new Outbox<>("pool ends", new Ends(), AFTER_FAULT);
  }

  /** A session whose time is over, at its vendor. */
  private record Due(
      String session,
      String account,
      String plan,
      String vendor,
      String askedBy,
      State state,
      int attempts) {}

  /** Looks after everybody whose grace is over. */
  @Scheduled(every = "5s", delayed = "5s", concurrentExecution = ConcurrentExecution.SKIP)
  void endOverdue() {
    outbox.kick();
  }

  void onStop(@Observes ShutdownEvent event) throws InterruptedException {
    outbox.close();
  }

  private final class Ends implements Outbox.Waiting<Due> {

    @Override
    public List<Due> due(Instant now, Set<String> busy) {
      return PoolEnds.this.due(now).stream().filter(one -> !busy.contains(one.vendor())).toList();
    }

    @Override
    public String lane(Due one) {
      return one.vendor();
    }

    @Override
    public Duration carry(String vendor, List<Due> due) {
      Duration rest = Duration.ZERO;
      for (Due one : due) {
        try {
          end(one);
        } catch (RuntimeException e) {
          LOG.errorf(e, "The session %s could not be ended; it is looked at again.", one.session());
          rest = AFTER_FAULT;
        }
      }
      return rest;
    }
  }

  private List<Due> due(Instant now) {
    List<Due> due = new ArrayList<>();
    for (PoolAsk ask : store.due(clock.now(), now)) {
      Session session = sessions.find(ask.session);
      if (session != null && session.ended() == null) {
        due.add(
            new Due(
                ask.session,
                session.account(),
                session.plan(),
                books.current().plans().byId(session.plan()).vendor(),
                ask.askedBy,
                ask.state,
                ask.attempts));
      }
    }
    return due;
  }

  private void end(Due due) {
    Optional<VendorConnection> found = links.to(due.vendor());
    if (found.isEmpty()) {
      mark(due, State.STAYS, due.attempts(), null, "There is no link to this vendor.");
      return;
    }
    Optional<PoolControl> pools = found.get().pools();
    if (pools.isEmpty()) {
      mark(due, State.STAYS, due.attempts(), null, "The vendor does not end sessions for us.");
      return;
    }
    PoolControl link = pools.get();
    if (due.state() == State.ENDING && isSeenOver(link, due)) {
      return;
    }
    if (!link.endsSessions()) {
      mark(due, State.STAYS, due.attempts(), null, "The vendor does not end sessions for us.");
    } else if (due.attempts() >= MOST_ATTEMPTS) {
      mark(due, State.REFUSED, due.attempts(), null, "Given up after 6 attempts.");
    } else {
      Instant again = Instant.now().plus(BACK_OFF.after(due.attempts() + 1));
      mark(due, State.ENDING, due.attempts() + 1, again, null);
      disk.force();
      ask(link, due, again);
    }
  }

  private void ask(PoolControl link, Due due, Instant again) {
    Answer answer = link.end("end-" + due.session(), due.session());
    if (answer instanceof Answer.Done) {
      isSeenOver(link, due);
    } else if (answer instanceof Answer.Refused refused) {
      mark(due, State.REFUSED, due.attempts() + 1, null, refused.reason());
    } else if (answer instanceof Answer.Later later) {
      Instant named = Instant.now().plusSeconds(later.seconds());
      // A vendor that says when to come again was not tried in vain.
      int attempts = later.seconds() > 0 ? due.attempts() : due.attempts() + 1;
      mark(due, State.ENDING, attempts, named.isAfter(again) ? named : again, later.reason());
    } else {
      mark(due, State.ENDING, due.attempts() + 1, again, ((Answer.Unknown) answer).reason());
    }
  }

  /** Whether the vendor was read and does not show the session any more. */
  private boolean isSeenOver(PoolControl link, Due due) {
    if (link.isOpen(due.session()).orElse(true)) {
      return false;
    }
    events.end(due.session(), clock.now());
    Book book = books.current();
    Account account = book.accounts().byId(due.account());
    String name =
        account.person() == null ? account.email() : book.people().byId(account.person()).name();
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              set(due.session(), State.OVER, due.attempts(), null, null);
              JournalEntry entry = new JournalEntry();
              entry.person = account.person();
              String plan = book.plans().byId(due.plan()).name();
              String text = "Ended the session of %s in %s, at the vendor; seen over.";
              journal.add(due.askedBy(), "POOL_ENDED", text.formatted(name, plan), entry);
            });
    return true;
  }

  private void mark(
      Due due, State state, int attempts, @Nullable Instant again, @Nullable String answer) {
    QuarkusTransaction.requiringNew().run(() -> set(due.session(), state, attempts, again, answer));
    if (state == State.REFUSED || state == State.STAYS) {
      events.changed(due.plan());
    }
  }

  private void set(
      String session, State state, int attempts, @Nullable Instant again, @Nullable String answer) {
    PoolAsk ask = store.ask(session);
    ask.state = state;
    ask.attempts = attempts;
    ask.due = again;
    ask.answer = answer;
  }
}
