package org.sobertally.server.renewals;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.renewal.Mix;
import org.sobertally.core.renewal.PlanRow;
import org.sobertally.core.renewal.RenewalOption;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.renewal.RenewalStudy;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.kept.Savings;
import org.sobertally.server.names.Slugs;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/**
 * Brings a renewal from a choice to a lower bill: chosen by one, decided by another, told to the
 * vendor, and then written down as the next term. Each step is one transaction.
 */
@ApplicationScoped
class RenewalService {

  private final Books books;
  private final BookEditor editor;
  private final RenewalFigures figures;
  private final RenewalCases cases;
  private final RenewalMail mail;
  private final Savings savings;
  private final Journal journal;
  private final SignIns sessions;
  private final TallyClock clock;

  RenewalService(
      Books books,
      BookEditor editor,
      RenewalFigures figures,
      RenewalCases cases,
      RenewalMail mail,
      Savings savings,
      Journal journal,
      SignIns sessions,
      TallyClock clock) {
    this.books = books;
    this.editor = editor;
    this.figures = figures;
    this.cases = cases;
    this.mail = mail;
    this.savings = savings;
    this.journal = journal;
    this.sessions = sessions;
    this.clock = clock;
  }

  private RenewalStudy study(Book book, String agreement) {
    RenewalResource.requireAgreement(book, agreement);
    return figures
        .study(book, clock.today(), agreement)
        .orElseThrow(
            () ->
                Refusal.conflict(
                    "%s has no renewal that can still be changed."
                        .formatted(book.agreements().byId(agreement).name())));
  }

  private RenewalCase require(Book book, String agreement) {
    RenewalStudy study = study(book, agreement);
    return cases
        .find(agreement, study.chance().renews())
        .orElseThrow(() -> Refusal.conflict("Nothing is prepared for this renewal yet."));
  }

  /** The one of which the vendor was told, whatever the day is. */
  private RenewalCase requireTold(Book book, String agreement, String otherwise) {
    RenewalResource.requireAgreement(book, agreement);
    return cases.told(agreement).orElseThrow(() -> Refusal.conflict(otherwise));
  }

  private void move(RenewalCase one, RenewalState next) {
    RenewalState now = one.stateOn(clock.today());
    boolean again =
        now == next && next != RenewalState.PREPARED && next != RenewalState.KEPT_ON_PURPOSE;
    if (again || !RenewalState.LIFE.may(now, next)) {
      throw Refusal.conflict("This renewal is %s; that cannot be done now.".formatted(words(now)));
    }
    one.state = next;
  }

  static String words(RenewalState state) {
    return switch (state) {
      case OPEN -> "open";
      case PREPARED -> "prepared";
      case ASKED -> "waiting for a decision";
      case DECIDED -> "decided";
      case NOTICE_GIVEN -> "told to the vendor";
      case RENEWED -> "renewed";
      case KEPT_ON_PURPOSE -> "kept on purpose";
    };
  }

