package org.sobertally.server.renewals;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.renewal.Mix;
import org.sobertally.core.renewal.OtherRow;
import org.sobertally.core.renewal.PlanRow;
import org.sobertally.core.renewal.RenewalOption;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.renewal.RenewalStudy;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** Chooses the quantities and terms of a renewal, or keeps it as it is on purpose. */
@ApplicationScoped
class RenewalChoices {

  private final Books books;
  private final RenewalFigures figures;
  private final RenewalCases cases;
  private final Journal journal;
  private final SignIns sessions;
  private final TallyClock clock;
  private final RenewalLife life;

  RenewalChoices(
      Books books,
      RenewalFigures figures,
      RenewalCases cases,
      Journal journal,
      SignIns sessions,
      TallyClock clock,
      RenewalLife life) {
    this.books = books;
    this.figures = figures;
    this.cases = cases;
    this.journal = journal;
    this.sessions = sessions;
    this.clock = clock;
    this.life = life;
  }

  /** Chooses quantities and terms; what was decided before about it is void. */
  RenewalCase prepare(String agreement, RenewalForms.Choice form, String actor) {
    return books.write(
        change -> {
          Book book = change.book();
          RenewalStudy study = life.study(book, agreement);
          requireSeen(study, form);
          Tried tried = Tried.of(book, form.margin(), form.u(), form.known());
          RenewalCase one =
              cases
                  .find(agreement, study.chance().renews())
                  .orElseGet(() -> fresh(study, RenewalState.PREPARED));
          if (one.version > 0 || one.preparedOn != null || one.keptReason != null) {
            life.move(one, RenewalState.PREPARED);
          }
          RenewalOption option = option(book, study, form, tried);
          RenewalOption stands = study.asItStands(study.ownTerms(tried.added()), tried.known());
          forget(one);
          fill(one, form, option, actor);
          one.currency = book.rates().reportingCurrency();
          one.yearlyBefore = stands.wholeYearly();
          one.yearlyAfter = option.wholeYearly();
          cases.put(one, seats(book, one, option, stands));
          journal.add(
              actor,
              "RENEWAL_PREPARED",
              "Prepared the renewal of %s on %s: %s a year in place of %s."
                  .formatted(
                      study.agreement().name(),
                      Words.day(one.renews),
                      MoneyWords.exact(one.after().rounded()),
                      MoneyWords.exact(one.before().rounded())));
          return one;
        });
  }

  private void fill(RenewalCase one, RenewalForms.Choice form, RenewalOption option, String actor) {
    one.offer = option.offer();
    one.months = option.months();
    one.margin = form.margin();
    boolean nothingKnown = form.known() == null || form.known().isEmpty();
    one.known = nothingKnown ? null : String.join("\n", form.known());
    one.note = form.note() == null ? null : form.note().strip();
    one.preparedBy = actor;
    one.preparedBehind = String.join("\n", new TreeSet<>(sessions.behind(actor)));
    one.preparedOn = clock.today();
  }

  private void requireSeen(RenewalStudy study, RenewalForms.Choice form) {
    RenewalCase now = cases.find(study.agreement().id(), study.chance().renews()).orElse(null);
    int version = now == null ? -1 : now.version;
    if (form.seen() != null && form.seen() != version) {
      String who =
          now == null || now.preparedBy == null ? "Somebody" : sessions.nameOf(now.preparedBy);
      throw Refusal.conflict(
          "%s has changed this renewal since you opened it. Look at what stands there now; what you"
                  .formatted(who)
              + " tried is still here.");
    }
  }

  private RenewalCase fresh(RenewalStudy study, RenewalState state) {
    RenewalCase one = new RenewalCase();
    one.id = UUID.randomUUID().toString();
    one.agreement = study.agreement().id();
    one.renews = study.chance().renews();
    one.noticeBy = study.chance().noticeBy();
    one.months = 12;
    one.state = state;
    return one;
  }

  private static void forget(RenewalCase one) {
    one.decideBy = null;
    one.decidedBy = null;
    one.decidedOn = null;
    one.granted = null;
    one.decisionNote = null;
    one.keptReason = null;
    one.keptUntil = null;
  }

