package org.sobertally.server.leavers;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.leaver.Estate;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.leaver.PersonRoutes;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.core.people.Person;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.desk.DeskSource;
import org.sobertally.server.slates.BlockedSeats;

/** Last days, data that passes or is lost, duties that are over, and people who are back soon. */
@ApplicationScoped
class LeaversOnDesk implements DeskSource {

  private static final int SOON = 14;
  private static final int DUTY_OVER_SINCE = 30;
  private static final int MOST_NAMED = 3;

  private final LeaverFigures figures;

  private final BlockedSeats blocked;

  LeaversOnDesk(LeaverFigures figures, BlockedSeats blocked) {
    this.figures = figures;
    this.blocked = blocked;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    if (asker.role() != Role.STEWARD) {
      return List.of();
    }
    List<Line> lines = new ArrayList<>();
    LocalDate day = asker.day();
    LeaverViews views = new LeaverViews(book, day);
    List<String> left = new ArrayList<>();
    Money leftPaid = Money.zero(book.rates().reportingCurrency());
    Map<LocalDate, List<String>> back = new TreeMap<>();
    BlockedSeats.Today now = blocked.today(book);
    for (PersonRoutes leaver : figures.leavers(book, day)) {
      Person person = book.people().get(leaver.person());
      Money paid = views.seatYearly(leaver);
      // What was sent waits for its decider or for its day: nothing is to be prepared any more.
      boolean prepared = views.isUnderWay(leaver, now);
      if (leaver.kind() == LeaverKind.LEFT) {
        if (!paid.isZero() && !prepared) {
          left.add(person.name());
          leftPaid = leftPaid.plus(paid);
        }
        addSignsIn(views, leaver, lines);
        addDutyOver(day, leaver, person, lines);
      } else if (leaver.kind() == LeaverKind.LEAVING) {
        boolean past = person.leaves() != null && person.leaves().isBefore(day);
        if (past || !prepared) {
          addLastDay(day, leaver, person, paid, lines);
        }
      } else if (person.until() != null && !person.until().isAfter(day.plusDays(SOON))) {
        back.computeIfAbsent(person.until(), d -> new ArrayList<>()).add(person.name());
      }
    }
    if (!left.isEmpty()) {
      lines.add(stillHeld(left, leftPaid));
    }
    back.forEach((until, names) -> lines.add(backOn(until, names)));
    addPassing(book, day, lines);
    return lines;
  }

  private static Line stillHeld(List<String> left, Money paid) {
    return new Line(
        About.LEAVER,
        "%s left and still %s seats".formatted(names(left), left.size() == 1 ? "holds" : "hold"),
        "Their seats stay paid.",
        paid,
        null,
        "/leavers?kind=LEFT");
  }

  private static Line backOn(LocalDate until, List<String> names) {
    return new Line(
            About.RETURN,
            "%s back on %s".formatted(are(names), Words.day(until)),
            "They find their seats as they were left.",
            null,
            until,
            "/leavers?kind=ON_LEAVE")
        .on(until.toString());
  }

  private static void addLastDay(
      LocalDate day, PersonRoutes leaver, Person person, Money paid, List<Line> lines) {
    LocalDate last = person.leaves();
    if (last == null || last.isAfter(day.plusDays(SOON))) {
      return;
    }
    boolean past = last.isBefore(day);
    lines.add(
        new Line(
            About.LEAVER,
            past
                ? "%s was to leave on %s and is still active"
                    .formatted(person.name(), Words.day(last))
                : "Prepare the way out of %s".formatted(person.name()),
            "%s stay as they are.".formatted(Words.count(leaver.accounts().size(), "account")),
            paid.isZero() ? null : paid,
            past ? null : last,
            "/leavers/" + person.id()));
  }

  private static void addSignsIn(LeaverViews views, PersonRoutes leaver, List<Line> lines) {
    for (LeaverDto.Row row : views.rows(leaver)) {
      LocalDate left = row.who().leftOn();
      LocalDate used = row.lastUsed();
      if (row.signsInStill() && left != null && used != null) {
        lines.add(
            new Line(
                    About.STILL_SIGNS_IN,
                    "%s left on %s and signed in at %s on %s"
                        .formatted(
                            row.who().name(), Words.day(left), row.vendorName(), Words.day(used)),
                    "Whoever has the password reads on.",
                    null,
                    null,
                    "/leavers/" + row.who().person())
                .on(row.lies().account()));
      }
    }
  }

  private static void addDutyOver(
      LocalDate day, PersonRoutes leaver, Person person, List<Line> lines) {
    LocalDate over = leaver.dutyUntil();
    if (over != null && !over.isAfter(day) && over.isAfter(day.minusDays(DUTY_OVER_SINCE))) {
      lines.add(
          new Line(
              About.DUTY_OVER,
              "What %s stores may be deleted since %s".formatted(person.name(), Words.day(over)),
              "It lies there, and may cost money.",
              null,
              null,
              "/leavers/" + person.id()));
    }
  }

  /** Of each vendor what passes next into a dearer reach, or is lost, within two weeks. */
  private void addPassing(Book book, LocalDate day, List<Line> lines) {
    for (int vendor = 0; vendor < book.vendors().size(); vendor++) {
      Map<Reach, Boolean> said = new HashMap<>();
      for (Estate.Passing passing : figures.estate(book, day, vendor).passing()) {
        Reach reach = passing.into().reach();
        boolean matters = reach == Reach.NOBODY || reach == Reach.PAID;
        boolean soon = !passing.day().isAfter(day.plusDays(SOON));
        if (matters && soon && said.putIfAbsent(reach, true) == null) {
          lines.add(
              passing(book.vendors().get(vendor), passing, reach == Reach.NOBODY)
                  .on(reach + " " + passing.day()));
        }
      }
    }
  }

  private static Line passing(Vendor vendor, Estate.Passing passing, boolean lost) {
    String what =
        lost ? "The data of %s at %s is lost" : "The data of %s at %s is kept against money only";
    return new Line(
        About.PASSING,
        what.formatted(Words.count(passing.accounts(), "account"), vendor.name()),
        lost ? "After that day nobody brings it back." : "Opening one costs for all of them.",
        null,
        passing.day(),
        "/leavers/estate/" + vendor.id());
  }

  private static String names(List<String> names) {
    return names.size() <= MOST_NAMED ? String.join(", ", names) : Words.people(names.size());
  }

  private static String are(List<String> names) {
    return names(names) + (names.size() == 1 ? " is" : " are");
  }
}