  /** Chooses quantities and terms; what was decided before about it is void. */
  RenewalCase prepare(String agreement, RenewalForms.Choice form, String actor) {
    return books.write(
        change -> {
          Book book = change.book();
          RenewalStudy study = study(book, agreement);
          requireSeen(study, form);
          Tried tried = Tried.of(book, form.margin(), form.u(), form.known());
          RenewalCase one =
              cases
                  .find(agreement, study.chance().renews())
                  .orElseGet(() -> fresh(study, RenewalState.PREPARED));
          if (one.version > 0 || one.preparedOn != null || one.keptReason != null) {
            move(one, RenewalState.PREPARED);
          }
          RenewalOption option = option(book, study, form, tried);
          forget(one);
          one.offer = option.offer();
          one.months = option.months();
          one.margin = form.margin();
          boolean nothingKnown = form.known() == null || form.known().isEmpty();
          one.known = nothingKnown ? null : String.join("\n", form.known());
          one.note = form.note() == null ? null : form.note().strip();
          one.preparedBy = actor;
          one.preparedBehind = String.join("\n", new TreeSet<>(sessions.behind(actor)));
          one.preparedOn = clock.today();
          one.currency = book.rates().reportingCurrency();
          RenewalOption stands = study.asItStands(study.ownTerms(tried.added()), tried.known());
          one.yearlyBefore = stands.yearly();
          one.yearlyAfter = option.yearly();
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
    Mix mix;
    if (form.offer() == null || form.offer().isBlank()) {
      mix = figures.ownMix(study).withAdded(tried.added());
    } else {
      Offer offer = book.offers().has(form.offer()) ? book.offers().byId(form.offer()) : null;
      if (offer == null || !offer.agreement().equals(study.agreement().id())) {
        throw Refusal.notFound("There is no offer %s for this agreement.".formatted(form.offer()));
      }
      if (!offer.standsOn(clock.today())) {
        throw Refusal.conflict(
            "%s could be taken until %s."
                .formatted(offer.name(), Words.day(requireNonNull(offer.validUntil()))));
      }
      mix = figures.mix(study, offer);
    }
    if (!mix.uncovered().isEmpty()) {
      throw Refusal.notTaken(
          "By these terms %s would have nothing that gives what they need: choose others, or give"
                  .formatted(Words.count(mix.uncovered().size(), "person"))
              + " them something else first.",
          List.of());
    }
    return study.option(Kind.PROPOSED, mix, tried.margins(), tried.known());
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
        RenewalSeats seats = new RenewalSeats();
        seats.id = UUID.randomUUID().toString();
        seats.renewal = one.id;
        seats.plan = book.plans().get(row.plan()).id();
        seats.beforeSeats = before;
        seats.seats = row.seats();
        seats.unit = row.unit();
        seats.yearly = row.yearly();
        all.add(seats);
      }
    }
    return all;
  }

  /** Asks those who may decide. */
  RenewalCase ask(String agreement, LocalDate decideBy, String actor) {
    return books.write(
        change -> {
          RenewalCase one = require(change.book(), agreement);
          LocalDate today = clock.today();
          LocalDate last = one.noticeBy.isBefore(today) ? one.renews.minusDays(1) : one.noticeBy;
          if (decideBy.isBefore(today) || decideBy.isAfter(last)) {
            throw Refusal.badInput(
                "decideBy: choose a day from today to %s, or it comes too late."
                    .formatted(Words.day(last)));
          }
          move(one, RenewalState.ASKED);
          one.decideBy = decideBy;
          String name = change.book().agreements().byId(agreement).name();
          mail.askDeciders(change.book(), one, cases.seatsOf(one));
          journal.add(
              actor,
              "RENEWAL_ASKED",
              "Asked for a decision on the renewal of %s by %s."
                  .formatted(name, Words.day(decideBy)));
          return one;
        });
  }

  /** Somebody else's yes or no. */
  RenewalCase decide(String agreement, boolean grant, String note, String actor) {
    return books.write(
        change -> {
          RenewalCase one = require(change.book(), agreement);
          boolean own = one.isPreparedByAnyOf(sessions.behind(actor));
          if (one.state == RenewalState.ASKED && own) {
            throw Refusal.forbidden("Somebody else decides what you have prepared.");
          }
          if (one.state != RenewalState.ASKED) {
            throw Refusal.conflict(
                "This renewal is %s; there is nothing to decide.".formatted(words(one.state)));
          }
          move(one, grant ? RenewalState.DECIDED : RenewalState.PREPARED);
          one.granted = grant;
          one.decidedBy = actor;
          one.decidedOn = clock.today();
          one.decisionNote = note == null || note.isBlank() ? null : note.strip();
          String name = change.book().agreements().byId(agreement).name();
          String why = one.decisionNote == null ? "" : " “" + one.decisionNote + "”";
          mail.tellDecision(change.book(), one);
          journal.add(
              actor,
              "RENEWAL_DECIDED",
              "%s the renewal of %s on %s.%s"
                  .formatted(grant ? "Granted" : "Refused", name, Words.day(one.renews), why));
          return one;
        });
  }

