package org.sobertally.server.leavers;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.Estate;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.leaver.PersonRoutes;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.core.people.Person;
import org.sobertally.core.words.Words;
import org.sobertally.server.desk.CalendarSource;

/** Last days, days on which somebody is back, and days on which data passes, is lost or is free. */
@ApplicationScoped
class LeaversInCalendar implements CalendarSource {

  private final LeaverFigures figures;

  LeaversInCalendar(LeaverFigures figures) {
    this.figures = figures;
  }

  @Override
  public List<Day> days(Book book, LocalDate today) {
    List<Day> days = new ArrayList<>();
    for (PersonRoutes leaver : figures.leavers(book, today)) {
      Person person = book.people().get(leaver.person());
      String path = "/leavers/" + person.id();
      if (leaver.kind() == LeaverKind.LEAVING) {
        add(days, today, "last-" + person.id(), person.leaves(), "Last day of %s", person, path);
      } else if (leaver.kind() != LeaverKind.LEFT) {
        add(days, today, "back-" + person.id(), person.until(), "%s is back", person, path);
      }
      add(
          days,
          today,
          "duty-" + person.id(),
          leaver.dutyUntil(),
          "What %s stores may be deleted",
          person,
          path);
    }
    for (int vendor = 0; vendor < book.vendors().size(); vendor++) {
      passing(book, today, vendor, days);
    }
    return days;
  }

  private static void add(
      List<Day> days,
      LocalDate today,
      String id,
      @Nullable LocalDate day,
      String text,
      Person person,
      String path) {
    if (day != null && !day.isBefore(today)) {
      days.add(new Day(id, day, text.formatted(person.name()), path));
    }
  }

  private void passing(Book book, LocalDate today, int vendor, List<Day> days) {
    var of = book.vendors().get(vendor);
    for (Estate.Passing one : figures.estate(book, today, vendor).passing()) {
      Estate.Place into = one.into();
      boolean gone = into.reach() == Reach.NOBODY;
      days.add(
          new Day(
              "passes-%s-%s-%s-%s".formatted(of.id(), one.day(), into.state(), into.stage()),
              one.day(),
              gone
                  ? "Data of %s at %s is lost"
                      .formatted(Words.count(one.accounts(), "account"), of.name())
                  : "Data of %s at %s passes: %s"
                      .formatted(
                          Words.count(one.accounts(), "account"),
                          of.name(),
                          into.name() == null ? "kept" : into.name()),
              "/leavers/estate/" + of.id()));
    }
  }
}
