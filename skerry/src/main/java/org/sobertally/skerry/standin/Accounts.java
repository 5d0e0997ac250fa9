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

  /** One account; {@code shown} is what readers see until {@code visibleFrom}. */
  private static final class Entry {
    private final Holder holder;
    private Set<String> plans;
    private Set<String> shown;
    private Instant visibleFrom = Instant.MIN;
    private int version = 1;

    Entry(Holder holder) {
      this.holder = holder;
      this.plans = holder.plans();
      this.shown = holder.plans();
    }
  }

  /** What is seen of an account. */
  record Seen(Holder holder, int version) {}

  private final Map<String, Entry> entries = new LinkedHashMap<>();
  private final Map<String, Integer> seats;
  private final Path file;
  private Duration visibleAfter;

  Accounts(Collection<Holder> holders, Temper temper, Path file) {
    this.seats = temper.seats();
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
        Entry entry = entries.get(fields[0]);
        if (entry != null) {
          entry.plans = fields[1].isEmpty() ? Set.of() : Set.of(fields[1].split(" "));
          entry.shown = entry.plans;
          entry.version++;
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  synchronized void showAfter(Duration delay) {
    visibleAfter = delay;
  }

  synchronized Seen latest(String account) {
    Entry entry = entries.get(account);
    return entry == null ? null : seen(entry, entry.plans);
  }

  synchronized Seen shown(String account) {
    Entry entry = entries.get(account);
    return entry == null ? null : seen(entry, visible(entry));
  }

  synchronized List<Seen> allShown() {
    List<Seen> all = new ArrayList<>();
    entries.values().forEach(entry -> all.add(seen(entry, visible(entry))));
    return all;
  }

  private static Set<String> visible(Entry entry) {
    return Instant.now().isBefore(entry.visibleFrom) ? entry.shown : entry.plans;
  }

  private static Seen seen(Entry entry, Set<String> plans) {
    Holder holder = entry.holder;
    return new Seen(
        new Holder(holder.account(), holder.email(), holder.active(), plans), entry.version);
  }

  /** The first of these plans of which no seat is left for the account; null if there is none. */
  synchronized String soldOut(String account, Set<String> wanted) {
    for (String plan : new TreeSet<>(wanted)) {
      if (!entries.get(account).plans.contains(plan) && seats.containsKey(plan)) {
        long held = entries.values().stream().filter(e -> e.plans.contains(plan)).count();
        if (held >= seats.get(plan)) {
          return plan;
        }
      }
    }
    return null;
  }

  synchronized void set(String account, Set<String> plans) {
    Entry entry = entries.get(account);
    if (entry.plans.equals(plans)) {
      return;
    }
    if (file != null) {
      append(account + "\t" + String.join(" ", new TreeSet<>(plans)) + "\n");
    }
    entry.shown = visible(entry);
    entry.visibleFrom = Instant.now().plus(visibleAfter);
    entry.plans = Set.copyOf(plans);
    entry.version++;
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
