package org.sobertally.demo;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.book.Sessions;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.skerry.standin.Holder;
import org.sobertally.skerry.standin.OpenSession;
import org.sobertally.skerry.standin.Temper;

/** What each vendor's stand-in must know to play the vendor of a book. */
final class StandInCast {

  /** One vendor to be played. */
  record Role(
      String vendor,
      String name,
      String token,
      List<Holder> holders,
      Temper temper,
      List<OpenSession> sessions) {}

  /** Lets nobody in by programme: changes are made there by hand. */
  private static final Set<String> WITHOUT_LINK = Set.of("reedholm");

  private static final Set<String> INVITE_FIRST = Set.of("beaconfell");

  /** Somebody changed two accounts there and told nobody. */
  private static final String CHANGED_BY_HAND = "gantryfold";

  private static final String HELPER = "gantry-helper";

  private StandInCast() {}

  /** The first helper lost the seat there, and a login came that the book does not know. */
  private static List<Holder> drifted(List<Holder> holders) {
    List<Holder> changed = new ArrayList<>();
    boolean lost = false;
    for (Holder holder : holders) {
      boolean loses = !lost && holder.plans().contains(HELPER);
      lost |= loses;
      changed.add(loses ? new Holder(holder.account(), holder.email(), true, Set.of()) : holder);
    }
    changed.add(
        new Holder("gantryfold-night", "night.desk@skerryline.example", true, Set.of(HELPER)));
    return changed;
  }

  static List<Role> of(Book book, LocalDate today) {
    List<Role> roles = new ArrayList<>();
    for (Vendor vendor : book.vendors().all()) {
      if (WITHOUT_LINK.contains(vendor.id())) {
        continue;
      }
      Temper temper =
          new Temper(
              vendor.signOutFirst(),
              vendor.visibleAfter(),
              seats(book, vendor, today),
              Duration.ofDays(vendor.restDays()),
              vendor.reusable(),
              INVITE_FIRST.contains(vendor.id()));
      String token = UUID.randomUUID().toString();
      List<Holder> holders = holders(book, vendor, today);
      if (vendor.id().equals(CHANGED_BY_HAND)) {
        holders = drifted(holders);
      }
      roles.add(
          new Role(vendor.id(), vendor.name(), token, holders, temper, sessions(book, vendor)));
    }
    return roles;
  }

  private static Map<String, Integer> seats(Book book, Vendor vendor, LocalDate today) {
    Map<String, Integer> seats = new HashMap<>();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).vendor().equals(vendor.id())) {
        seats.merge(book.planOfLine(line).id(), book.boughtOn(line, today), Integer::sum);
      }
    }
    return seats;
  }

  /** Who is in the vendor's pools. */
  private static List<OpenSession> sessions(Book book, Vendor vendor) {
    Sessions all = book.sessions();
    List<OpenSession> open = new ArrayList<>();
    for (int plan = 0; plan < book.plans().size(); plan++) {
      for (int s = all.planStart(plan); s < all.planEnd(plan); s++) {
        if (book.plans().get(plan).vendor().equals(vendor.id()) && all.ended(s) == Sessions.OPEN) {
          open.add(
              new OpenSession(
                  all.id(s),
                  book.accounts().get(all.account(s)).id(),
                  book.plans().get(plan).id(),
                  Instant.ofEpochMilli(all.started(s))));
        }
      }
    }
    return open;
  }

  private static List<Holder> holders(Book book, Vendor vendor, LocalDate today) {
    Holdings holdings = book.holdings();
    List<Holder> all = new ArrayList<>();
    for (int a = 0; a < book.accounts().size(); a++) {
      Account account = book.accounts().get(a);
      Account.State state = account.stateOn(today);
      if (account.vendor().equals(vendor.id()) && state != Account.State.DELETED) {
        Set<String> plans = new HashSet<>();
        for (int h : holdings.ofAccount(a)) {
          if (holdings.openOn(h, Days.of(today))) {
            plans.add(book.planOfLine(holdings.line(h)).id());
          }
        }
        all.add(
            new Holder(
                account.id(),
                account.email(),
                state != Account.State.SUSPENDED,
                state == Account.State.INVITED,
                account.admin(),
                plans));
      }
    }
    return all;
  }
}
