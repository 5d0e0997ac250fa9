package org.sobertally.server.desk;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Keep;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.FloorForecast;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.figures.Figures;

/** What follows from the book alone: notice days, floors, shortness, sources and keeps. */
@ApplicationScoped
class BookOnDesk implements DeskSource {

  private static final int NOTICE_DAYS = 60;
  private static final int STALE_DAYS = 7;
  private static final int KEEP_DAYS = 30;
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

  private final Figures figures;

  BookOnDesk(Figures figures) {
    this.figures = figures;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    List<Line> lines = new ArrayList<>();
    addNotices(book, asker.day(), lines);
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.agreementOfLine(line).inForce(asker.day())) {
        addFloor(book, line, asker.day(), lines);
        addShort(book, line, asker.day(), lines);
      }
    }
    addAdministrators(book, asker.day(), lines);
    addStale(book, asker.day(), lines);
    addKeeps(book, asker.day(), lines);
    return lines;
  }

  /** Agreements whose notice day is near, with what could be had back or is spare on them. */
  private void addNotices(Book book, LocalDate day, List<Line> lines) {
    for (Agreement agreement : book.agreements().all()) {
      Optional<LocalDate> by = agreement.noticeBy(day).filter(notice -> !notice.isBefore(day));
      if (!agreement.inForce(day) || by.isEmpty() || by.get().isAfter(day.plusDays(NOTICE_DAYS))) {
        continue;
      }
      Money paid = Money.zero(book.rates().reportingCurrency());
      Money waste = paid;
      int largest = -1;
      for (int line = 0; line < book.lines().size(); line++) {
        if (book.agreementOfLine(line).id().equals(agreement.id())) {
          Money cost = book.yearlyCost(line, day);
          int spare = Math.max(0, Ledger.count(book, line, day).spare() - atOnce(book, line, day));
          waste =
              waste
                  .plus(figures.of(book, day).covers().recoverableOf(line))
                  .plus(book.seatPrice(line, day).times(spare));
          paid = paid.plus(cost);
          boolean larger =
              largest < 0 || cost.amount().compareTo(book.yearlyCost(largest, day).amount()) > 0;
          largest = larger ? line : largest;
        }
      }
      if (largest < 0) {
        continue;
      }
      LocalDate renewal = agreement.nextRenewal(day).orElseThrow();
      lines.add(
          new Line(
              About.NOTICE,
              "Give notice on %s, or keep it".formatted(agreement.name()),
              "It %s on %s as it is, %s a year."
                  .formatted(
                      agreement.renews() == Agreement.Renews.AUTO ? "renews" : "ends",
                      DAY.format(renewal),
                      MoneyWords.about(paid)),
              waste.amount().signum() > 0 ? waste : null,
              by.get(),
              path(book, largest)));
    }
  }

  private int atOnce(Book book, int line, LocalDate day) {
    return book.planOfLine(line).model() == PlanModel.FLOATING
        ? figures.poolPeak(book, book.planNumberOfLine(line), day)
        : 0;
  }

  private static String path(Book book, int line) {
    return book.planOfLine(line).model() == PlanModel.FLOATING
        ? "/pools/" + book.planOfLine(line).id()
        : "/subscriptions/" + book.lines().get(line).id();
  }

  private static void addFloor(Book book, int line, LocalDate day, List<Line> lines) {
    FloorForecast forecast = FloorForecast.of(book, line, day);
    if (forecast == null || forecast.mustSignIn() <= 0) {
      return;
    }
    Agreement agreement = book.agreementOfLine(line);
    lines.add(
        new Line(
            About.FLOOR,
            "%s stands below its promised %s %%: %d people must sign in, or %d seats be given up"
                .formatted(
                    book.planOfLine(line).name(),
                    agreement.floor().percent(),
                    forecast.mustSignIn(),
                    forecast.giveUp()),
            "On %s the promise is checked and not met; the price it is granted at may go."
                .formatted(DAY.format(forecast.check())),
            book.yearlyCost(line, day),
            forecast.check(),
            "/subscriptions/%s".formatted(book.lines().get(line).id())));
  }

  private static void addShort(Book book, int line, LocalDate day, List<Line> lines) {
    Places places = Ledger.count(book, line, day);
    if (places.missing() > 0) {
      lines.add(
          new Line(
              About.SHORT,
              "%s: %d more seats are held than were bought"
                  .formatted(book.planOfLine(line).name(), places.missing()),
              "The vendor may charge them at its next count.",
              book.seatPrice(line, day).times(places.missing()),
              null,
              "/subscriptions/" + book.lines().get(line).id()));
    }
  }

  private static void addAdministrators(Book book, LocalDate day, List<Line> lines) {
    for (int a = 0; a < book.accounts().size(); a++) {
      Account account = book.accounts().get(a);
      boolean there =
          account.stateOn(day) == Account.State.ACTIVE
              || account.stateOn(day) == Account.State.INVITED;
      if (account.admin() && book.personOfAccount(a) < 0 && there) {
        Vendor vendor = book.vendors().byId(account.vendor());
        lines.add(
            new Line(
                About.ADMINISTRATOR,
                "%s at %s has administrator rights and belongs to nobody"
                    .formatted(account.email(), vendor.name()),
                "Nobody would notice who signs in with it.",
                null,
                null,
                "/findings?sets=NOBODYS&vendor=" + vendor.id()));
      }
    }
  }

  private static void addStale(Book book, LocalDate day, List<Line> lines) {
    for (Vendor vendor : book.vendors().all()) {
      LocalDate to = book.evidenceOf(vendor.id(), day).to();
      long behind = ChronoUnit.DAYS.between(to, day);
      if (book.hasEvidence(vendor.id()) && behind > STALE_DAYS) {
        lines.add(
            new Line(
                About.STALE,
                "The use of %s is known to %s only, %d days back"
                    .formatted(vendor.name(), DAY.format(to), behind),
                "Nothing after that day is counted, for or against anybody.",
                null,
                null,
                "/intake"));
      }
    }
  }

  private void addKeeps(Book book, LocalDate day, List<Line> lines) {
    if (!book.hasKeeps()) {
      return;
    }
    UseStates states = figures.of(book, day).states();
    for (int h = 0; h < book.holdings().size(); h++) {
      if (!states.isOpen(h)) {
        continue;
      }
      Keep keep = book.keepOn(book.holdings().id(h), day);
      if (keep != null && !keep.until().isAfter(day.plusDays(KEEP_DAYS))) {
        Account account = book.accounts().get(book.holdings().account(h));
        String name =
            account.person() == null
                ? account.email()
                : book.people().byId(account.person()).name();
        LocalDate used = Days.date(states.lastUsed(h));
        lines.add(
            new Line(
                About.KEEP,
                "%s’s %s is kept until %s: %s"
                    .formatted(
                        name,
                        book.planOfLine(book.holdings().line(h)).name(),
                        DAY.format(keep.until()),
                        keep.reason()),
                used == null
                    ? "Then it can be taken back; no use of it is known."
                    : "Then it can be taken back; it was last used on %s."
                        .formatted(DAY.format(used)),
                book.seatPrice(book.holdings().line(h), day),
                keep.until(),
                account.person() == null
                    ? "/subscriptions/" + book.lines().get(book.holdings().line(h)).id()
                    : "/people/" + account.person()));
      }
    }
  }
}
