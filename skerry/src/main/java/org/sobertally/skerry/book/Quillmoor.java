package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/**
 * The office suite: Letter, Folio and Opus, and Stow for those who are away. The largest spend, one
 * annual agreement, and notice in twelve days.
 */
final class Quillmoor implements VendorStory {

  private static final String VENDOR = "quillmoor";
  private static final List<String> LETTER = List.of("mail", "calendar");
  private static final List<String> FOLIO =
      List.of("mail", "documents", "calendar", "meetings", "storage");
  private static final List<String> OPUS =
      List.of("sheets", "mail", "analysis", "documents", "signing", "meetings", "automation");
  private static final Set<String> OFFICES =
      Set.of("Finance", "Route planning", "Legal", "Purchasing", "Head office", "Safety");

  @Override
  public void tell(Draft draft, List<Member> crew) {
    tellPlans(draft);
    tellAgreement(draft);
    tellOffers(draft);
    draft.evidence(VENDOR, 0);
    List<Member> opus = crew.stream().filter(m -> OFFICES.contains(m.department())).toList();
    List<Member> yard = crew.stream().filter(m -> m.department().equals("Dockyard")).toList();
    giveOpus(draft, opus, yard.subList(0, 8));
    Seats folio = new Seats(draft, VENDOR, "qm-folio").withEarlierSpells();
    yard.subList(8, yard.size()).forEach(m -> folio.give(m, folioHabit(draft, m), FOLIO));
    for (String department : List.of("Ticket offices", "Galley and saloon", "Engine crew")) {
      crew.stream()
          .filter(m -> m.department().equals(department))
          .forEach(m -> folio.give(m, folioHabit(draft, m), FOLIO));
    }
    // A few were given Folio on top of Opus when their old seat was not taken back.
    opus.stream()
        .filter(Member::works)
        .skip(40)
        .limit(6)
        .forEach(m -> folio.giveMore(m, Habit.AT_TIMES, FOLIO));
    giveCrewSeats(draft, crew, folio);
  }

  private static void tellPlans(Draft draft) {
    draft.row("vendors.csv", VENDOR, "Quillmoor", "PT2S", null, null, null, 14);
    String letter = "mail calendar";
    String folio = "mail calendar documents storage meetings";
    String opus = folio + " sheets analysis automation signing";
    draft.row(
        "plans.csv",
        "quill-letter",
        VENDOR,
        "Letter",
        "quill",
        1,
        "NAMED",
        letter,
        5,
        null,
        null,
        null,
        null);
    draft.row(
        "plans.csv",
        "quill-folio",
        VENDOR,
        "Folio",
        "quill",
        2,
        "NAMED",
        folio,
        50,
        null,
        null,
        null,
        null);
    draft.row(
        "plans.csv",
        "quill-opus",
        VENDOR,
        "Opus",
        "quill",
        3,
        "NAMED",
        opus,
        200,
        null,
        null,
        null,
        null);
    draft.row(
        "plans.csv",
        "quill-stow",
        VENDOR,
        "Stow",
        null,
        null,
        "RESTING",
        null,
        50,
        "false",
        24,
        null,
        null);
    String[][] parts = {
      {"mail", "Mail", "mail"},
      {"calendar", "Calendar", null},
      {"documents", "Documents", null},
      {"storage", "Storage", "storage"},
      {"meetings", "Meetings", "video"},
      {"sheets", "Sheets", null},
      {"analysis", "Analysis", "analytics"},
      {"automation", "Automation", null},
      {"signing", "Signing", "signing"}
    };
    for (String[] part : parts) {
      draft.row("parts.csv", VENDOR, part[0], part[1], part[2], null);
    }
    tellDataRules(draft);
  }

  /** From November on what is older joins an archive, which all pay for once one is opened. */
  private static void tellDataRules(Draft draft) {
    LocalDate november = LocalDate.of(2026, 11, 1);
    draft.dataRule(VENDOR, "TAKEN_BACK", 1, "Kept for the holder", 30, "OWNER");
    draft.dataRule(VENDOR, "TAKEN_BACK", 2, "Kept for administrators", null, "ADMIN");
    stage(draft, 1, "Kept for the holder", 30, "OWNER", null, null, null, november);
    stage(draft, 2, "Kept for administrators", 60, "ADMIN", null, null, null, november);
    stage(draft, 3, "Archive", 365, "PAID", "0.05", "0.30", "true", november);
    draft.dataRule(VENDOR, "RESTING", 1, "At rest", null, "ADMIN");
    draft.dataRule(VENDOR, "SUSPENDED", 1, "Shut", null, "ADMIN");
    draft.dataRule(VENDOR, "DELETED", 1, "Can be brought back", 14, "ADMIN");
  }

  private static void stage(
      Draft draft,
      int stage,
      String name,
      Integer days,
      String reach,
      String perGbMonth,
      String perGbOpened,
      String pooled,
      LocalDate from) {
    draft.row(
        "data_rules.csv",
        VENDOR,
        "TAKEN_BACK",
        stage,
        name,
        days,
        reach,
        null,
        perGbMonth,
        perGbOpened,
        pooled,
        from,
        3);
  }

