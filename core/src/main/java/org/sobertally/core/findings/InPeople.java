package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.cover.Offer;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;

/** Looks at what people hold. A seat that is kept, or whose holder is on leave, is left alone. */
final class InPeople {

  private record Tier(int plan, long parts) {}

  /**
   * A lower tier that would do.
   *
   * @param gives what it would give back; null where none would do for less
   */
  private record Smaller(int plan, BigDecimal gives) {}

  private static final Offer NO_OFFER = new Offer(-1, "", 0, BigDecimal.ZERO, false);

  private final Findings found;
  private final Book book;
  private final UseStates states;
  private final Needs needs;
  private final Covers covers;
  private final int day;
  private final BigDecimal[] price;
  private final PlanModel[] model;

  /** For each subscription, by the parts that are needed of it. */
  private final List<ByParts<Smaller>> smaller = new ArrayList<>();

  private final Map<Tier, Offer> without = new HashMap<>();
  private final Together together;

  InPeople(Findings found) {
    this.found = found;
    book = found.book;
    states = found.states;
    covers = found.covers;
    needs = covers.needs();
    day = Days.of(found.asOf);
    price = new BigDecimal[book.lines().size()];
    model = new PlanModel[price.length];
    for (int line = 0; line < price.length; line++) {
      price[line] = book.seatPrice(line, found.asOf).amount();
      model[line] = book.planOfLine(line).model();
    }
    for (int line = 0; line < price.length; line++) {
      smaller.add(new ByParts<>());
    }
    together = new Together(found, price);
  }

  void look() {
    for (int c = 0; c < covers.size(); c++) {
      int from = covers.start(c);
      int to = covers.start(c + 1);
      for (int place = from; place < to; place++) {
        lookAt(c, covers.holding(place));
      }
      if (to - from > 1) {
        together.look(c, from, to);
      }
    }
    for (int a = 0; a < book.accounts().size(); a++) {
      if (book.personOfAccount(a) < 0 && holdsNothing(a) && exists(a)) {
        found.add(
            FindingKind.NOBODYS,
            Findings.NONE,
            a,
            Findings.NONE,
            BigDecimal.ZERO,
            Days.NONE,
            -1,
            0);
      }
    }
  }

  private boolean exists(int account) {
    return book.standings().stateOn(account, day) != Account.State.DELETED;
  }

  private boolean holdsNothing(int account) {
    Holdings holdings = book.holdings();
    for (int p = holdings.accountStart(account); p < holdings.accountEnd(account); p++) {
      if (states.isOpen(holdings.atPlaceOfAccount(p))) {
        return false;
      }
    }
    return true;
  }

  private void lookAt(int cover, int h) {
    Holdings holdings = book.holdings();
    int line = holdings.line(h);
    PlanModel sold = model[line];
    Needs.Kind need = needs.kind(h);
    if (need == Needs.Kind.STAYS && isKept(h)) {
      return;
    }
    int account = holdings.account(h);
    if (covers.person(cover) < 0) {
      add(FindingKind.NOBODYS, cover, h, price[line], holdings.from(h), -1, 0);
    }
    if (sold == PlanModel.FLOATING) {
      return;
    }
    lookAtState(cover, h, sold, need);
    if (need == Needs.Kind.PARTS) {
      lookForSmaller(cover, h, line);
    }
    if (sold == PlanModel.ADDON) {
      lookAtSize(cover, h, line, account);
    }
    if (sold == PlanModel.NAMED) {
      lookAtSetUp(cover, h, line, account);
    }
  }

  private boolean isKept(int h) {
    return states.onLeave(h)
        || book.hasKeeps() && book.keepOn(book.holdings().id(h), found.asOf) != null;
  }

  private void add(
      FindingKind kind, int cover, int h, BigDecimal gives, int since, int plan, long figure) {
    found.add(kind, cover, book.holdings().account(h), h, gives, since, plan, figure);
  }

  private void lookAtState(int cover, int h, PlanModel sold, Needs.Kind need) {
    UseState state = states.state(h);
    if (state == UseState.IN_USE || need == Needs.Kind.STAYS) {
      return;
    }
    // A resting seat is there for those who do not work, while their data must stay.
    boolean rests = sold == PlanModel.RESTING;
    if (rests && (state != UseState.LEFT || needs.dataMustStay(h))) {
      return;
    }
    if (state == UseState.UNANSWERED
        && day - Promise.of(book, h).from() < book.rules().invitationGrace()) {
      return;
    }
    int line = book.holdings().line(h);
    add(kindOf(state), cover, h, price[line], since(state, h), -1, states.idleDays(h));
  }

  private static FindingKind kindOf(UseState state) {
    return switch (state) {
      case LEFT -> FindingKind.LEFT_PAID;
      case SUSPENDED -> FindingKind.SUSPENDED_PAID;
      case UNANSWERED -> FindingKind.UNANSWERED;
      case NEVER_OPENED -> FindingKind.NEVER_OPENED;
      case IDLE -> FindingKind.IDLE;
      case IN_USE -> throw new IllegalArgumentException("A seat in use is no finding.");
    };
  }

