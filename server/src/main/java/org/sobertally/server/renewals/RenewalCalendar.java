package org.sobertally.server.renewals;

import biweekly.Biweekly;
import biweekly.ICalVersion;
import biweekly.ICalendar;
import biweekly.component.VAlarm;
import biweekly.component.VEvent;
import biweekly.parameter.Related;
import biweekly.property.Status;
import biweekly.property.Trigger;
import biweekly.util.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.RenewalChance;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;
import org.sobertally.server.desk.CalendarSource;

/**
 * The days of renewals as iCalendar: when to look, when notice is due, when it renews, and when a
 * promised use is looked at. Ids stay, and what is settled is cancelled, so that a calendar program
 * drops it.
 */
final class RenewalCalendar {

  private static final int LOOK_DAYS = 30;
  private static final int ALARM_DAYS = 7;

  private final Book book;
  private final LocalDate today;
  private final Map<String, RenewalState> states;
  private final String address;
  private final ICalendar calendar = new ICalendar();

  /**
   * @param states by {@link #key}
   * @param address of the application
   */
  RenewalCalendar(Book book, LocalDate today, Map<String, RenewalState> states, String address) {
    this.book = book;
    this.today = today;
    this.states = states;
    this.address = address;
    calendar.setVersion(ICalVersion.V2_0);
    calendar.setProductId("-//Sober Tally//Renewals//EN");
    calendar.setName("Renewals");
  }

  /** One renewal of an agreement. */
  static String key(String agreement, LocalDate renews) {
    return agreement + "-" + renews;
  }

  /** As text, for the agreements that are wanted. */
  String write(Predicate<Agreement> wanted) {
    for (Agreement agreement : book.agreements().all()) {
      Optional<RenewalChance> chance = agreement.nextChance(today);
      if (wanted.test(agreement) && agreement.inForce(today) && chance.isPresent()) {
        add(agreement, chance.get());
      }
    }
    return Biweekly.write(calendar).go();
  }

  /** As text, for days of people and data. */
  String write(List<CalendarSource.Day> days) {
    calendar.setName("Leavers and steps");
    days.stream()
        .sorted(Comparator.comparing(CalendarSource.Day::day).thenComparing(CalendarSource.Day::id))
        .forEach(
            day -> {
              String said = "%s %s%s".formatted(Words.day(day.day()), address, day.path());
              event(day.id(), day.day(), day.summary(), day.path(), said, false);
            });
    return Biweekly.write(calendar).go();
  }

  private void add(Agreement agreement, RenewalChance chance) {
    String of = key(agreement.id(), chance.renews());
    RenewalState state = states.getOrDefault(of, RenewalState.OPEN);
    boolean told =
        state == RenewalState.NOTICE_GIVEN
            || state == RenewalState.RENEWED
            || state == RenewalState.KEPT_ON_PURPOSE;
    String name = agreement.name();
    LocalDate look = chance.noticeBy().minusDays(LOOK_DAYS);
    event("look-" + of, look, "Look at %s before it renews".formatted(name), agreement, told);
    event(
        "notice-" + of,
        chance.noticeBy(),
        "Last day to give notice on %s".formatted(name),
        agreement,
        told);
    event("renews-" + of, chance.renews(), "%s renews".formatted(name), agreement, false);
    for (LocalDate missed : chance.missed()) {
      // Nothing can be changed any more, but it comes.
      String id = "renews-" + key(agreement.id(), missed);
      event(id, missed, "%s renews".formatted(name), agreement, false);
    }
    addOffers(agreement, told);
    addCheck(agreement);
  }

  private void addOffers(Agreement agreement, boolean told) {
    for (Offer offer : book.offers().all()) {
      if (offer.agreement().equals(agreement.id()) && offer.validUntil() != null) {
        event(
            "offer-" + offer.id(),
            offer.validUntil(),
            "Last day to take %s for %s".formatted(offer.name(), agreement.name()),
            agreement,
            told);
      }
    }
  }

  private void addCheck(Agreement agreement) {
    LocalDate check = agreement.floor() == null ? null : agreement.floor().check();
    if (check != null) {
      event(
          "check-" + agreement.id() + "-" + check,
          check,
          "The promised use of %s is looked at".formatted(agreement.name()),
          agreement,
          false);
    }
  }

  private void event(
      String id, LocalDate day, String summary, Agreement agreement, boolean cancelled) {
    String path = "/renewals/" + agreement.id();
    String said =
        "%s, %s. %s%s"
            .formatted(
                book.vendors().byId(agreement.vendor()).name(), Words.day(day), address, path);
    event(id, day, summary, path, said, cancelled);
  }

  private void event(
      String id, LocalDate day, String summary, String path, String said, boolean cancelled) {
    VEvent event = new VEvent();
    event.setUid(id + "@sober-tally");
    event.setSummary(summary);
    event.setDateStart(at(day), false);
    event.setDateEnd(at(day.plusDays(1)), false);
    // Out of the data: the same calendar is the same text.
    event.setDateTimeStamp(at(today));
    event.setUrl(address + path);
    event.setDescription(said);
    event.setStatus(cancelled ? Status.cancelled() : Status.confirmed());
    if (!cancelled) {
      Duration before = Duration.builder().prior(true).days(ALARM_DAYS).build();
      event.addAlarm(VAlarm.display(new Trigger(before, Related.START), summary));
    }
    calendar.addEvent(event);
  }

  private static Date at(LocalDate day) {
    return Date.from(day.atStartOfDay(ZoneOffset.systemDefault()).toInstant());
  }
}