  /** The vendor was told: from the renewal on the chosen quantities stand in the book. */
  RenewalCase giveNotice(String agreement, RenewalForms.Notice form, LocalDate day, String actor) {
    return books.write(
        change -> {
          Book book = change.book();
          RenewalCase one = require(book, agreement);
          if (day.isAfter(clock.today())) {
            throw Refusal.badInput("day: %s has not come yet.".formatted(day));
          }
          Agreement of = book.agreements().byId(agreement);
          boolean byHand = of.termOn(one.renews.minusDays(1)).renews() == Agreement.Renews.MANUAL;
          if (day.isAfter(one.noticeBy) && !byHand) {
            throw Refusal.conflict(
                "Notice for %s was due by %s: it renews as it stands, and the next chance is a"
                        .formatted(Words.day(one.renews), Words.day(one.noticeBy))
                    + " year later.");
          }
          move(one, RenewalState.NOTICE_GIVEN);
          one.noticeOn = day;
          one.noticeWay = form.way().strip();
          one.noticeAddress = form.address() == null ? null : form.address().strip();
          one.noticeByWhom = actor;
          changeQuantities(change, one, true);
          journal.add(
              actor,
              "NOTICE_GIVEN",
              "Told %s on %s by %s: %s from %s."
                  .formatted(
                      book.vendors().byId(of.vendor()).name(),
                      Words.day(day),
                      one.noticeWay,
                      said(book, one),
                      Words.day(one.renews)));
          return one;
        });
  }

  private String said(Book book, RenewalCase one) {
    List<String> said = new ArrayList<>();
    for (RenewalSeats seats : cases.seatsOf(one)) {
      if (seats.seats != seats.beforeSeats) {
        said.add(
            "%d %s in place of %d"
                .formatted(seats.seats, book.plans().byId(seats.plan).name(), seats.beforeSeats));
      }
    }
    return said.isEmpty() ? "as it stands" : String.join(", ", said);
  }

  /** As long as the renewal has not come. */
  RenewalCase withdrawNotice(String agreement, String actor) {
    return books.write(
        change -> {
          RenewalCase one =
              requireTold(change.book(), agreement, "No notice was given for this renewal.");
          if (!clock.today().isBefore(one.renews)) {
            throw Refusal.conflict(
                "It has renewed on %s: the notice cannot be withdrawn any more."
                    .formatted(Words.day(one.renews)));
          }
          move(one, RenewalState.DECIDED);
          changeQuantities(change, one, false);
          one.noticeOn = null;
          one.noticeWay = null;
          one.noticeAddress = null;
          one.noticeByWhom = null;
          one.proof = null;
          one.proofName = null;
          journal.add(
              actor,
              "NOTICE_WITHDRAWN",
              "Withdrew the notice on %s."
                  .formatted(change.book().agreements().byId(agreement).name()));
          return one;
        });
  }

  private void changeQuantities(Books.Change change, RenewalCase one, boolean there) {
    String name = change.book().agreements().byId(one.agreement).name();
    for (RenewalSeats seats : cases.seatsOf(one)) {
      int more = there ? seats.seats - seats.beforeSeats : seats.beforeSeats - seats.seats;
      List<Subscription> lines =
          change.book().lines().all().stream()
              .filter(line -> line.agreement().equals(one.agreement))
              .filter(line -> line.plan().equals(seats.plan))
              .toList();
      if (more == 0) {
        continue;
      }
      if (lines.isEmpty()) {
        lines = List.of(newLine(change, one, seats.plan));
      }
      for (Subscription line : lines) {
        int fits = more > 0 ? more : Math.max(more, -line.quantityOn(one.renews));
        if (fits != 0) {
          String reason = (there ? "Renewal of " : "Notice withdrawn on ") + name;
          editor.changeQuantity(change, line.id(), one.renews, fits, reason);
          more -= fits;
        }
      }
    }
  }

  /** A plan that was not bought on the agreement yet: none of it until the renewal. */
  private Subscription newLine(Books.Change change, RenewalCase one, String plan) {
    Book book = change.book();
    Plan of = book.plans().byId(plan);
    PriceList prices = null;
    if (one.offer != null && book.offers().has(one.offer)) {
      for (Offer.PriceOf price : book.offers().byId(one.offer).prices()) {
        prices = price.plan().equals(plan) ? price.prices() : prices;
      }
    }
    if (prices == null && of.listedPrice() != null) {
      prices = new PriceList(PriceList.Pricing.FLAT, of.listedPrice(), List.of(), 0);
    }
    if (prices == null) {
      throw Refusal.conflict(
          "%s has no price on %s: write down a subscription to it on the terms sheet first."
              .formatted(of.name(), book.agreements().byId(one.agreement).name()));
    }
    String base = Slugs.of(one.agreement + " " + plan);
    String id = base;
    for (int n = 2; book.lines().has(id); n++) {
      id = base + "-" + n;
    }
    Subscription line =
        new Subscription(id, one.agreement, plan, 0, prices, List.of(), List.of(), null);
    editor.put(change, line);
    return line;
  }

