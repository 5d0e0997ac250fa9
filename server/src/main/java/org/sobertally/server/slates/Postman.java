package org.sobertally.server.slates;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.outbox.BackOff;
import org.sobertally.server.outbox.Outbox;
import org.sobertally.server.store.OnDisk;
import org.sobertally.server.vendors.CallSettings;
import org.sobertally.server.vendors.Sightings;
import org.sobertally.server.vendors.VendorAccount;
import org.sobertally.server.vendors.VendorConnection;
import org.sobertally.server.vendors.VendorConnection.Answer;
import org.sobertally.server.vendors.VendorConnection.Reading;
import org.sobertally.server.vendors.VendorHandle;
import org.sobertally.server.vendors.VendorLinks;
import org.sobertally.server.vendors.VendorRolls;

/**
 * Carries calls to the vendors, one at a time to each. A call is marked as started before it is
 * made; one that is found started (its answer never came, or the application was killed) is never
 * simply made again: the vendor is read first. A move is confirmed only by reading back, and fails
 * only when the vendor was read and does not show it.
 */
@ApplicationScoped
class Postman {

  private static final Logger LOG = Logger.getLogger(Postman.class);
  private static final int LAST_AT_START = 2000;
  private static final String NOT_READ = "%s has not been read yet; nothing leaves before that.";
  private static final String NOT_READ_SINCE = "%s could not be read whole.";
  private static final String NOT_THERE =
      "%s does not find the account any more; all of it is read to make sure.";
  private static final String CONTRADICTS =
      "%s does not find the account by itself, and shows it among all.";

  private final Books books;
  private final CallStore callStore;
  private final CallOutcomes outcomes;
  private final VendorLinks links;
  private final VendorRolls rolls;
  private final Sightings sightings;
  private final OnDisk disk;
  private final BackOff backOff;
  private final int mostAttempts;
  private final int mostChecks;
  private final Duration longest;
  private final Outbox<CallStore.Due> outbox;

  Postman(
      Books books,
      CallStore callStore,
      CallOutcomes outcomes,
      VendorLinks links,
      VendorRolls rolls,
      Sightings sightings,
      OnDisk disk,
      CallSettings settings) {
    this.books = books;
    this.callStore = callStore;
    this.outcomes = outcomes;
    this.links = links;
    this.rolls = rolls;
    this.sightings = sightings;
    this.disk = disk;
    this.backOff = new BackOff(settings.firstWait(), settings.mostWait());
    this.mostAttempts = settings.attempts();
    this.mostChecks = settings.checks();
    this.longest = settings.longest();
    this.outbox = new Outbox<>("calls", new Calls(), settings.mostWait());
  }

  void onStart(@Observes @Priority(LAST_AT_START) StartupEvent event) {
    kick();
  }

  void onStop(@Observes ShutdownEvent event) throws InterruptedException {
    outbox.close();
  }

  /** Has what is due looked at now. */
  void kick() {
    outbox.kick();
  }

  private final class Calls implements Outbox.Waiting<CallStore.Due> {

    @Override
    public List<CallStore.Due> due(Instant now, Set<String> busy) {
      return callStore.dueCalls(now, busy);
    }

    @Override
    public Optional<Instant> nextDue(Set<String> busy) {
      return callStore.nextDue(busy);
    }

    @Override
    public String lane(CallStore.Due call) {
      return call.vendor();
    }

    /** Those that are alike two abreast; of others the order counts. */
    @Override
    public Duration carry(String vendor, List<CallStore.Due> calls) {
      int from = 0;
      for (int n = 1; n <= calls.size(); n++) {
        if (n == calls.size() || !calls.get(n).isAlike(calls.get(from))) {
          deliverAbreast(calls.subList(from, n));
          from = n;
        }
      }
      return Duration.ZERO;
    }
  }

  /**
   * Two at a time, so that a vendor is asked while we write down what it said; never two of one
   * account. A seat that one move frees for another is free by then: those are not alike.
   */
  private void deliverAbreast(List<CallStore.Due> alike) {
    outbox.abreast(() -> deliverHalf(alike, 0), () -> deliverHalf(alike, 1));
  }

