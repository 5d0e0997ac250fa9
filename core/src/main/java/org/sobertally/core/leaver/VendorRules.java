package org.sobertally.core.leaver;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.DataRule.After;
import org.sobertally.core.people.DataRule.Reach;

/** What every vendor does with data, and so what becomes of an account's from a day on. */
public final class VendorRules {

  private final List<Map<After, StageTable>> byVendor = new ArrayList<>();
  private final Map<Key, List<Segment>> walked = new HashMap<>();

  private record Key(int vendor, After after, LocalDate since) {}

  private VendorRules(Book book) {
    Map<String, List<DataRule>> rules = new HashMap<>();
    for (DataRule rule : book.dataRules()) {
      rules.computeIfAbsent(rule.vendor(), v -> new ArrayList<>()).add(rule);
    }
    for (Vendor vendor : book.vendors().all()) {
      List<DataRule> own = rules.getOrDefault(vendor.id(), List.of());
      int restore = vendor.restoreDays() == null ? 0 : vendor.restoreDays();
      Map<After, StageTable> tables = new EnumMap<>(After.class);
      for (After after : After.values()) {
        List<DataRule> stages = own.stream().filter(rule -> rule.after() == after).toList();
        tables.put(after, StageTable.of(after, stages, restore));
      }
      byVendor.add(tables);
    }
  }

  public static VendorRules of(Book book) {
    return new VendorRules(book);
  }

  private StageTable table(int vendor, After after) {
    StageTable table = byVendor.get(vendor).get(after);
    if (table == null) {
      throw new IllegalStateException("No table for " + after);
    }
    return table;
  }

  /** Whether anything is known of what the vendor does after that. */
  public boolean known(int vendor, After after) {
    return !table(vendor, after).isEmpty();
  }

  /** Whether the vendor has, on the day, a stage that is paid for together. */
  public boolean poolsOn(int vendor, LocalDate day) {
    return byVendor.get(vendor).values().stream().anyMatch(table -> table.poolsOn(day));
  }

  /**
   * What becomes of the data of an account in that state since that day, without gaps and to the
   * end: the last segment has none.
   *
   * @param since from when it is in it; of what is held, from when it is asked
   */
  public synchronized List<Segment> timeline(int vendor, AccountState state, LocalDate since) {
    After after = state.after();
    return after == null
        ? List.of(new Segment(since, null, null, null, Reach.OWNER, true))
        : walked.computeIfAbsent(
            new Key(vendor, after, since), key -> List.copyOf(table(vendor, after).from(since)));
  }

  /** The first day on which nobody reaches the data; empty where that never comes. */
  public static Optional<LocalDate> lostOn(List<Segment> timeline) {
    Segment last = timeline.get(timeline.size() - 1);
    return last.isGone() ? Optional.of(last.from()) : Optional.empty();
  }

  /** The segment of the day; null before the first. */
  public static @Nullable Segment on(List<Segment> timeline, LocalDate day) {
    for (Segment segment : timeline) {
      if (segment.holds(day)) {
        return segment;
      }
    }
    return null;
  }

  /** The part of the timeline that lies in {@code [from, until)}. */
  public static List<Segment> within(List<Segment> timeline, LocalDate from, LocalDate until) {
    List<Segment> inside = new ArrayList<>();
    for (Segment segment : timeline) {
      Segment cut = segment.within(from, until);
      if (cut.until() != null && cut.from().isBefore(cut.until())) {
        inside.add(cut);
      }
    }
    return inside;
  }
}
