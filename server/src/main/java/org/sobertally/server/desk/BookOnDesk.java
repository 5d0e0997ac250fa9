package org.sobertally.server.desk;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Keep;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.FloorForecast;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.words.Words;
import org.sobertally.server.figures.FigureCache;

/** What follows from the book alone: floors, shortness, sources and keeps. */
@ApplicationScoped
class BookOnDesk implements DeskSource {

  private static final int STALE_DAYS = 7;
  private static final int KEEP_DAYS = 30;

  private final FigureCache figures;

  BookOnDesk(FigureCache figures) {
    this.figures = figures;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    List<Line> lines = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.agreementOfLine(line).inForce(asker.day())) {
        addShort(book, line, asker.day(), lines);
      }
    }
    addFloors(book, asker.day(), lines);
    addAdministrators(book, asker.day(), lines);
    addStale(book, asker.day(), lines);
    addKeeps(book, asker.day(), lines);
    return lines;
  }

  /** Promised floors that will be missed as far as anybody can tell. */
  private void addFloors(Book book, LocalDate day, List<Line> lines) {
    Findings findings = figures.findings(book, day);
    for (int n = 0; n < findings.size(); n++) {
      if (findings.kind(n) == FindingKind.FLOOR_AT_RISK) {
        lines.add(floor(book, findings.line(n), day));
      }
    }
  }

  /** What is used changes from day to day: it stands beside the sentence, not in it. */
  private static Line floor(Book book, int line, LocalDate day) {
    FloorForecast forecast = FloorForecast.of(book, line, day);
    String stands =
        "%s stands at less than its promised %s %%"
            .formatted(
                book.planOfLine(line).name(),
                requireNonNull(book.agreementOfLine(line).floor())
                    .percent()
                    .stripTrailingZeros()
                    .toPlainString());
    return new Line(
            About.FLOOR,
            forecast == null
                ? stands
                : "%s, which is looked at on %s".formatted(stands, Words.day(forecast.check())),
            forecast == null
                ? "The promise is not met; the price it is granted at may go."
                : ifNothing(forecast),
            book.yearlyCost(line, day),
            forecast == null ? null : forecast.check(),
            "/subscriptions/" + book.lines().get(line).id())
        .of(book.agreementOfLine(line).id());
  }

  private static String ifNothing(FloorForecast forecast) {
    String stands =
        forecast.expectedPercent() == null
            ? "The promise is not met; the price it is granted at may go."
            : "As expected it stands at %s %% on %s; the price it is granted at may go."
                .formatted(forecast.expectedPercent().toPlainString(), Words.day(forecast.check()));
    return "%s To meet it, %s.".formatted(stands, forecast.whatItTakes());
  }

  private static void addShort(Book book, int line, LocalDate day, List<Line> lines) {
    Places places = Ledger.count(book, line, day);
    if (places.missing() > 0) {
      lines.add(
          new Line(
                  About.SHORT,
                  "%s: %s held that nobody bought"
                      .formatted(
                          book.planOfLine(line).name(), Words.count(places.missing(), "seat")),
                  "The vendor may charge them at its next count.",
                  book.seatPrice(line, day).times(places.missing()),
                  null,
                  "/subscriptions/" + book.lines().get(line).id())
              .of(book.agreementOfLine(line).id()));
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
                "/findings?kind=NOBODYS&vendor=%s&chosen=%s".formatted(vendor.id(), account.id())));
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
                    "The use of %s is known to %s only".formatted(vendor.name(), Words.day(to)),
                    "Nothing of the %s since is counted, for or against anybody."
                        .formatted(Words.count(behind, "day")),
                    null,
                    null,
                    "/intake")
                .on(vendor.id()));
      }
    }
  }

  private void addKeeps(Book book, LocalDate day, List<Line> lines) {
    if (!book.hasKeeps()) {
      return;
    }
    UseStates states = figures.of(book, day).states();
    for (int h = 0; h < book.holdings().size(); h++) {
      Keep keep = states.isOpen(h) ? book.keepOn(book.holdings().id(h), day) : null;
      if (keep != null && !keep.until().isAfter(day.plusDays(KEEP_DAYS))) {
        lines.add(keep(book, h, keep, Days.date(states.lastUsed(h)), day));
      }
    }
  }

  private static Line keep(Book book, int h, Keep keep, @Nullable LocalDate used, LocalDate day) {
    Account account = book.accounts().get(book.holdings().account(h));
    int line = book.holdings().line(h);
    String name =
        account.person() == null ? account.email() : book.people().byId(account.person()).name();
    String what = "%s’s %s is kept until %s: %s";
    return new Line(
            About.KEEP,
            what.formatted(
                name, book.planOfLine(line).name(), Words.day(keep.until()), keep.reason()),
            used == null
                ? "Then it can be taken back; no use of it is known."
                : "Then it can be taken back; it was last used on %s.".formatted(Words.day(used)),
            book.seatPrice(line, day),
            keep.until(),
            "/house-rules?part=keeps")
        .on(keep.id());
  }
}