  private void deliverHalf(List<CallStore.Due> alike, int half) {
    alike.stream()
        .filter(due -> (due.account().hashCode() & 1) == half)
        .forEach(due -> deliver(due.id()));
  }

  /** What goes wrong with one call holds up no other: it is put off, and in the end it fails. */
  private void deliver(String id) {
    if (outbox.isClosed()) {
      return;
    }
    try {
      deliverNow(id);
    } catch (CallGone e) {
      LOG.infof("The call %s went with the slate it was of.", id);
    } catch (RuntimeException e) {
      if (outbox.isClosed()) {
        return;
      }
      LOG.errorf(e, "The call %s could not be carried; it is put off.", id);
      putOff(id);
    }
  }

  private void putOff(String id) {
    VendorCall call;
    try {
      call = change(id, fresh -> fresh.checks++);
    } catch (CallGone e) {
      return;
    }
    if (call.checks >= mostChecks) {
      outcomes.fail(id, "It could not be carried through, %d times over.".formatted(call.checks));
    } else {
      wait(
          call,
          call.state,
          "Something went wrong here; it is tried again.",
          backOff.after(call.checks));
    }
  }

  private void deliverNow(String id) {
    VendorCall call = QuarkusTransaction.requiringNew().call(() -> callStore.call(id));
    if (call == null) {
      throw new CallGone();
    }
    if (!VendorCall.State.OPEN.contains(call.state)) {
      return;
    }
    Optional<VendorConnection> link = links.to(call.vendor);
    if (link.isEmpty()) {
      wait(call, call.state, "There is no link to this vendor.", backOff.most());
    } else if (!rolls.isRead(call.vendor) && !readWhole(call, Instant.MIN)) {
      // Whom it means by which account is not known; nothing leaves before that.
      return;
    } else if (call.state == VendorCall.State.PENDING) {
      ask(link.get(), call);
    } else {
      readFirst(link.get(), call);
    }
  }

  /**
   * Has all of the vendor read, unless that was done since the moment.
   *
   * @return whether it is read now; else the call waits
   */
  private boolean readWhole(VendorCall call, Instant since) {
    String name = vendorName(call);
    Optional<VendorRolls.Read> read = rolls.readSince(call.vendor, since);
    String fault = read.map(VendorRolls.Read::fault).orElse(null);
    if (read.isPresent() && fault == null) {
      return true;
    }
    VendorCall next = change(call.id, Postman::couldNotBeRead);
    if (next.unreadSince != null && next.unreadSince.plus(longest).isBefore(Instant.now())) {
      outcomes.fail(
          next.id,
          "%s could not be read for %s; %s %s"
              .formatted(
                  name,
                  spoken(longest),
                  call.attempts == 0 ? "nothing was sent." : "whether it happened is not known.",
                  fault));
      return false;
    }
    String waits = call.attempts == 0 ? NOT_READ : NOT_READ_SINCE;
    wait(next, next.state, waits.formatted(name) + " " + fault, backOff.after(next.checks));
    return false;
  }

  private String vendorName(VendorCall call) {
    Book book = books.current();
    return book.vendors().has(call.vendor) ? book.vendors().byId(call.vendor).name() : call.vendor;
  }

  /** The id by which the vendor knows the account; a call stays with the one it was made for. */
  private @Nullable String theirId(VendorCall call) {
    if (call.mayOpen()) {
      return null;
    }
    return call.theirId != null
        ? call.theirId
        : sightings.handle(call.vendor, call.account).map(VendorHandle::id).orElse(null);
  }

  /** Why the vendor cannot be asked about the account; null where it can. */
  private @Nullable String whyNotAddressed(VendorCall call) {
    if (call.mayOpen()) {
      return null;
    }
    Optional<VendorHandle> seen = sightings.handle(call.vendor, call.account);
    String name = vendorName(call);
    if (seen.isEmpty()) {
      return "%s was read and shows no account that is recognised as %s; nothing was sent."
          .formatted(name, call.account);
    }
    String id = seen.get().id();
    return call.theirId == null || call.theirId.equals(id)
        ? null
        : "%s deleted %s and made another account of the same name; that one is not touched."
            .formatted(name, call.account);
  }

