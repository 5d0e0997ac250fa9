package org.sobertally.server.vendors;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantLock;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorConnection.Roll;

/**
 * What each vendor said last of all its accounts, kept up with what was read of single ones since.
 */
@ApplicationScoped
public class VendorRolls {

  private static final String EMPTIED =
      "It says that it has no accounts at all, and showed %d before. Nothing is taken from that.";

  /**
   * What was read last.
   *
   * @param at when
   * @param began when the reading began of which the accounts are; null where none came to its end
   * @param logins by account id; empty where it could not be read
   * @param fault why it could not be read; null where it could
   * @param faultSince since when it cannot be read; null where it could
   */
  public record Read(
      Instant at,
      @Nullable Instant began,
      Map<String, VendorAccount> logins,
      @Nullable String fault,
      @Nullable Instant faultSince) {}

  private final Map<String, Read> reads = new ConcurrentHashMap<>();
  private final Map<String, ReadingWatch> running = new ConcurrentHashMap<>();
  private final Map<String, ReentrantLock> turns = new ConcurrentHashMap<>();
  private final AtomicLong version = new AtomicLong();
  private final VendorLinks links;
  private final Sightings sightings;
  private final TallyClock clock;
  private final Duration longest;

  VendorRolls(VendorLinks links, Sightings sightings, TallyClock clock, CallSettings settings) {
    this.links = links;
    this.sightings = sightings;
    this.clock = clock;
    this.longest = settings.longestReading();
  }

  /** Grows with each reading. */
  public long version() {
    return version.get();
  }

  /** The last reading of the vendor, if there was any. */
  public Optional<Read> of(String vendor) {
    return Optional.ofNullable(reads.get(vendor));
  }

  /** Whether all of the vendor, where it is linked now, was ever read to the end. */
  public boolean isRead(String vendor) {
    return sightings.readWhole(vendor, links.service(vendor)).isPresent();
  }

  /** How far the reading has come that goes on now. */
  public Optional<ReadingWatch> running(String vendor) {
    return Optional.ofNullable(running.get(vendor));
  }

  /**
   * Reads all of the vendor now; empty where there is no link. What was read before stays on a
   * fault. One reading of a vendor at a time: who comes while another reads takes what that one
   * reads, if it began later than they came.
   */
  public Optional<Read> read(String vendor) {
    return links.to(vendor).map(link -> readInTurn(vendor, link, Instant.now()));
  }

  /** Reads all of the vendor, unless a reading that began after this moment has come to its end. */
  public Optional<Read> readSince(String vendor, Instant moment) {
    return links.to(vendor).map(link -> readInTurn(vendor, link, moment));
  }

  private Read readInTurn(String vendor, VendorConnection link, Instant moment) {
    ReentrantLock turn = turns.computeIfAbsent(vendor, v -> new ReentrantLock());
    turn.lock();
    try {
      Read last = reads.get(vendor);
      if (last != null
          && last.fault() == null
          && last.began() != null
          && last.began().isAfter(moment)) {
        return last;
      }
      sightings.at(vendor, links.service(vendor));
      ReadingWatch watch = new ReadingWatch(longest);
      running.put(vendor, watch);
      try {
        Read read = outcome(vendor, link.readAll(watch), watch.began());
        reads.put(vendor, read);
        version.incrementAndGet();
        return read;
      } finally {
        running.remove(vendor);
      }
    } finally {
      turn.unlock();
    }
  }

  /**
   * One that shows nobody at all where there were several is not believed: nothing tells it from a
   * vendor that has lost its way.
   */
  private Read outcome(String vendor, Roll roll, Instant began) {
    Optional<Read> before = of(vendor);
    String fault;
    if (roll instanceof Roll.Unread unread) {
      fault = String.valueOf(unread.reason());
    } else {
      List<VendorAccount> shown = ((Roll.All) roll).logins();
      long shownBefore = sightings.shown(vendor);
      if (!shown.isEmpty() || shownBefore <= 1) {
        sightings.sawAll(vendor, began, shown);
        Map<String, VendorAccount> logins = new ConcurrentHashMap<>();
        shown.forEach(login -> logins.put(login.account(), login));
        return new Read(clock.now(), began, logins, null, null);
      }
      fault = EMPTIED.formatted(shownBefore);
    }
    Instant since = before.map(Read::faultSince).filter(Objects::nonNull).orElse(clock.now());
    return new Read(
        clock.now(),
        before.map(Read::began).orElse(null),
        before.map(Read::logins).orElseGet(ConcurrentHashMap::new),
        fault,
        since);
  }

  /** Stops the reading that goes on; whether there was one. */
  public boolean stop(String vendor) {
    ReadingWatch watch = running.get(vendor);
    if (watch != null) {
      watch.stop();
    }
    return watch != null;
  }

  /** Whether all of the vendor was read since then, and the account was among it. */
  public boolean showsSince(String vendor, String account, Instant moment) {
    return of(vendor)
        .filter(read -> read.began() != null && read.began().isAfter(moment))
        .map(read -> read.logins().get(account))
        .filter(VendorAccount::present)
        .isPresent();
  }

  /** One account was read by itself. */
  public void saw(String vendor, VendorAccount login) {
    if (login.present()) {
      sightings.saw(vendor, login);
    }
    Read read = reads.get(vendor);
    if (read != null) {
      read.logins().put(login.account(), login);
      version.incrementAndGet();
    }
  }

  /** Forgets what the vendor said, as when it is linked otherwise. */
  public void forget(String vendor) {
    stop(vendor);
    reads.remove(vendor);
    sightings.unread(vendor);
    version.incrementAndGet();
  }

  /** Forgets everything, as when another book is taken. */
  public void clear() {
    reads.clear();
    sightings.clear();
    version.incrementAndGet();
  }

  /** Plan ids by account id, by vendor number, of the vendors that were read. */
  public Map<Integer, Map<String, Set<String>>> reported(Book book) {
    Map<Integer, Map<String, Set<String>>> reported = new HashMap<>();
    reads.forEach(
        (vendor, read) -> {
          int number = book.vendors().numberOf(vendor);
          if (number >= 0 && (read.fault() == null || !read.logins().isEmpty())) {
            Map<String, Set<String>> plans = new HashMap<>();
            read.logins()
                .forEach(
                    (account, login) ->
                        plans.put(account, login.present() ? login.plans() : Set.of()));
            reported.put(number, plans);
          }
        });
    return reported;
  }
}
