package org.sobertally.server.vendors;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorConnection.Roll;

/**
 * What each vendor said last of all its accounts, kept up with what was read of single ones since.
 */
@ApplicationScoped
public class VendorRolls {

  /**
   * One reading.
   *
   * @param logins by account id; empty where it could not be read
   * @param fault why it could not be read; null where it could
   * @param faultSince since when it cannot be read; null where it could
   */
  public record Read(
      Instant at,
      Map<String, VendorAccount> logins,
      @Nullable String fault,
      @Nullable Instant faultSince) {}

  private final Map<String, Read> reads = new ConcurrentHashMap<>();
  private final AtomicLong version = new AtomicLong();
  private final VendorLinks links;
  private final TallyClock clock;

  VendorRolls(VendorLinks links, TallyClock clock) {
    this.links = links;
    this.clock = clock;
  }

  /** Grows with each reading. */
  public long version() {
    return version.get();
  }

  /** The last reading of the vendor, if there was any. */
  public Optional<Read> of(String vendor) {
    return Optional.ofNullable(reads.get(vendor));
  }

  /** Reads the vendor now; empty where there is no link. What was read before stays on a fault. */
  public Optional<Read> read(String vendor) {
    return links
        .to(vendor)
        .map(
            link -> {
              Roll roll = link.readAll();
              Read read;
              if (roll instanceof Roll.All all) {
                Map<String, VendorAccount> logins = new ConcurrentHashMap<>();
                all.logins().forEach(login -> logins.put(login.account(), login));
                read = new Read(clock.now(), logins, null, null);
              } else {
                String reason = ((Roll.Unread) roll).reason();
                Map<String, VendorAccount> before =
                    of(vendor).map(Read::logins).orElseGet(ConcurrentHashMap::new);
                Instant since =
                    of(vendor).map(Read::faultSince).filter(Objects::nonNull).orElse(clock.now());
                read = new Read(clock.now(), before, reason, since);
              }
              reads.put(vendor, read);
              version.incrementAndGet();
              return read;
            });
  }

  /** One account was read by itself. */
  public void saw(String vendor, VendorAccount login) {
    Read read = reads.get(vendor);
    if (read != null) {
      read.logins().put(login.account(), login);
      version.incrementAndGet();
    }
  }

  /** Forgets what the vendor said, as when it is linked otherwise. */
  public void forget(String vendor) {
    reads.remove(vendor);
    version.incrementAndGet();
  }

  /** Forgets everything, as when another book is taken. */
  public void clear() {
    reads.clear();
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