  private void ask(VendorConnection link, VendorCall call) {
    String why = whyNotAddressed(call);
    if (why != null) {
      outcomes.fail(call.id, why);
      return;
    }
    String theirId = theirId(call);
    call =
        change(
            call.id,
            fresh -> {
              begin(fresh);
              fresh.theirId = theirId;
            });
    if (call.state != VendorCall.State.STARTED) {
      // Somebody ended it this very moment.
      return;
    }
    // A vendor must never remember a call better than we do.
    disk.force();
    Answer answer = link.ask(call.id, call.wish(), theirId);
    if (answer instanceof Answer.Done) {
      call = change(call.id, fresh -> accepted(fresh));
      read(link, call);
    } else if (answer instanceof Answer.Refused refused) {
      call = change(call.id, fresh -> refused(fresh, refused.reason()));
      readFirst(link, call);
    } else if (answer instanceof Answer.Later later) {
      comeAgain(call, later);
    } else {
      Answer.Unknown unknown = (Answer.Unknown) answer;
      wait(call, VendorCall.State.STARTED, unknown.reason(), backOff.after(call.attempts));
    }
  }

  private static void couldNotBeRead(VendorCall call) {
    call.checks++;
    call.unreadSince = call.unreadSince == null ? Instant.now() : call.unreadSince;
  }

  private static void begin(VendorCall call) {
    call.become(VendorCall.State.STARTED);
    call.attempts++;
    call.unreadSince = null;
  }

  private void refused(VendorCall call, @Nullable String reason) {
    call.attempts = mostAttempts;
    call.said(reason);
  }

  private void comeAgain(VendorCall call, Answer.Later later) {
    if (call.attempts >= mostAttempts) {
      String reason = "Gave up after %d attempts: %s".formatted(call.attempts, later.reason());
      wait(call, VendorCall.State.STARTED, reason, backOff.first());
      return;
    }
    // A vendor that says when to come again was not tried in vain, within reason.
    boolean isBounded = call.created.plus(longest).isBefore(Instant.now());
    boolean isFree = later.seconds() > 0 && !isBounded;
    VendorCall waits = isFree ? change(call.id, fresh -> fresh.attempts--) : call;
    Duration pause = longer(later.seconds(), backOff.after(call.attempts));
    wait(waits, VendorCall.State.PENDING, later.reason(), pause);
  }

  private static Duration longer(long seconds, Duration own) {
    Duration asked = Duration.ofSeconds(seconds);
    return asked.compareTo(own) > 0 ? asked : own;
  }

  private static void accepted(VendorCall call) {
    call.become(VendorCall.State.ACCEPTED);
    call.answered = Instant.now();
    call.answer = "The vendor took it; it does not show yet.";
  }

  /** For a call that may have taken effect: what does the vendor show? */
  private void readFirst(VendorConnection link, VendorCall call) {
    if (call.state == VendorCall.State.ACCEPTED) {
      read(link, call);
      return;
    }
    Reading reading = link.read(call.account, theirId(call));
    if (isWithoutSight(call, reading)) {
      return;
    }
    VendorAccount seen = ((Reading.Shows) reading).login();
    if (call.wish().metBy(seen)) {
      believe(call, seen);
    } else if (call.attempts < mostAttempts) {
      ask(link, call);
    } else {
      outcomes.fail(call.id, call.answer);
    }
  }

  private void read(VendorConnection link, VendorCall call) {
    Reading reading = link.read(call.account, theirId(call));
    if (isWithoutSight(call, reading)) {
      return;
    }
    VendorAccount seen = ((Reading.Shows) reading).login();
    if (call.wish().metBy(seen)) {
      believe(call, seen);
    } else if (call.checks >= mostChecks && isOverdue(call)) {
      outcomes.fail(call.id, "The vendor took the change but never showed it.");
    } else {
      lookAgain(call, call.answer);
    }
  }

  private void lookAgain(VendorCall call, @Nullable String answer) {
    VendorCall next =
        change(
            call.id,
            fresh -> {
              fresh.checks++;
              fresh.unreadSince = null;
            });
    wait(next, VendorCall.State.ACCEPTED, answer, backOff.after(next.checks));
  }

