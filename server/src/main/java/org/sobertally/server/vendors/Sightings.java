package org.sobertally.server.vendors;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.vendors.VendorReading.SeenAccount;
import org.sobertally.server.vendors.VendorReading.Standing;

/**
 * Which accounts of ours each vendor was seen to have, and how it calls them; kept over restarts.
 * What no whole reading recognised is not addressed, and what was never seen is not missed.
 */
@ApplicationScoped
public class Sightings {

  private final EntityManager entities;
  private final Map<String, Known> vendors = new ConcurrentHashMap<>();

  Sightings(EntityManager entities) {
    this.entities = entities;
  }

  /** What is known of one vendor; replaced as a whole by each change. */
  private static final class Known {
    private final @Nullable Instant began;
    private final @Nullable String service;
    private final Map<String, SeenAccount> accounts;
    private final Map<String, String> byId = new ConcurrentHashMap<>();

    Known(@Nullable Instant began, @Nullable String service, Map<String, SeenAccount> accounts) {
      this.began = began;
      this.service = service;
      this.accounts = new ConcurrentHashMap<>(accounts);
      accounts.forEach(this::index);
    }

    private void index(String account, SeenAccount seen) {
      if (seen.id != null && seen.standing != Standing.PROPOSED) {
        byId.put(seen.id, account);
      }
    }
  }

  private Known of(String vendor) {
    return vendors.computeIfAbsent(
        vendor,
        v ->
            QuarkusTransaction.requiringNew()
                .call(() -> loaded(entities.find(VendorReading.class, v))));
  }

  private static Known loaded(@Nullable VendorReading reading) {
    return reading == null
        ? new Known(null, null, Map.of())
        : new Known(reading.began, reading.service, reading.accounts);
  }

  /**
   * When the last reading of the vendor began that came to its end; empty where none ever did.
   *
   * @param service where it is linked now
   */
  Optional<Instant> readWhole(String vendor, String service) {
    Known known = of(vendor);
    return Optional.ofNullable(service.equals(known.service) ? known.began : null);
  }

  /** From now on the vendor is read there; another service than before knows none of the ids. */
  void at(String vendor, String service) {
    if (!service.equals(of(vendor).service)) {
      change(
          vendor,
          reading -> {
            if (reading.service != null) {
              reading.began = null;
              reading.accounts.values().removeIf(seen -> seen.standing != Standing.PROPOSED);
            }
            reading.service = service;
          });
    }
  }

  /** How the vendor calls our account, as a whole reading or a confirmed change showed it. */
  public Optional<VendorHandle> handle(String vendor, String account) {
    return Optional.ofNullable(of(vendor).accounts.get(account))
        .filter(seen -> seen.standing != Standing.PROPOSED)
        .map(Sightings::handle);
  }

  private static VendorHandle handle(SeenAccount seen) {
    return new VendorHandle(seen.name, seen.id);
  }

  /** Our account that the vendor was seen to call by that id. */
  Optional<String> account(String vendor, String id) {
    return Optional.ofNullable(of(vendor).byId.get(id));
  }

  /** How many accounts the last whole reading showed, and those that were read since. */
  long shown(String vendor) {
    return of(vendor).accounts.values().stream().filter(s -> s.standing == Standing.SHOWN).count();
  }

  /** What was tried and not confirmed yet: how the vendor calls them, by our account. */
  public Map<String, VendorHandle> proposals(String vendor) {
    Map<String, VendorHandle> proposals = new HashMap<>();
    of(vendor)
        .accounts
        .forEach(
            (account, seen) -> {
              if (seen.standing == Standing.PROPOSED) {
                proposals.put(account, handle(seen));
              }
            });
    return proposals;
  }

  /** All of the vendor was read: these are the accounts it has. */
  void sawAll(String vendor, Instant began, Collection<VendorAccount> shown) {
    change(
        vendor,
        reading -> {
          reading.began = began;
          reading.accounts.values().removeIf(seen -> seen.standing == Standing.PROPOSED);
          reading.accounts.values().forEach(seen -> seen.standing = Standing.GONE);
          for (VendorAccount one : shown) {
            put(reading, one);
          }
        });
  }

  /** One account was read by itself after a change of it was asked for. */
  void saw(String vendor, VendorAccount account) {
    if (account.handle() == null) {
      return;
    }
    SeenAccount seen = new SeenAccount(account.handle(), Standing.SHOWN);
    SeenAccount known = of(vendor).accounts.get(account.account());
    if (known == null || !seen.equals(known)) {
      change(vendor, reading -> put(reading, account));
    }
  }

  private static void put(VendorReading reading, VendorAccount account) {
    if (account.handle() != null) {
      reading.accounts.put(account.account(), new SeenAccount(account.handle(), Standing.SHOWN));
    }
  }

  /** What a link that is not kept yet would recognise, how the vendor calls it by our account. */
  public void propose(String vendor, Map<String, VendorHandle> tried) {
    change(
        vendor,
        reading -> {
          reading.accounts.values().removeIf(seen -> seen.standing == Standing.PROPOSED);
          tried.forEach(
              (account, handle) ->
                  reading.accounts.putIfAbsent(
                      account, new SeenAccount(handle, Standing.PROPOSED)));
        });
  }

  /** The vendor must be read whole again before anything leaves for it. */
  void unread(String vendor) {
    change(vendor, reading -> reading.began = null);
  }

  /** Forgets everything, as when another book is taken: its accounts are others. */
  void clear() {
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createQuery("from VendorReading", VendorReading.class)
                    .getResultList()
                    .forEach(entities::remove));
    vendors.clear();
  }

  private interface Change {
    void of(VendorReading reading);
  }

  /** One change of a vendor at a time. */
  private synchronized void change(String vendor, Change change) {
    Known next =
        QuarkusTransaction.requiringNew()
            .call(
                () -> {
                  VendorReading reading = entities.find(VendorReading.class, vendor);
                  if (reading == null) {
                    reading = new VendorReading();
                    reading.vendor = vendor;
                    entities.persist(reading);
                  }
                  change.of(reading);
                  return loaded(reading);
                });
    vendors.put(vendor, next);
  }
}