  private RenewalOption option(
      Book book, RenewalStudy study, RenewalForms.Choice form, Tried tried) {
    if (form.what() == Kind.AS_IT_STANDS) {
      return study.asItStands(study.ownTerms(tried.added()), tried.known());
    }
    boolean own = form.offer() == null || form.offer().isBlank();
    Mix mix =
        own
            ? figures.ownMix(study).withAdded(tried.added())
            : figures.mix(study, offer(book, study, form.offer()));
    if (!mix.uncovered().isEmpty()) {
      throw Refusal.notTaken(
          "By these terms %s would have nothing that gives what they need: choose others, or give"
                  .formatted(Words.count(mix.uncovered().size(), "person"))
              + " them something else first.",
          List.of());
    }
    return study.option(Kind.PROPOSED, mix, tried.margins(), tried.known());
  }

  private Offer offer(Book book, RenewalStudy study, String id) {
    Offer offer = book.offers().has(id) ? book.offers().byId(id) : null;
    if (offer == null || !offer.agreement().equals(study.agreement().id())) {
      throw Refusal.notFound("There is no offer %s for this agreement.".formatted(id));
    }
    if (!offer.standsOn(clock.today())) {
      throw Refusal.conflict(
          "%s could be taken until %s."
              .formatted(offer.name(), Words.day(requireNonNull(offer.validUntil()))));
    }
    return offer;
  }

  private static List<RenewalSeats> seats(
      Book book, RenewalCase one, RenewalOption option, RenewalOption stands) {
    List<RenewalSeats> all = new ArrayList<>();
    for (PlanRow row : option.plans()) {
      int before =
          stands.plans().stream()
              .filter(other -> other.plan() == row.plan())
              .mapToInt(PlanRow::seats)
              .sum();
      if (row.seats() > 0 || before > 0) {
        RenewalSeats seats = seatsOf(book, one, row.plan());
        seats.beforeSeats = before;
        seats.seats = row.seats();
        seats.unit = row.unit();
        seats.yearly = row.yearly();
        all.add(seats);
      }
    }
    addOthers(book, one, option, all);
    return all;
  }

  /** Pools and extras, those that stay as they are included: the vendor is told of all. */
  private static void addOthers(
      Book book, RenewalCase one, RenewalOption option, List<RenewalSeats> all) {
    Map<Integer, RenewalSeats> byPlan = new TreeMap<>();
    for (OtherRow row : option.others()) {
      RenewalSeats seats =
          byPlan.computeIfAbsent(
              book.planNumberOfLine(row.line()), plan -> seatsOf(book, one, plan));
      seats.beforeSeats += row.before();
      seats.seats += row.seats();
      seats.unit = row.unit();
      seats.yearly = seats.yearly.add(row.yearly());
    }
    byPlan.values().stream().filter(row -> row.seats > 0 || row.beforeSeats > 0).forEach(all::add);
  }

  private static RenewalSeats seatsOf(Book book, RenewalCase one, int plan) {
    RenewalSeats seats = new RenewalSeats();
    seats.id = UUID.randomUUID().toString();
    seats.renewal = one.id;
    seats.plan = book.plans().get(plan).id();
    seats.yearly = BigDecimal.ZERO;
    return seats;
  }

  /** It stays as it is, for a reason: until that day nobody is reminded. */
  RenewalCase keep(String agreement, String reason, LocalDate until, String actor) {
    return books.write(
        change -> {
          RenewalStudy study = life.study(change.book(), agreement);
          if (!until.isAfter(clock.today())) {
            throw Refusal.badInput("until: choose a day after today.");
          }
          RenewalCase one =
              cases
                  .find(agreement, study.chance().renews())
                  .orElseGet(() -> fresh(study, RenewalState.KEPT_ON_PURPOSE));
          if (one.version > 0 || one.preparedOn != null || one.keptReason != null) {
            life.move(one, RenewalState.KEPT_ON_PURPOSE);
          }
          forget(one);
          one.keptReason = reason.strip();
          one.keptUntil = until;
          cases.put(one, List.of());
          journal.add(
              actor,
              "RENEWAL_KEPT",
              "%s is kept as it is on purpose until %s. “%s”"
                  .formatted(study.agreement().name(), Words.day(until), one.keptReason));
          return one;
        });
  }
}
