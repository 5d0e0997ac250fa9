package org.sobertally.core.cover;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.Objects;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;

/**
 * What each open holding asks of the cheapest cover, as columns. Domain rules: a holding
 * <em>stays</em> if nobody may or can judge it, needs <em>nothing</em> if it does no work, else
 * needs the <em>parts</em> used within the need window and those that standing rules hand to its
 * holder.
 */
public final class Needs {

  /** What one holding asks. */
  public enum Kind {
    /** Not open on the day. */
    CLOSED,
    /** Its plan is fixed and covers its parts. */
    STAYS,
    /** An extra, a pool's seat or a resting seat: it keeps its cost and covers nothing. */
    APART,
    NOTHING,
    /** Nothing but that the data stays, for which the vendor's resting plan will do. */
    ONLY_DATA,
    PARTS
  }

  private static final Kind[] KINDS = Kind.values();
  private static final byte PARTS = (byte) Kind.PARTS.ordinal();
  private static final long NOT_READ = -1;

  private final UseStates states;
  private final Book book;
  private final LocalDate asOf;
  private final int day;
  private final byte[] kind;

  /** What was used within the need window; {@link #NOT_READ} where nobody asked. */
  private final long[] used;

  private final boolean[] judged;
  private final long[] keptByVendor;
  private final long[] duty;
  private final long[][] ruled;
  private final boolean anyRules;

  private Needs(UseStates states, Needs like) {
    this.states = states;
    book = states.book();
    asOf = states.asOf();
    day = Days.of(asOf);
    int vendors = book.vendors().size();
    judged = new boolean[vendors];
    keptByVendor = new long[vendors];
    for (int v = 0; v < vendors; v++) {
      String vendor = book.vendors().get(v).id();
      Evidence evidence = book.evidenceOf(vendor, asOf);
      judged[v] = evidence.canJudgeWindow(asOf, book.rules().needWindow());
      keptByVendor[v] = keptByVendor(vendor);
    }
    duty = duties();
    ruled = ruledParts();
    anyRules = Arrays.stream(ruled).anyMatch(Objects::nonNull);
    kind = new byte[book.holdings().size()];
    boolean same =
        like != null
            && states.sharesClocksWith(like.states)
            && book.rules().needWindow() == like.book.rules().needWindow();
    used = same ? like.used.clone() : new long[kind.length];
    if (!same) {
      Arrays.fill(used, NOT_READ);
    }
  }

  /** The needs of every holding, on the day of the states. */
  public static Needs of(UseStates states) {
    return of(states, null);
  }

  /**
   * The same, without reading again what was read before.
   *
   * @param like needs by other states; what they read of use is taken over where it is the same
   *     use, within the same window; null for none
   */
  public static Needs of(UseStates states, Needs like) {
    Needs needs = new Needs(states, like);
    for (int line = 0; line < needs.book.lines().size(); line++) {
      needs.judgeLine(line);
    }
    return needs;
  }

  private void judgeLine(int line) {
    Plan plan = book.planOfLine(line);
    int vendor = book.vendorOfLine(line);
    Holdings holdings = book.holdings();
    boolean apart = plan.model() != PlanModel.NAMED;
    boolean cannotJudge = !judged[vendor] || plan.parts().isEmpty();
    boolean anyKeeps = book.hasKeeps();
    for (int place = holdings.lineStart(line); place < holdings.lineEnd(line); place++) {
      int h = holdings.byAccount(place);
      if (!states.isOpen(h)) {
        continue;
      }
      Kind asked;
      if (apart) {
        asked = Kind.APART;
      } else if (cannotJudge
          || states.onLeave(h)
          || anyKeeps && book.keepOn(holdings.id(h), asOf) != null) {
        asked = Kind.STAYS;
      } else {
        asked = judge(h, line, vendor);
      }
      kind[h] = (byte) asked.ordinal();
    }
  }

