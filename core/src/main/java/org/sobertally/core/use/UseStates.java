package org.sobertally.core.use;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/**
 * The clock and the use state of every holding that is open on one day.
 *
 * <p>{@code idleDays(h) = M − max(lastUsed(h), h.from, E0)}, at least 0, where M is the measure
 * day: a seat handed out last week is never idle, and nothing after the evidence ends is held
 * against anybody. Example: evidence from 1 Sep 2025 to 28 Sep 2026, as of 30 Sep; held since 1 Mar
 * 2026, last used 3 Jun: 117 idle days.
 *
 * <p>A plan without parts, such as an extra, cannot be seen in use, and of one with a part whose
 * use no source tells nobody can say that it was not used: both are judged like one of a vendor
 * without evidence, that is, not at all.
 *
 * <p>Costs one pass over the holdings and the rows of their accounts' activity.
 */
public final class UseStates {

  private static final byte CLOSED = -1;
  private static final UseState[] STATES = UseState.values();

  private final Book book;
  private final LocalDate asOf;
  private final int day;

  /** The number of the first holding that is judged; columns begin with it. */
  private final int first;

  private final byte[] state;
  private final int[] lastUsed;
  private final int[] idleDays;
  private final boolean[] cannotSay;
  private final boolean[] onLeave;
  private final int[] evidenceFrom;
  private final int[] measureDay;
  private final boolean anyToCome;

  /** Whether {@link #lastUsed} and {@link #idleDays} are filled already. */
  private final boolean clocksRead;

  private UseStates(Book book, LocalDate asOf, int first, int end, @Nullable UseStates like) {
    this.book = book;
    this.asOf = asOf;
    day = Days.of(asOf);
    this.first = first;
    int n = end - first;
    state = new byte[n];
    cannotSay = new boolean[n];
    onLeave = new boolean[n];
    anyToCome = book.standings().anyStartsAfter(day);
    int vendors = book.vendors().size();
    evidenceFrom = new int[vendors];
    measureDay = new int[vendors];
    for (int v = 0; v < vendors; v++) {
      Evidence evidence = book.evidenceOf(book.vendors().get(v).id(), asOf);
      evidenceFrom[v] = Days.of(evidence.from());
      measureDay[v] = Days.of(evidence.measureDay(asOf));
    }
    if (like != null && hasClocksOf(like)) {
      clocksRead = true;
      boolean same = first == like.first && n == like.state.length;
      int from = first - like.first;
      lastUsed = same ? like.lastUsed : Arrays.copyOfRange(like.lastUsed, from, from + n);
      idleDays = same ? like.idleDays : Arrays.copyOfRange(like.idleDays, from, from + n);
    } else {
      clocksRead = false;
      lastUsed = new int[n];
      idleDays = new int[n];
    }
  }

  /** Every holding, each judged by its plan's own idle line. */
  public static UseStates of(Book book, LocalDate asOf) {
    return of(book, asOf, null);
  }

  /**
   * The same, without reading again what was read before: a line that is drawn elsewhere changes
   * how clocks are judged, and no clock.
   *
   * @param like states of this or another version of the book, whose clocks are taken over where
   *     nothing that they depend on has changed; null for none
   */
  public static UseStates of(Book book, LocalDate asOf, @Nullable UseStates like) {
    UseStates states = new UseStates(book, asOf, 0, book.holdings().size(), like);
    Judge[] judges = new Judge[book.lines().size()];
    for (int line = 0; line < judges.length; line++) {
      judges[line] = states.judge(line, OptionalInt.empty());
    }
    // By account and not by subscription: activity is then read from front to back.
    Holdings holdings = book.holdings();
    for (int account = 0; account < book.accounts().size(); account++) {
      for (int p = holdings.accountStart(account); p < holdings.accountEnd(account); p++) {
        int h = holdings.atPlaceOfAccount(p);
        states.judgeHolding(h, judges[holdings.line(h)]);
      }
    }
    return states;
  }

  /**
   * The holdings of one subscription only; nothing may be asked about others.
   *
   * @param idleLine the line to judge by; empty for the plan's own
   */
  public static UseStates ofLine(Book book, LocalDate asOf, int line, OptionalInt idleLine) {
    return ofLine(book, asOf, line, idleLine, null);
  }

  /**
   * The holdings of one subscription as they are judged by another line; no clock is read again,
   * and nothing may be asked about others.
   *
   * @param idleLine days
   */
  public UseStates judgedBy(int line, int idleLine) {
    return ofLine(book, asOf, line, OptionalInt.of(idleLine), this);
  }

