package org.sobertally.skerry.book;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.sobertally.skerry.book.Crew.Member;

/**
 * Dockyard drawing from floating pools, over two time zones. The larger pool renews in a month and
 * its peak is well below its size; the smaller one is too small and refuses people on Mondays.
 */
final class Plumbrigg implements VendorStory {

  private static final String VENDOR = "plumbrigg";
  private static final ZoneId HERE = ZoneId.of("Europe/Lisbon");
  private static final ZoneId ISLES = ZoneId.of("Atlantic/Azores");
  private static final LocalDate FIRST = LocalDate.of(2026, 3, 2);

  private int sessions;

  @Override
  public void tell(Draft draft, List<Member> crew) {
    sessions = 0;
    draft.row("vendors.csv", VENDOR, "Plumbrigg", null, null, null, null, null);
    plan(draft, "plum-draft", "Draft", "FLOATING", "draw plot");
    plan(draft, "plum-survey", "Survey", "FLOATING", "survey");
    plan(draft, "plum-own", "Draft, own seat", "NAMED", "draw plot");
    draft.row("parts.csv", VENDOR, "draw", "Drawing", null, null);
    draft.row("parts.csv", VENDOR, "plot", "Plotting", null, null);
    draft.row("parts.csv", VENDOR, "survey", "Survey", null, null);
    agreement(draft, "pb-draft", "Plumbrigg drawing", LocalDate.of(2025, 10, 30), 27);
    agreement(draft, "pb-survey", "Plumbrigg survey", LocalDate.of(2026, 1, 20), 30);
    draft.row("lines.csv", "pb-draft", "pb-draft", "plum-draft", 24, "1450.00", "FLAT", null, null);
    draft.row("lines.csv", "pb-own", "pb-draft", "plum-own", 4, "1980.00", "FLAT", null, null);
    draft.row(
        "lines.csv", "pb-survey", "pb-survey", "plum-survey", 8, "980.00", "FLAT", null, null);
    draft.evidence(VENDOR, 0);
    List<String> drawing = new ArrayList<>();
    List<String> surveying = new ArrayList<>();
    for (Member member : crew) {
      if (member.department().equals("Dockyard") && member.works()) {
        String account = account(draft, member, drawing.size());
        drawing.add(account);
        if (drawing.size() % 3 != 0) {
          surveying.add(account);
        }
      }
    }
    Random chance = draft.chance("drawing");
    for (LocalDate day = FIRST; !day.isAfter(Draft.EVIDENCE_TO); day = day.plusDays(1)) {
      if (day.getDayOfWeek().compareTo(DayOfWeek.FRIDAY) <= 0) {
        boolean monday = day.getDayOfWeek() == DayOfWeek.MONDAY;
        tellDay(draft, day, "plum-draft", drawing, 0.26, "draw", chance);
        tellDay(draft, day, "plum-survey", surveying, monday ? 0.33 : 0.11, "survey", chance);
      }
    }
    tellThisMorning(draft, drawing, surveying);
  }

  private static void plan(Draft draft, String id, String name, String model, String parts) {
    draft.plan(id, VENDOR, name, null, null, model, parts);
  }

  private static void agreement(
      Draft draft, String id, String name, LocalDate starts, int noticeDays) {
    draft.agreement(id, VENDOR, name, "EUR", starts, noticeDays, "AT_RENEWAL");
  }

  /** Three have a seat of their own as well. */
  private static String account(Draft draft, Member member, int number) {
    String account = VENDOR + "-" + member.id();
    draft.row(
        "accounts.csv", account, VENDOR, member.id(), member.email(), "ACTIVE", null, null, null);
    if (number > 0 && number % 20 == 0) {
      LocalDate from = LocalDate.of(2025, 11, 3);
      draft.row("holdings.csv", "h-pb-own-" + member.id(), account, "pb-own", from, null, "HAND");
      draft.use(account, List.of("draw", "plot"), Use.daily(from, Draft.EVIDENCE_TO));
    }
    return account;
  }

  private void tellDay(
      Draft draft,
      LocalDate day,
      String plan,
      List<String> accounts,
      double share,
      String part,
      Random chance) {
    for (int a = 0; a < accounts.size(); a++) {
      boolean own = a > 0 && a % 20 == 0 && plan.equals("plum-draft");
      if (chance.nextDouble() >= share || own) {
        continue;
      }
      ZoneId zone = a % 4 == 0 ? ISLES : HERE;
      LocalTime start = LocalTime.of(8, 0).plusMinutes(chance.nextInt(420));
      int minutes = 40 + chance.nextInt(200);
      OffsetDateTime from = day.atTime(start).atZone(zone).toOffsetDateTime();
      session(draft, accounts.get(a), plan, from, from.plusMinutes(minutes), a);
      draft.use(accounts.get(a), part, day);
    }
  }

  private void session(
      Draft draft, String account, String plan, OffsetDateTime from, OffsetDateTime to, int a) {
    draft.row(
        "sessions.csv",
        "s-%05d".formatted(++sessions),
        account,
        plan,
        from.withOffsetSameInstant(ZoneOffset.UTC),
        to == null ? null : to.withOffsetSameInstant(ZoneOffset.UTC),
        a % 4 == 0 ? "wick-%02d".formatted(a) : "yard-%02d".formatted(a));
  }

  /** Who is in when the demo begins; one has held a seat over a long weekend. */
  private void tellThisMorning(Draft draft, List<String> drawing, List<String> surveying) {
    OffsetDateTime now = OffsetDateTime.of(2026, 9, 30, 8, 0, 0, 0, ZoneOffset.UTC);
    session(draft, drawing.get(7), "plum-draft", now.minusHours(118), null, 7);
    for (int n = 0; n < 5; n++) {
      session(draft, drawing.get(11 + 4 * n), "plum-draft", now.minusMinutes(52 - 9 * n), null, n);
    }
    for (int n = 0; n < 7; n++) {
      session(
          draft, surveying.get(3 + 2 * n), "plum-survey", now.minusMinutes(66 - 8 * n), null, n);
    }
  }
}