  private static void tellAgreement(Draft draft) {
    draft.row(
        "agreements.csv",
        "qm-2024",
        VENDOR,
        "Quillmoor office suite",
        "EUR",
        LocalDate.of(2024, 1, 7),
        LocalDate.of(2025, 1, 7),
        87,
        "AUTO",
        "AT_RENEWAL",
        null,
        null,
        null,
        null);
    draft.row("lines.csv", "qm-letter", "qm-2024", "quill-letter", 90, "84.00", "FLAT", null, null);
    draft.row(
        "lines.csv", "qm-folio", "qm-2024", "quill-folio", 400, "192.00", "VOLUME", null, null);
    draft.row("lines.csv", "qm-opus", "qm-2024", "quill-opus", 160, "420.00", "VOLUME", null, null);
    draft.row("lines.csv", "qm-stow", "qm-2024", "quill-stow", 30, "24.00", "FLAT", null, null);
    draft.row(
        "line_changes.csv", "qm-opus", LocalDate.of(2025, 1, 7), 20, "New offices at Oar Point");
    draft.row("line_changes.csv", "qm-folio", LocalDate.of(2025, 6, 1), 20, "Summer ticket desks");
    draft.row("price_breaks.csv", "qm-folio", 250, "186.00");
    draft.row("price_breaks.csv", "qm-folio", 400, "180.00");
    draft.row("price_breaks.csv", "qm-opus", 100, "408.00");
    draft.row("price_breaks.csv", "qm-opus", 150, "396.00");
  }

  /** A year at a little less, or three at less still, for which more is asked of a seat added. */
  private static void tellOffers(Draft draft) {
    draft.row(
        "offers.csv",
        "qm-one-year",
        "qm-2024",
        "One year more",
        12,
        LocalDate.of(2026, 12, 15),
        null);
    draft.row("offer_prices.csv", "qm-one-year", "quill-letter", 1, "82.00", null, null);
    draft.row("offer_prices.csv", "qm-one-year", "quill-folio", 1, "188.00", null, null);
    draft.row("offer_prices.csv", "qm-one-year", "quill-folio", 400, "174.00", null, null);
    draft.row("offer_prices.csv", "qm-one-year", "quill-opus", 1, "412.00", null, null);
    draft.row("offer_prices.csv", "qm-one-year", "quill-opus", 100, "396.00", null, null);
    draft.row(
        "offers.csv",
        "qm-three-years",
        "qm-2024",
        "Three years",
        36,
        LocalDate.of(2026, 11, 30),
        15);
    draft.row("offer_prices.csv", "qm-three-years", "quill-letter", 1, "80.00", null, 60);
    draft.row("offer_prices.csv", "qm-three-years", "quill-folio", 1, "176.00", null, 350);
    draft.row("offer_prices.csv", "qm-three-years", "quill-folio", 400, "168.00", null, null);
    draft.row("offer_prices.csv", "qm-three-years", "quill-opus", 1, "398.00", null, 60);
  }

  private static void giveOpus(Draft draft, List<Member> offices, List<Member> drawing) {
    Seats seats = new Seats(draft, VENDOR, "qm-opus").withEarlierSpells();
    String lastIdle = null;
    for (Member member : offices) {
      Random chance = draft.chance("opus " + member.id());
      Habit habit = opusHabit(member, chance);
      String holding = seats.give(member, habit, opusParts(chance.nextInt(100)));
      lastIdle = habit == Habit.STOPPED ? holding : lastIdle;
    }
    drawing.forEach(m -> seats.give(m, Habit.OFTEN, OPUS));
    draft.row(
        "keeps.csv",
        "k-0001",
        lastIdle,
        "Covers the winter audit",
        "Head of finance",
        LocalDate.of(2027, 1, 31));
  }

  private static Habit opusHabit(Member member, Random chance) {
    int roll = chance.nextInt(100);
    if (!member.works()) {
      return Habit.DAILY;
    }
    if (roll < 46) {
      return Habit.DAILY;
    }
    if (roll < 60) {
      return Habit.OFTEN;
    }
    if (roll < 66) {
      return Habit.AT_TIMES;
    }
    if (roll < 72) {
      return Habit.STRETCHES;
    }
    if (roll < 86) {
      return Habit.STOPPED;
    }
    if (roll < 93) {
      return Habit.NEVER;
    }
    if (roll < 95) {
      return Habit.UNSEEN;
    }
    return roll < 98 ? Habit.INVITED : Habit.NEW;
  }

  /** Many who hold Opus would do with less. */
  private static List<String> opusParts(int roll) {
    if (roll < 62) {
      return OPUS;
    }
    return roll < 90 ? FOLIO : LETTER;
  }

  private static Habit folioHabit(Draft draft, Member member) {
    int roll = draft.chance("folio " + member.id()).nextInt(100);
    if (!member.works()) {
      return Habit.OFTEN;
    }
    if (roll < 58) {
      return Habit.DAILY;
    }
    if (roll < 78) {
      return Habit.OFTEN;
    }
    if (roll < 88) {
      return Habit.AT_TIMES;
    }
    if (roll < 94) {
      return Habit.STOPPED;
    }
    return roll < 97 ? Habit.NEVER : roll < 99 ? Habit.INVITED : Habit.UNSEEN;
  }

  private static void giveCrewSeats(Draft draft, List<Member> crew, Seats folio) {
    List<Member> deck = crew.stream().filter(m -> m.department().equals("Deck crew")).toList();
    deck.subList(0, 52).forEach(m -> folio.give(m, folioHabit(draft, m), FOLIO));
    Seats letter = new Seats(draft, VENDOR, "qm-letter").withEarlierSpells();
    deck.subList(52, 126)
        .forEach(
            m -> {
              int roll = draft.chance("letter " + m.id()).nextInt(10);
              Habit habit = roll < 8 ? Habit.SHIFTS : roll == 8 ? Habit.AT_TIMES : Habit.STOPPED;
              letter.give(m, habit, LETTER);
            });
    Seats stow = new Seats(draft, VENDOR, "qm-stow");
    deck.stream()
        .skip(126)
        .filter(m -> m.status().equals("SUSPENDED") || m.status().equals("ON_LEAVE"))
        .limit(9)
        .forEach(m -> stow.give(m, Habit.UNSEEN, List.of()));
  }
}