  private Kind judge(int h, int line, int vendor) {
    UseState state = states.state(h);
    int person = book.personOfAccount(book.holdings().account(h));
    if (state == UseState.UNANSWERED
        && day - Promise.of(book, h).from() < book.rules().invitationGrace()) {
      return Kind.STAYS;
    }
    if (state != UseState.IN_USE) {
      return dataMustStay(person, vendor) ? Kind.ONLY_DATA : Kind.NOTHING;
    }
    if (used[h] == NOT_READ) {
      used[h] = partsUsed(h, line, vendor);
    }
    return used[h] == 0 ? Kind.STAYS : Kind.PARTS;
  }

  private long partsUsed(int h, int line, int vendor) {
    int to = states.measureDay(vendor);
    int last = states.lastUsed(h);
    int from = Math.max(to - book.rules().needWindow() + 1, book.holdings().from(h));
    if (last == Days.NONE || last < from) {
      return 0;
    }
    long all = book.partsOfPlan(book.planNumberOfLine(line));
    return (all & all - 1) == 0
        ? all
        : book.activity().partsUsed(book.holdings().account(h), all, from, to);
  }

  /** For each vendor with a rule in force, the parts that rules hand out, by person. */
  private long[][] ruledParts() {
    long[][] all = new long[book.vendors().size()][];
    for (StandingRule rule : book.standingRules()) {
      if (rule.inForce(asOf) && book.groups().has(rule.group())) {
        int plan = book.plans().require(rule.plan());
        int vendor = book.vendors().require(book.plans().get(plan).vendor());
        if (all[vendor] == null) {
          all[vendor] = new long[book.people().size()];
        }
        for (String member : book.groups().byId(rule.group()).members()) {
          all[vendor][book.people().require(member)] |= book.partsOfPlan(plan);
        }
      }
    }
    return all;
  }

  /**
   * For how many days more the data of each person must be kept: the longest retention of their
   * groups, which runs from the day somebody left. Null where no group asks for any.
   */
  private long[] duties() {
    long[] days = null;
    for (Group group : book.groups().all()) {
      if (group.retentionDays() != null) {
        days = days == null ? new long[book.people().size()] : days;
        for (String member : group.members()) {
          int person = book.people().require(member);
          days[person] = Math.max(days[person], group.retentionDays());
        }
      }
    }
    for (int p = 0; days != null && p < days.length; p++) {
      Person person = book.people().get(p);
      if (person.status() == Person.Status.LEFT && person.statusSince() != null) {
        days[p] -= day - Days.of(person.statusSince());
      }
    }
    return days;
  }

  private long keptByVendor(String vendor) {
    long days = 0;
    for (DataRule rule : book.dataRules()) {
      if (rule.vendor().equals(vendor)
          && rule.after() == DataRule.After.TAKEN_BACK
          && rule.reach() != DataRule.Reach.NOBODY) {
        if (rule.days() == null) {
          return Long.MAX_VALUE;
        }
        days += rule.days();
      }
    }
    return days;
  }

  private boolean dataMustStay(int person, int vendor) {
    return duty != null && person >= 0 && duty[person] > keptByVendor[vendor];
  }

  /**
   * Whether a group of the holder asks to keep the data for longer than the vendor does once the
   * seat is taken back.
   */
  public boolean dataMustStay(int holding) {
    int account = book.holdings().account(holding);
    return dataMustStay(book.personOfAccount(account), book.vendorOfAccount(account));
  }

  public UseStates states() {
    return states;
  }

  public Kind kind(int holding) {
    return KINDS[kind[holding]];
  }

  /**
   * What a holding of kind {@link Kind#PARTS} needs, as a set of the vendor's part numbers: what
   * was used of it, and what standing rules give its holder. None for any other.
   */
  public long parts(int holding) {
    return kind[holding] == PARTS ? used[holding] | byRule(holding) : 0;
  }

  /** The parts that standing rules give the holder at the holding's vendor, used or not. */
  public long byRule(int holding) {
    if (!anyRules) {
      return 0;
    }
    int account = book.holdings().account(holding);
    int person = book.personOfAccount(account);
    long[] byRule = ruled[book.vendorOfAccount(account)];
    return person < 0 || byRule == null ? 0 : byRule[person];
  }
}