  /** A file that shows that the vendor was told. */
  RenewalCase prove(String agreement, String name, byte[] content, String actor) {
    return books.write(
        change -> {
          RenewalCase one =
              requireTold(
                  change.book(), agreement, "Give notice first; then its proof can be kept.");
          one.proofName = name;
          one.proof = content;
          journal.add(actor, "NOTICE_PROVED", "Kept %s as proof of the notice.".formatted(name));
          return one;
        });
  }

  /** The vendor has confirmed: the next term begins on the renewal day, and the money is kept. */
  RenewalCase renew(
      String agreement, RenewalForms.NextTerm form, @Nullable LocalDate ends, String actor) {
    return books.write(
        change -> {
          Book book = change.book();
          RenewalCase one =
              requireTold(
                  book,
                  agreement,
                  "Nothing was told to the vendor that is not written down yet. Give notice first.");
          LocalDate until = ends == null ? one.renews.plusMonths(one.months) : ends;
          if (!one.renews.isBefore(until)) {
            throw Refusal.badInput(
                "ends: the term begins on %s and must end after that."
                    .formatted(Words.day(one.renews)));
          }
          move(one, RenewalState.RENEWED);
          Agreement of = book.agreements().byId(agreement);
          List<Term.Later> later = new ArrayList<>(of.later());
          later.removeIf(term -> term.from().equals(one.renews));
          later.add(new Term.Later(one.renews, until, form.noticeDays(), null, null));
          editor.put(change, of.withLater(later));
          if (one.offer != null) {
            takePrices(change, one);
          }
          one.renewedOn = clock.today();
          Money less = one.less().rounded();
          if (less.amount().signum() > 0) {
            savings.add(
                new Savings.Stopped(
                    one.id,
                    null,
                    "%s renewed: %s".formatted(of.name(), said(book, one)),
                    agreement,
                    null,
                    0,
                    one.renews,
                    book.rates().toReporting(less, clock.today()),
                    one.decidedBy,
                    one.decidedOn));
          }
          journal.add(
              actor,
              "RENEWED",
              "%s is renewed from %s until before %s: %s, %s a year less."
                  .formatted(
                      of.name(),
                      Words.day(one.renews),
                      Words.day(until),
                      said(book, one),
                      MoneyWords.exact(less)));
          return one;
        });
  }

  private void takePrices(Books.Change change, RenewalCase one) {
    String offer = one.offer;
    if (offer == null || !change.book().offers().has(offer)) {
      throw Refusal.conflict("The offer is not in the book any more: bring it in again.");
    }
    for (Offer.PriceOf price : change.book().offers().byId(offer).prices()) {
      for (Subscription line : change.book().lines().all()) {
        PlanModel model = change.book().plans().byId(line.plan()).model();
        if (line.agreement().equals(one.agreement)
            && line.plan().equals(price.plan())
            && model != PlanModel.FLOATING) {
          List<Subscription.LaterPrices> later = new ArrayList<>(line.laterPrices());
          later.removeIf(same -> same.from().equals(one.renews));
          later.add(
              new Subscription.LaterPrices(
                  one.renews,
                  price.prices().unitPrice(),
                  price.prices().pricing(),
                  price.prices().minimum(),
                  price.prices().breaks()));
          editor.put(change, line.withPrices(line.prices(), later));
        }
      }
    }
  }

  /** It stays as it is, for a reason: until that day nobody is reminded. */
  RenewalCase keep(String agreement, String reason, LocalDate until, String actor) {
    return books.write(
        change -> {
          RenewalStudy study = study(change.book(), agreement);
          if (!until.isAfter(clock.today())) {
            throw Refusal.badInput("until: choose a day after today.");
          }
          RenewalCase one =
              cases
                  .find(agreement, study.chance().renews())
                  .orElseGet(() -> fresh(study, RenewalState.KEPT_ON_PURPOSE));
          if (one.version > 0 || one.preparedOn != null || one.keptReason != null) {
            move(one, RenewalState.KEPT_ON_PURPOSE);
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