  private static UseStates ofLine(
      Book book, LocalDate asOf, int line, OptionalInt idleLine, @Nullable UseStates like) {
    Holdings holdings = book.holdings();
    UseStates states =
        new UseStates(book, asOf, holdings.lineStart(line), holdings.lineEnd(line), like);
    Judge judge = states.judge(line, idleLine);
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      states.judgeHolding(h, judge);
    }
    return states;
  }

  /** What holdings of one subscription are judged by. */
  private record Judge(
      int idleLine, int openingGrace, long parts, boolean seen, int vendor, boolean parks) {}

  private Judge judge(int line, OptionalInt idleLine) {
    Plan plan = book.planOfLine(line);
    return new Judge(
        idleLine.orElse(book.idleLineOf(plan)),
        book.openingGraceOf(plan),
        book.partsOfPlan(book.planNumberOfLine(line)),
        book.seesPartsOf(book.planNumberOfLine(line)),
        book.vendorOfLine(line),
        plan.model() == PlanModel.RESTING);
  }

  private void judgeHolding(int h, Judge by) {
    if (book.holdings().openOn(h, day)) {
      if (!clocksRead) {
        readClock(h, by.parts, by.vendor);
      }
      UseState judged = judge(h, by);
      state[h - first] = (byte) judged.ordinal();
    } else {
      state[h - first] = CLOSED;
    }
  }

  /** A clock depends on the holding, the use of its plan's parts, and how far that is known. */
  private boolean hasClocksOf(UseStates other) {
    if (!asOf.equals(other.asOf)
        || first < other.first
        || first + state.length > other.first + other.state.length
        || book.holdings() != other.book.holdings()
        || book.activity() != other.book.activity()
        || !Arrays.equals(evidenceFrom, other.evidenceFrom)
        || !Arrays.equals(measureDay, other.measureDay)) {
      return false;
    }
    for (int line = 0; line < book.lines().size(); line++) {
      long parts = book.partsOfPlan(book.planNumberOfLine(line));
      if (parts != other.book.partsOfPlan(other.book.planNumberOfLine(line))) {
        return false;
      }
    }
    return true;
  }

  /**
   * Whether both were counted from the same holdings, use and evidence on the same day, whatever
   * they were judged by.
   */
  public boolean sharesClocksWith(UseStates other) {
    return lastUsed == other.lastUsed;
  }

  private void readClock(int h, long parts, int vendor) {
    if (parts == 0) {
      lastUsed[h - first] = Days.NONE;
      idleDays[h - first] = 0;
      return;
    }
    Holdings holdings = book.holdings();
    int from = holdings.from(h);
    int to = measureDay[vendor];
    int last = book.activity().lastUse(holdings.account(h), parts, from, to);
    lastUsed[h - first] = last;
    idleDays[h - first] = Math.max(0, to - Math.max(Math.max(last, from), evidenceFrom[vendor]));
  }

  private UseState judge(int h, Judge by) {
    int account = book.holdings().account(h);
    if (!book.standings().plain(account)) {
      UseState shut = judgeStanding(h, account);
      if (shut != null && !by.parks && !(shut == UseState.UNANSWERED && isToCome(account))) {
        return shut;
      }
    }
    if (by.parks) {
      return UseState.PARKED;
    }
    if (isToCome(account)) {
      return UseState.NOT_STARTED;
    }
    boolean unused = lastUsed[h - first] == Days.NONE;
    boolean seenWhole = by.seen && book.holdings().from(h) >= evidenceFrom[by.vendor];
    boolean away = onLeave[h - first];
    if (!away && unused && seenWhole && idleDays[h - first] >= by.openingGrace) {
      return UseState.NEVER_OPENED;
    }
    if (!away && by.seen && idleDays[h - first] >= by.idleLine) {
      return UseState.IDLE;
    }
    boolean untold = by.parts != 0 && !by.seen;
    cannotSay[h - first] = unused && (untold || !seenWhole && idleDays[h - first] < by.idleLine);
    return UseState.IN_USE;
  }

  /** Whether the account's person has a first day, and it has not come. */
  private boolean isToCome(int account) {
    return anyToCome && book.standings().startsAfter(book.personOfAccount(account), day);
  }

  /** What account and person alone decide; null where use decides. */
  private @Nullable UseState judgeStanding(int h, int accountNumber) {
    Account.State account = book.standings().stateOn(accountNumber, day);
    Person.Status person = book.standings().statusOn(book.personOfAccount(accountNumber), day);
    onLeave[h - first] = person == Person.Status.ON_LEAVE;
    if (person == Person.Status.LEFT) {
      return UseState.LEFT;
    }
    if (person == Person.Status.SUSPENDED || account == Account.State.SUSPENDED) {
      return UseState.SUSPENDED;
    }
    boolean invited = account == Account.State.INVITED && Promise.of(book, h).on(day);
    return invited ? UseState.UNANSWERED : null;
  }

  public Book book() {
    return book;
  }

  public LocalDate asOf() {
    return asOf;
  }

  public boolean isOpen(int holding) {
    return state[holding - first] != CLOSED;
  }

  /** The state of an open holding. */
  public UseState state(int holding) {
    return STATES[state[holding - first]];
  }

  /** The epoch day of last use within this holding, or {@link Days#NONE}. */
  public int lastUsed(int holding) {
    return lastUsed[holding - first];
  }

  /** Days without use up to the measure day. */
  public int idleDays(int holding) {
    return idleDays[holding - first];
  }

  /** Counted as in use only because the evidence does not reach back far enough to say. */
  public boolean cannotSay(int holding) {
    return cannotSay[holding - first];
  }

  public boolean onLeave(int holding) {
    return onLeave[holding - first];
  }

  /** The epoch day to which the vendor's use is counted. */
  public int measureDay(int vendor) {
    return measureDay[vendor];
  }

  /** The first epoch day of the vendor's evidence. */
  public int evidenceFrom(int vendor) {
    return evidenceFrom[vendor];
  }
}
