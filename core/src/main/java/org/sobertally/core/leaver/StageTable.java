package org.sobertally.core.leaver;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.DataRule.After;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.core.time.Days;

/**
 * What a vendor does with data after one state, version by version.
 *
 * <p>Example: 30 days for the holder, 60 for administrators, then gone. A seat taken back on 1 Aug
 * is in the first stage until 31 Aug and gone from 30 Oct. From 1 Oct other rules: 30 days for
 * administrators, a year in the archive, joined at the archive: its age of 61 days is past the
 * first stage, so it enters the archive on 1 Oct and is gone a year later.
 */
final class StageTable {

  private final After after;
  private final List<Version> versions;
  private final int restoreDays;

  /**
   * @param from epoch day
   * @param begins for each stage the age at which it begins; an endless one's followers never do
   * @param joins the place of the stage that old accounts join; −1 for none
   */
  private record Version(int from, List<DataRule> stages, long[] begins, int joins) {

    /** The place of the stage of that age; the number of stages where it is past the last. */
    int stageAt(long age) {
      for (int k = 0; k < stages.size(); k++) {
        Integer days = stages.get(k).days();
        if (days == null || age < begins[k] + days) {
          return k;
        }
      }
      return stages.size();
    }

    @Nullable LocalDate day() {
      return stages.get(0).from();
    }
  }

  private StageTable(After after, List<Version> versions, int restoreDays) {
    this.after = after;
    this.versions = versions;
    this.restoreDays = restoreDays;
  }

  /**
   * @param rules of one vendor and state; none where nothing is known
   * @param restoreDays for how many days a deleted account can be brought back where no rule says
   */
  static StageTable of(After after, List<DataRule> rules, int restoreDays) {
    Map<Integer, List<DataRule>> byFrom = new TreeMap<>();
    for (DataRule rule : rules) {
      int from = rule.from() == null ? Days.NONE : Days.of(rule.from());
      byFrom.computeIfAbsent(from, f -> new ArrayList<>()).add(rule);
    }
    List<Version> versions = new ArrayList<>();
    byFrom.forEach((from, stages) -> versions.add(version(from, stages)));
    return new StageTable(after, versions, restoreDays);
  }

  private static Version version(int from, List<DataRule> unsorted) {
    List<DataRule> stages = new ArrayList<>(unsorted);
    stages.sort(Comparator.comparingInt(DataRule::order));
    long[] begins = new long[stages.size()];
    int joins = -1;
    for (int k = 0; k < begins.length; k++) {
      if (k > 0) {
        Integer before = stages.get(k - 1).days();
        begins[k] = begins[k - 1] + (before == null ? 0 : before);
      }
      Integer at = stages.get(k).joinsAt();
      if (joins < 0 && at != null && stages.get(k).order() >= at) {
        joins = k;
      }
    }
    return new Version(from, stages, begins, joins);
  }

  boolean isEmpty() {
    return versions.isEmpty();
  }

  /** Whether a version in force on the day has a stage that is paid for together. */
  boolean poolsOn(LocalDate day) {
    int v = versionOn(Days.of(day));
    return v >= 0 && versions.get(v).stages().stream().anyMatch(stage -> stage.price().pooled());
  }

  private int versionOn(int day) {
    int on = -1;
    for (int v = 0; v < versions.size() && versions.get(v).from() <= day; v++) {
      on = v;
    }
    return on;
  }

  /** What becomes of the data of an account that came into the state on that day, to the end. */
  List<Segment> from(LocalDate since) {
    return new Walk(Days.of(since)).segments();
  }

  /** One account's way through the versions. */
  private final class Walk {
    private final int since;
    private final List<Segment> out = new ArrayList<>();
    private long clock;
    private int day;
    private boolean gone;

    Walk(int since) {
      this.since = since;
      this.clock = since;
      this.day = since;
    }

    List<Segment> segments() {
      for (int v = versionOn(since); !gone; v++) {
        int end = v + 1 < versions.size() ? versions.get(v + 1).from() : Days.OPEN;
        if (v < 0) {
          walkUnknown(end);
        } else {
          walk(versions.get(v), end);
        }
        if (end == Days.OPEN) {
          break;
        }
        if (!gone) {
          day = end;
          join(versions.get(v + 1));
        }
      }
      return out;
    }

    /** Without a rule data is kept, but for that of what is deleted. */
    private void walkUnknown(int end) {
      int lost = after == After.DELETED ? since + restoreDays : Days.OPEN;
      int kept = Math.min(lost, end);
      if (day < kept) {
        add(kept, null, null, Reach.ADMIN, false);
      }
      if (lost < end) {
        add(Days.OPEN, null, null, Reach.NOBODY, false);
      }
    }

    private void walk(Version version, int end) {
      while (day < end && !gone) {
        int k = version.stageAt(day - clock);
        if (k == version.stages().size()) {
          add(Days.OPEN, version.day(), null, Reach.NOBODY, true);
          return;
        }
        DataRule stage = version.stages().get(k);
        long over = stage.days() == null ? Days.OPEN : clock + version.begins()[k] + stage.days();
        boolean last = stage.reach() == Reach.NOBODY;
        add(
            last ? Days.OPEN : (int) Math.min(over, end),
            version.day(),
            stage,
            stage.reach(),
            true);
      }
    }

    /** Those old enough begin the stage anew; the others go on by their age. */
    private void join(Version next) {
      if (next.joins() >= 0 && next.stageAt(day - clock) >= next.joins()) {
        clock = day - next.begins()[next.joins()];
      }
    }

    private void add(
        int until,
        @Nullable LocalDate version,
        @Nullable DataRule stage,
        Reach reach,
        boolean known) {
      out.add(new Segment(Days.known(day), Days.date(until), version, stage, reach, known));
      day = until;
      gone = reach == Reach.NOBODY;
    }
  }
}