  /** Whether the reading shows nothing of the account; then that is written down. */
  private boolean isWithoutSight(VendorCall call, Reading reading) {
    if (reading instanceof Reading.Unreadable unreadable) {
      unread(call, unreadable);
    } else if (reading instanceof Reading.MadeAnew anew) {
      outcomes.fail(call.id, anew.reason());
    }
    return !(reading instanceof Reading.Shows);
  }

  /**
   * The vendor shows what was wanted. That an account is not there at all is believed only of one
   * that was seen there before, and only if all of the vendor was read since and agrees: a vendor
   * that has lost its way finds nobody. Calls of one vendor share that reading.
   */
  private void believe(VendorCall call, VendorAccount seen) {
    if (seen.present()) {
      outcomes.confirm(call.id, seen);
      return;
    }
    String why = whyNotAddressed(call);
    if (why != null) {
      outcomes.fail(call.id, why);
    } else if (call.state != VendorCall.State.ACCEPTED) {
      VendorCall gone = change(call.id, fresh -> accepted(fresh));
      lookAgain(gone, NOT_THERE.formatted(vendorName(call)));
    } else if (call.checks == 0) {
      lookAgain(call, NOT_THERE.formatted(vendorName(call)));
    } else if (readWhole(call, requireNonNull(call.answered))) {
      if (rolls.showsSince(call.vendor, call.account, requireNonNull(call.answered))) {
        // It may show among all a little later: the next look reads all of it again.
        change(call.id, fresh -> fresh.answered = Instant.now());
        unread(call, new Reading.Unreadable(CONTRADICTS.formatted(vendorName(call)), true));
      } else {
        outcomes.confirm(call.id, seen);
      }
    }
  }

  private boolean isOverdue(VendorCall call) {
    Duration visible = books.current().vendors().byId(call.vendor).visibleAfter();
    return requireNonNull(call.answered).plus(visible.multipliedBy(2)).isBefore(Instant.now());
  }

  /**
   * Nothing is guessed. A vendor that cannot be reached is read again for as long as was set, or
   * until somebody ends it, and then the call has plainly failed; one that answers again and again
   * with what says nothing is given up, and whoever looks there is told that it may have happened.
   */
  private void unread(VendorCall call, Reading.Unreadable unreadable) {
    VendorCall next = change(call.id, Postman::couldNotBeRead);
    if (unreadable.answered() && next.checks >= mostChecks) {
      outcomes.fail(
          next.id,
          "The vendor's answer could not be understood, %d times over; whether it happened is not known. %s"
              .formatted(next.checks, unreadable.reason()));
      return;
    }
    if (next.unreadSince != null && next.unreadSince.plus(longest).isBefore(Instant.now())) {
      outcomes.fail(
          next.id,
          "The vendor could not be read for %s; whether it happened is not known. %s"
              .formatted(spoken(longest), unreadable.reason()));
      return;
    }
    String refused = call.attempts >= mostAttempts ? call.answer : null;
    wait(
        next,
        next.state,
        refused == null ? "Unreadable: " + unreadable.reason() : refused,
        longer(unreadable.seconds(), backOff.after(next.checks)));
  }

  private static String spoken(Duration time) {
    return time.toDays() > 0 ? time.toDays() + " days" : time.toMinutes() + " minutes";
  }

  private void wait(
      VendorCall call, VendorCall.State state, @Nullable String answer, Duration pause) {
    change(
        call.id,
        fresh -> {
          fresh.become(state);
          fresh.said(answer);
          fresh.due = Instant.now().plus(BackOff.spread(pause));
        });
  }

  /** A book that replaced everything took the call with it while it was carried. */
  private static final class CallGone extends RuntimeException {

    private static final long serialVersionUID = 1L;

    CallGone() {
      super("The call is no more.", null, false, false);
    }
  }

  /** Changes a call that is still ours to carry; as it is now. */
  private VendorCall change(String id, Consumer<VendorCall> work) {
    return QuarkusTransaction.requiringNew()
        .call(
            () -> {
              VendorCall call = callStore.callHeld(id);
              if (call == null) {
                throw new CallGone();
              }
              if (VendorCall.State.OPEN.contains(call.state)) {
                work.accept(call);
              }
              return call;
            });
  }
}
