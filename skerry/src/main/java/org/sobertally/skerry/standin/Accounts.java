package org.sobertally.skerry.standin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * What a vendor knows about its accounts. Changes are appended to a file, so that a vendor forgets
 * nothing when it is started again; readers see a change only after the vendor's time to show it.
 */
final class Accounts {

  /** One account; {@code shown} is what readers see until {@code visibleFrom}; null is gone. */
  private static final class Entry {
    private Holder now;
    private Holder shown;

    /** What a deleted account was. */
    private Holder last;

    private Instant visibleFrom = Instant.MIN;
    private int version = 1;

    Entry(Holder holder) {
      now = holder;
      shown = holder;
      last = holder;
    }
  }

  /** A seat that came back and may not serve anybody else before then. */
  private record Resting(String account, String plan, Instant until) {}

  /** What is seen of an account. */
  record Seen(Holder holder, int version) {}

  private final Map<String, Entry> entries = new LinkedHashMap<>();
  private final List<Resting> resting = new ArrayList<>();
  private final Temper temper;
  private final Path file;
  private Duration visibleAfter;

  Accounts(Collection<Holder> holders, Temper temper, Path file) {
    this.temper = temper;
    this.visibleAfter = temper.visibleAfter();
    this.file = file;
    holders.forEach(holder -> entries.put(holder.account(), new Entry(holder)));
    replay();
  }

  private void replay() {
    if (file == null || !Files.exists(file)) {
      return;
    }
    try {
      for (String line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
        String[] fields = line.split("\t", -1);
        Entry entry = entries.computeIfAbsent(fields[0], id -> new Entry(null));
        Holder next = fields[1].equals("-") ? null : holder(fields);
        // Told again, a seat rests from now: longer than before, and never less.
        letRest(entry.now, next);
        entry.now = next;
        entry.shown = entry.now;
        entry.last = entry.now == null ? entry.last : entry.now;
        entry.version++;
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Holder holder(String[] fields) {
    Set<String> plans = fields[1].isEmpty() ? Set.of() : Set.of(fields[1].split(" "));
    String flags = fields[2];
    return new Holder(
        fields[0], fields[3], flags.contains("a"), flags.contains("i"), flags.contains("r"), plans);
  }

  synchronized void showAfter(Duration delay) {
    visibleAfter = delay;
  }

  /** As it is, shown or not; null where there is none. */
  synchronized Seen latest(String account) {
    Entry entry = entries.get(account);
    return entry == null || entry.now == null ? null : new Seen(entry.now, entry.version);
  }

  /** As readers see it; null where there is none. */
  synchronized Seen shown(String account) {
    Entry entry = entries.get(account);
    Holder holder = entry == null ? null : visible(entry);
    return holder == null ? null : new Seen(holder, entry.version);
  }

  synchronized List<Seen> allShown() {
    List<Seen> all = new ArrayList<>();
    for (Entry entry : entries.values()) {
      Holder holder = visible(entry);
      if (holder != null) {
        all.add(new Seen(holder, entry.version));
      }
    }
    return all;
  }

  private static Holder visible(Entry entry) {
    return Instant.now().isBefore(entry.visibleFrom) ? entry.shown : entry.now;
  }

  /** The first of these plans of which no seat is left for the account; null if there is none. */
  synchronized String soldOut(String account, Set<String> wanted) {
    Entry own = entries.get(account);
    Set<String> held = own == null || own.now == null ? Set.of() : own.now.plans();
    for (String plan : new TreeSet<>(wanted)) {
      if (!held.contains(plan) && temper.seats().containsKey(plan)) {
        long taken =
            entries.values().stream()
                .filter(e -> e.now != null && e.now.plans().contains(plan))
                .count();
        if (taken + restingFor(account, plan) >= temper.seats().get(plan)) {
          return plan;
        }
      }
    }
    return null;
  }

  private long restingFor(String account, String plan) {
    return resting.stream()
        .filter(seat -> seat.plan.equals(plan) && Instant.now().isBefore(seat.until))
        .filter(seat -> !temper.reusable() || !seat.account.equals(account))
        .count();
  }

  /** Opens an account; one that was deleted comes back as it was, with the plans now given. */
  synchronized void open(String account, String email, boolean active, Set<String> plans) {
    Entry entry = entries.computeIfAbsent(account, id -> new Entry(null));
    boolean invited = entry.last == null && temper.invites();
    boolean admin = entry.last != null && entry.last.admin();
    change(entry, account, new Holder(account, email, active, invited, admin, plans));
  }

  /** The invitation is taken up. */
  synchronized void accept(String account) {
    Entry entry = entries.get(account);
    Holder was = entry.now;
    Holder taken = new Holder(account, was.email(), true, false, was.admin(), was.plans());
    change(entry, account, taken);
  }

  synchronized void set(String account, boolean active, Set<String> plans) {
    Entry entry = entries.get(account);
    change(entry, account, entry.now.with(active, plans));
  }

  /** Deletes the account; it can be opened again under its name. */
  synchronized void close(String account) {
    change(entries.get(account), account, null);
  }

  private void change(Entry entry, String account, Holder next) {
    if (next == null ? entry.now == null : next.equals(entry.now)) {
      return;
    }
    if (file != null) {
      append(line(account, next));
    }
    letRest(entry.now, next);
    entry.shown = visible(entry);
    entry.visibleFrom = Instant.now().plus(visibleAfter);
    entry.now = next;
    entry.last = next == null ? entry.last : next;
    entry.version++;
  }

  /** What is given up rests; what comes back to whom had it rests no longer. */
  private void letRest(Holder was, Holder next) {
    if (temper.reusable() && temper.rest().isZero()) {
      return;
    }
    Set<String> before = was == null ? Set.of() : was.plans();
    Set<String> after = next == null ? Set.of() : next.plans();
    for (String plan : before) {
      if (!after.contains(plan)) {
        Instant until = temper.reusable() ? Instant.now().plus(temper.rest()) : Instant.MAX;
        resting.add(new Resting(was.account(), plan, until));
      }
    }
    if (temper.reusable() && next != null) {
      resting.removeIf(
          seat ->
              seat.account.equals(next.account())
                  && after.contains(seat.plan)
                  && !before.contains(seat.plan));
    }
  }

  private static String line(String account, Holder next) {
    if (next == null) {
      return account + "\t-\t\t\n";
    }
    String flags =
        (next.active() ? "a" : "") + (next.invited() ? "i" : "") + (next.admin() ? "r" : "");
    String plans = String.join(" ", new TreeSet<>(next.plans()));
    return String.join("\t", account, plans, flags, next.email()) + "\n";
  }

  private void append(String line) {
    try {
      Files.createDirectories(file.getParent());
      Files.writeString(file, line, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
