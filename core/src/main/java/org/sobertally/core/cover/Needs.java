package org.sobertally.core.cover;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.leaver.DataDuties;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.DataRule;
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
    /**
     * An extra of somebody who needs something, a pool's seat or a resting seat: it keeps its cost
     * and covers nothing.
     */
    APART,
    NOTHING,
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
  private final DataDuties duties;
  private final long[][] ruled;
  private final boolean anyRules;

  private Needs(UseStates states, @Nullable Needs like) {
    this.states = states;
    book = states.book();
    asOf = states.asOf();
    day = Days.of(asOf);
    int vendors = book.vendors().size();
    judged = new boolean[vendors];
    for (int v = 0; v < vendors; v++) {
      String vendor = book.vendors().get(v).id();
      Evidence evidence = book.evidenceOf(vendor, asOf);
      judged[v] = evidence.canJudgeWindow(asOf, book.rules().needWindow());
    }
    duties = DataDuties.of(book, asOf);
    ruled = ruledParts();
    anyRules = Arrays.stream(ruled).anyMatch(Objects::nonNull);
    kind = new byte[book.holdings().size()];
    if (like != null
        && states.sharesClocksWith(like.states)
        && book.rules().needWindow() == like.book.rules().needWindow()) {
      used = like.used.clone();
    } else {
      used = new long[kind.length];
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
  public static Needs of(UseStates states, @Nullable Needs like) {
    Needs needs = new Needs(states, like);
    for (int line = 0; line < needs.book.lines().size(); line++) {
      needs.judgeLine(line);
    }
    needs.judgeExtras();
    return needs;
  }

  private void judgeLine(int line) {
    Plan plan = book.planOfLine(line);
    int vendor = book.vendorOfLine(line);
    Holdings holdings = book.holdings();
    boolean apart = plan.model() != PlanModel.NAMED;
    boolean canJudge = judged[vendor] && book.seesPartsOf(book.planNumberOfLine(line));
    for (int place = holdings.lineStart(line); place < holdings.lineEnd(line); place++) {
      int h = holdings.byAccount(place);
      if (states.isOpen(h)) {
        Kind asked =
            apart ? Kind.APART : isSpared(h) ? Kind.STAYS : judge(h, line, vendor, canJudge);
        kind[h] = (byte) asked.ordinal();
      }
    }
  }

  /** Whether nobody may judge it: it is kept for a reason, or its holder is away. */
  public boolean isSpared(int h) {
    return states.onLeave(h) || book.hasKeeps() && book.keepOn(book.holdings().id(h), asOf) != null;
  }

  /**
   * Somebody who has left, is shut out, idle, or never came needs nothing, however little the need
   * window can say: each of these was judged by evidence of its own.
   */
  private Kind judge(int h, int line, int vendor, boolean canJudge) {
    UseState state = states.state(h);
    if (state == UseState.NOT_STARTED) {
      return Kind.STAYS;
    }
    if (state != UseState.IN_USE) {
      return waits(h, state) ? Kind.STAYS : Kind.NOTHING;
    }
    if (!canJudge) {
      return Kind.STAYS;
    }
    if (used[h] == NOT_READ) {
      used[h] = partsUsed(h, line, vendor);
    }
    return used[h] == 0 ? Kind.STAYS : Kind.PARTS;
  }

  /** Whether it is an invitation that may still be taken up. */
  private boolean waits(int h, UseState state) {
    return state == UseState.UNANSWERED
        && day - Promise.of(book, h).from() < book.rules().invitationGrace();
  }

  /** What an extra is for is gone when its holder needs nothing of the vendor any more. */
  private void judgeExtras() {
    Holdings holdings = book.holdings();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).model() == PlanModel.ADDON) {
        for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
          if (states.isOpen(h) && !isSpared(h) && isForNothing(h)) {
            kind[h] = (byte) Kind.NOTHING.ordinal();
          }
        }
      }
    }
  }

  private boolean isForNothing(int h) {
    UseState state = states.state(h);
    if (state != UseState.IN_USE && state != UseState.NOT_STARTED) {
      return !waits(h, state);
    }
    int account = book.holdings().account(h);
    int person = book.personOfAccount(account);
    if (person < 0) {
      return Boolean.TRUE.equals(needsNothing(account));
    }
    boolean any = false;
    int vendor = book.vendorOfAccount(account);
    for (int other : book.accountsOf(person)) {
      Boolean nothing = book.vendorOfAccount(other) == vendor ? needsNothing(other) : null;
      if (Boolean.FALSE.equals(nothing)) {
        return false;
      }
      any |= Boolean.TRUE.equals(nothing);
    }
    return any;
  }

  /** Whether every named seat of the account is for nothing; null where it has none. */
  private @Nullable Boolean needsNothing(int account) {
    Holdings holdings = book.holdings();
    Boolean nothing = null;
    for (int place = holdings.accountStart(account);
        place < holdings.accountEnd(account);
        place++) {
      int h = holdings.atPlaceOfAccount(place);
      if (states.isOpen(h) && book.planOfLine(holdings.line(h)).model() == PlanModel.NAMED) {
        if (kind(h) != Kind.NOTHING) {
          return Boolean.FALSE;
        }
        nothing = Boolean.TRUE;
      }
    }
    return nothing;
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
   * Whether a group of the holder asks to keep the data and, once the seat is taken back, it would
   * be lost before, or nobody knows.
   */
  public boolean dataMustStay(int holding) {
    return duties.mightLose(book.holdings().account(holding), DataRule.After.TAKEN_BACK);
  }

  /** Whether it would be lost for sure, so that the seat cannot be taken back. */
  public boolean dataWouldBeLost(int holding) {
    return duties.wouldLose(book.holdings().account(holding), DataRule.After.TAKEN_BACK);
  }

  public UseStates states() {
    return states;
  }

  public Kind kind(int holding) {
    return KINDS[kind[holding]];
  }

  /**
   * What a holding of kind {@link Kind#PARTS} needs, as a set of the vendor's part numbers: what
   * was used of it, and what of it standing rules give its holder. None for any other.
   */
  public long parts(int holding) {
    return kind[holding] == PARTS ? used[holding] | byRule(holding) : 0;
  }

  /** Of the holding's plan, the parts that standing rules give its holder, used or not. */
  public long byRule(int holding) {
    if (!anyRules) {
      return 0;
    }
    int account = book.holdings().account(holding);
    int person = book.personOfAccount(account);
    long[] byRule = ruled[book.vendorOfAccount(account)];
    if (person < 0 || byRule == null) {
      return 0;
    }
    int plan = book.planNumberOfLine(book.holdings().line(holding));
    return byRule[person] & book.partsOfPlan(plan);
  }
}
