package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.ledger.Reconciliation;
import org.sobertally.core.pool.PoolReplay;
import org.sobertally.core.use.FloorForecast;
import org.sobertally.core.use.Utilisation;

/** Looks at each subscription as a whole, and at what vendors say. */
final class InSubscriptions {

  private final Findings found;
  private final Book book;
  private final LocalDate asOf;
  private final ZoneId zone;

  InSubscriptions(Findings found, ZoneId zone) {
    this.found = found;
    this.zone = zone;
    book = found.book;
    asOf = found.asOf;
  }

  void look(Map<Integer, Map<String, Set<String>>> reported) {
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.agreementOfLine(line).inForce(asOf)) {
        if (book.planOfLine(line).model() == PlanModel.FLOATING) {
          lookAtPool(line);
        } else {
          lookAtSeats(line);
        }
        lookAtFloor(line);
      }
    }
    reported.forEach(this::lookForDrift);
  }

  private void lookAtSeats(int line) {
    Places places = Ledger.count(book, line, asOf);
    int vendor = book.vendorOfLine(line);
    if (places.missing() > 0) {
      String said =
          "%s held, %s bought: %s short."
              .formatted(
                  Sentences.seats(places.bought() - places.spare()),
                  places.bought(),
                  Sentences.seats(places.missing()));
      found.addWhole(FindingKind.SHORT, vendor, line, BigDecimal.ZERO, said);
    }
    Surplus surplus = Surplus.of(book, line, asOf, zone);
    BigDecimal gives = surplus.yearly().amount();
    if (surplus.seats() > 0 && gives.signum() > 0) {
      String said =
          "%s %s spare; in no 30 days of the past year were more than %d wanted. Giving back %d saves %s a year."
              .formatted(
                  Sentences.seats(places.spare()),
                  places.spare() == 1 ? "lies" : "lie",
                  surplus.needed(),
                  surplus.seats(),
                  Sentences.money(found.money(gives)));
      found.addWhole(FindingKind.MORE_SPARE, vendor, line, gives, said);
    }
  }

  private void lookAtPool(int line) {
    int bought = book.boughtOn(line, asOf);
    int vendor = book.vendorOfLine(line);
    int window = book.rules().needWindow();
    LocalDate first = asOf.minusDays(window - 1L);
    Surplus surplus = Surplus.of(book, line, asOf, zone);
    if (surplus.starts() == 0) {
      return;
    }
    PoolReplay replay = PoolReplay.of(book, book.planNumberOfLine(line), first, asOf, zone);
    int refused = replay.denied(bought);
    if (refused > Surplus.MOST_REFUSED * replay.starts()) {
      String said =
          "%d of %d starts in %d days to %s found all %s taken; %d would refuse at most 1 in 100."
              .formatted(
                  refused,
                  replay.starts(),
                  window,
                  Sentences.day(asOf),
                  Sentences.seats(bought),
                  surplus.needed());
      found.addWhole(FindingKind.SHORT, vendor, line, BigDecimal.ZERO, said);
    } else if (surplus.seats() > 0 && surplus.yearly().amount().signum() > 0) {
      String said =
          "At most %d of %s were in use at once in %d days to %s; %d would refuse at most 1 start in 100."
              .formatted(
                  surplus.peak(),
                  Sentences.seats(bought),
                  window,
                  Sentences.day(asOf),
                  surplus.needed());
      found.addWhole(FindingKind.MORE_SPARE, vendor, line, surplus.yearly().amount(), said);
    }
  }

  private void lookAtFloor(int line) {
    Agreement.Floor floor = book.agreementOfLine(line).floor();
    if (floor == null || floor.check() != null && floor.check().isBefore(asOf)) {
      return;
    }
    Utilisation now = Utilisation.of(book, line, asOf);
    if (now.percent() == null) {
      return;
    }
    FloorForecast ahead = FloorForecast.of(book, line, asOf);
    BigDecimal then = ahead == null ? null : ahead.expectedPercent();
    then = then == null && ahead != null ? ahead.surePercent() : then;
    boolean willMiss = then != null && then.compareTo(floor.percent()) < 0;
    if (now.below(floor.percent()) || willMiss) {
      String said =
          "%s %% used within %d days, %s %% promised"
              .formatted(
                  now.percent().toPlainString(),
                  now.windowDays(),
                  floor.percent().stripTrailingZeros().toPlainString());
      said += ahead == null ? "." : ahead(ahead);
      found.addWhole(
          FindingKind.FLOOR_AT_RISK, book.vendorOfLine(line), line, BigDecimal.ZERO, said);
    }
  }

  private static String ahead(FloorForecast ahead) {
    String expected =
        ahead.expectedPercent() == null
            ? ""
            : " and %s %% as expected".formatted(ahead.expectedPercent().toPlainString());
    return "; on %s it is %s %% if nobody else signs in%s; %s."
        .formatted(
            Sentences.day(ahead.check()),
            ahead.surePercent() == null ? "0" : ahead.surePercent().toPlainString(),
            expected,
            ahead.whatItTakes());
  }

  private void lookForDrift(int vendor, Map<String, Set<String>> plans) {
    String name = book.vendors().get(vendor).name();
    for (Reconciliation.Drift drift : Reconciliation.drift(book, vendor, asOf, plans)) {
      int plan = book.plans().numberOf(drift.plan());
      String what = plan < 0 ? drift.plan() : book.plans().get(plan).name();
      boolean onlyThere = drift instanceof Reconciliation.Drift.OnlyAtVendor;
      String said =
          onlyThere
              ? "%s gives account %s a seat of %s that is not in the book."
              : "%s does not give account %s the seat of %s that is in the book.";
      String sentence = said.formatted(name, drift.account(), what);
      if (drift instanceof Reconciliation.Drift.OnlyInBook missing) {
        int h = book.holdings().numberOf(missing.holding());
        found.addSaid(FindingKind.DRIFT, book.holdings().account(h), h, sentence);
      } else {
        found.addWhole(FindingKind.DRIFT, vendor, Findings.NONE, BigDecimal.ZERO, sentence);
      }
    }
  }
}