  private int since(UseState state, int h) {
    int account = book.holdings().account(h);
    int number = book.personOfAccount(account);
    return switch (state) {
      case LEFT -> orFrom(book.people().get(number).statusSince(), h);
      case SUSPENDED -> {
        Person person = number < 0 ? null : book.people().get(number);
        boolean whole = person != null && person.statusOn(found.asOf) == Person.Status.SUSPENDED;
        yield orFrom(whole ? person.statusSince() : book.accounts().get(account).stateSince(), h);
      }
      case UNANSWERED -> Promise.of(book, h).from();
      case NEVER_OPENED -> book.holdings().from(h);
      default -> states.measureDay(book.vendorOfAccount(account)) - states.idleDays(h);
    };
  }

  /** A status may be older than the holding: the seat is not wasted before it is held. */
  private int orFrom(LocalDate since, int h) {
    int from = book.holdings().from(h);
    return since == null ? from : Math.max(from, Days.of(since));
  }

  private void lookForSmaller(int cover, int h, int line) {
    long parts = needs.parts(h);
    Smaller would = smaller.get(line).get(parts, needed -> smaller(line, needed));
    if (would.gives != null) {
      int since = book.holdings().from(h);
      add(FindingKind.SMALLER_TIER, cover, h, would.gives, since, would.plan, parts);
    }
  }

  private Smaller smaller(int line, long parts) {
    Offer offer = smallerTier(book.planNumberOfLine(line), parts);
    boolean does = offer != NO_OFFER && offer.price().compareTo(price[line]) < 0;
    return new Smaller(offer.plan(), does ? price[line].subtract(offer.price()) : null);
  }

  private Offer smallerTier(int plan, long parts) {
    Plan now = book.plans().get(plan);
    Offer best = NO_OFFER;
    if (now.ladder() != null && now.rank() != null) {
      for (Offer offer : covers.offers().ofVendor(book.vendors().require(now.vendor()))) {
        Plan other = book.plans().get(offer.plan());
        boolean below =
            now.ladder().equals(other.ladder())
                && other.rank() != null
                && other.rank() < now.rank()
                && !offer.resting();
        if (below
            && (parts & ~offer.parts()) == 0
            && (best == NO_OFFER || offer.price().compareTo(best.price()) < 0)) {
          best = offer;
        }
      }
    }
    return best;
  }

  private void lookAtSize(int cover, int h, int line, int account) {
    BigDecimal stored = book.accounts().get(account).storedGb();
    Plan now = book.planOfLine(line);
    if (stored == null || now.capacityGb() == null) {
      return;
    }
    int best = -1;
    BigDecimal cost = price[line];
    for (int p = 0; p < book.plans().size(); p++) {
      Plan other = book.plans().get(p);
      if (other.model() == PlanModel.ADDON
          && other.vendor().equals(now.vendor())
          && other.capacityGb() != null
          && other.capacityGb().compareTo(stored) >= 0
          && other.capacityGb().compareTo(now.capacityGb()) < 0) {
        BigDecimal offered = covers.offers().ofAddOn(p).orElse(cost);
        if (offered.compareTo(cost) < 0) {
          best = p;
          cost = offered;
        }
      }
    }
    if (best >= 0) {
      BigDecimal gives = price[line].subtract(cost);
      add(FindingKind.ADDON_TOO_LARGE, cover, h, gives, book.holdings().from(h), best, 0);
    }
  }

  /** Of seats that do work or should: those shut or unanswered have a stronger reason. */
  private void lookAtSetUp(int cover, int h, int line, int account) {
    int vendor = book.vendorOfLine(line);
    int plan = book.planNumberOfLine(line);
    long asked = book.partsOfPlan(plan) & book.installs().installable(vendor);
    boolean early = day - book.holdings().from(h) < book.openingGraceOf(book.planOfLine(line));
    if (asked == 0
        || early
        || !book.installs().known(vendor)
        || states.state(h).compareTo(UseState.NEVER_OPENED) < 0) {
      return;
    }
    long missing = book.installs().missing(account, asked, day);
    if (missing != 0) {
      long rest = book.partsOfPlan(plan) & ~missing;
      Offer offer = without.computeIfAbsent(new Tier(vendor, rest), this::cheapestWith);
      BigDecimal gives = price[line].subtract(offer == NO_OFFER ? price[line] : offer.price());
      int since = book.holdings().from(h);
      add(FindingKind.PART_NOT_SET_UP, cover, h, gives.max(BigDecimal.ZERO), since, -1, missing);
    }
  }

  /** The cheapest single plan of the vendor (in {@code plan}) that has all the parts. */
  private Offer cheapestWith(Tier tier) {
    if (tier.parts == 0) {
      return new Offer(-1, "", 0, BigDecimal.ZERO, false);
    }
    return covers.offers().ofVendor(tier.plan).stream()
        .filter(offer -> !offer.resting() && (tier.parts & ~offer.parts()) == 0)
        .min(Comparator.comparing(Offer::price))
        .orElse(NO_OFFER);
  }
}
