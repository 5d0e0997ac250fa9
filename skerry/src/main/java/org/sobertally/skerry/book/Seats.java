package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import java.util.Random;
import org.sobertally.skerry.book.Crew.Member;

/** Hands the seats of one subscription out: an account, a holding and its use per person. */
final class Seats {

  /** How a holder is with a plan. */
  enum Habit {
    DAILY,
    OFTEN,
    AT_TIMES,
    SHIFTS,
    STRETCHES,
    /** Stopped some weeks or months ago. */
    STOPPED,
    /** Stopped more than two months ago. */
    STOPPED_LONG,
    /** Had it long before the evidence begins, and never used it since. */
    UNSEEN,
    /** Handed out within the evidence and never used. */
    NEVER,
    /** Handed out last week. */
    NEW,
    /** Invited, not accepted. */
    INVITED
  }

  private final Draft draft;
  private final String vendor;
  private final String line;
  private int count;
  private boolean comingAndGoing;

  Seats(Draft draft, String vendor, String line) {
    this.draft = draft;
    this.vendor = vendor;
    this.line = line;
  }

  /**
   * Of people to whom their seat was handed out lately, most had one before: they were away for a
   * while, and somebody looks after what comes back.
   */
  Seats withEarlierSpells() {
    comingAndGoing = true;
    return this;
  }

  /** The number of seats handed out so far. */
  int count() {
    return count;
  }

  /** Hands one seat to somebody who has no account at the vendor yet; gives the holding's id. */
  String give(Member member, Habit habit, List<String> parts) {
    return give(member, habit, parts, "HAND");
  }

  String give(Member member, Habit habit, List<String> parts, String method) {
    String account = vendor + "-" + member.id();
    boolean invited = habit == Habit.INVITED;
    Random chance = draft.chance("seat " + account + line);
    LocalDate since = invited ? Draft.TODAY.minusDays(5L + chance.nextInt(60)) : null;
    draft.row(
        "accounts.csv",
        account,
        vendor,
        member.id(),
        member.email(),
        invited ? "INVITED" : "ACTIVE",
        since,
        null,
        vendor.equals("quillmoor") ? stored(member, account) : null);
    return hold(account, member, habit, parts, method, since);
  }

  /** What somebody keeps in the office suite, in gigabytes: who left kept the most. */
  private Integer stored(Member member, String account) {
    Random chance = draft.chance("stored " + account);
    return member.status().equals("LEFT") ? 3 + chance.nextInt(238) : 1 + chance.nextInt(30);
  }

  /** Hands one more seat to an account that is there already. */
  String giveMore(Member member, Habit habit, List<String> parts) {
    return hold(vendor + "-" + member.id(), member, habit, parts, "HAND", null);
  }

  private String hold(
      String account,
      Member member,
      Habit habit,
      List<String> parts,
      String method,
      LocalDate invitedOn) {
    Random chance = draft.chance("hold " + account + line);
    LocalDate from = invitedOn == null ? from(habit, chance) : invitedOn;
    String holding = "h-%s-%04d".formatted(line, ++count);
    draft.row("holdings.csv", holding, account, line, from, null, method);
    if (comingAndGoing && invitedOn == null && from.isAfter(LocalDate.of(2024, 10, 9))) {
      tellEarlierSpell(holding, account, from);
    }
    draft.use(account, parts, use(member, habit, from, chance));
    return holding;
  }

  private void tellEarlierSpell(String holding, String account, LocalDate from) {
    Random chance = draft.chance("before " + holding);
    LocalDate begun = LocalDate.of(2024, 1, 8).plusDays(chance.nextInt(230));
    LocalDate until = from.minusDays(8L + chance.nextInt(90));
    LocalDate counted = LocalDate.of(2024, 9, 2).plusDays(chance.nextInt(28));
    if (chance.nextInt(100) < 97) {
      draft.row(
          "holdings.csv",
          holding + "-before",
          account,
          line,
          begun,
          until.isBefore(counted) ? counted : until,
          "HAND");
    }
  }

  private static LocalDate from(Habit habit, Random chance) {
    return switch (habit) {
      case NEW -> Draft.TODAY.minusDays(3L + chance.nextInt(9));
      case NEVER -> Draft.TODAY.minusDays(45L + chance.nextInt(240));
      case UNSEEN -> LocalDate.of(2024, 2, 1).plusDays(chance.nextInt(300));
      default -> LocalDate.of(2024, 1, 15).plusDays(chance.nextInt(560));
    };
  }

  private static Use use(Member member, Habit habit, LocalDate from, Random chance) {
    LocalDate end = lastDay(member, habit, chance);
    LocalDate start = from;
    if (member.seasonal()) {
      LocalDate season = LocalDate.of(2026, 4, 3).plusDays(chance.nextInt(20));
      start = season.isAfter(from) ? season : from;
    }
    return switch (habit) {
      case DAILY -> Use.daily(start, end);
      case OFTEN, NEW -> Use.often(start, end);
      case AT_TIMES -> Use.atTimes(start, end);
      case SHIFTS -> Use.shifts(start, end);
      case STRETCHES ->
          Use.inStretches(start, end, 95 + chance.nextInt(40), 62 + chance.nextInt(20));
      case STOPPED, STOPPED_LONG ->
          chance.nextBoolean() ? Use.daily(start, end) : Use.often(start, end);
      case UNSEEN, NEVER, INVITED -> Use.NONE;
    };
  }

  /** Whoever left or was suspended used nothing after that. */
  private static LocalDate lastDay(Member member, Habit habit, Random chance) {
    if (habit == Habit.STOPPED || habit == Habit.STOPPED_LONG) {
      double far = chance.nextDouble();
      long least = habit == Habit.STOPPED ? 38 : 64;
      return Draft.EVIDENCE_TO.minusDays(least + Math.round(270 * far * far));
    }
    return switch (member.status()) {
      case "SUSPENDED" -> Draft.TODAY.minusDays(18L + chance.nextInt(9));
      case "LEFT" -> LocalDate.of(2026, 4, 30);
      case "ON_LEAVE" -> LocalDate.of(2026, 5, 29);
      default ->
          Draft.EVIDENCE_TO.minusDays(
              habit == Habit.AT_TIMES ? chance.nextInt(30) : chance.nextInt(3));
    };
  }
}
