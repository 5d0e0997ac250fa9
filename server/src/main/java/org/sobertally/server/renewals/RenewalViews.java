package org.sobertally.server.renewals;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.findings.Surplus;
import org.sobertally.core.money.Money;
import org.sobertally.core.renewal.AddOnSizes;
import org.sobertally.core.renewal.Margins;
import org.sobertally.core.renewal.Mix;
import org.sobertally.core.renewal.Movement;
import org.sobertally.core.renewal.OtherRow;
import org.sobertally.core.renewal.PlanRow;
import org.sobertally.core.renewal.RenewalNeed;
import org.sobertally.core.renewal.RenewalOption;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.renewal.RenewalStudy;
import org.sobertally.core.time.Days;
import org.sobertally.server.http.MoneyDto;

/** Makes what the API says out of a study. */
final class RenewalViews {

  private final RenewalStudy study;
  private final Book book;
  private final String currency;

  RenewalViews(RenewalStudy study) {
    this.study = study;
    this.book = study.book();
    this.currency = book.rates().reportingCurrency();
  }

  MoneyDto money(BigDecimal amount) {
    return MoneyDto.of(new Money(amount, currency));
  }

  MoneyDto money(double amount) {
    return money(BigDecimal.valueOf(amount));
  }

  String plan(int number) {
    return book.plans().get(number).id();
  }

  List<String> plans(List<Integer> numbers) {
    return numbers.stream().map(this::plan).toList();
  }

  RenewalDto.Renewal renewal(
      Mix shown, Mix own, List<Mix> offers, List<Surplus> surplus, Findings findings, Tried tried) {
    RenewalOption option = study.option(Kind.PROPOSED, shown, tried.margins(), tried.known());
    List<RenewalDto.Beside> beside = new ArrayList<>();
    beside.add(beside(study.asItStands(own.terms(), tried.known())));
    beside.add(beside(study.option(Kind.NEEDED, own, Margins.NONE, tried.known())));
    beside.add(beside(study.option(Kind.PROPOSED, own, Margins.ADVISED, tried.known())));
    for (Mix offer : offers) {
      beside.add(beside(study.option(Kind.OFFER, offer, Margins.ADVISED, tried.known())));
    }
    return new RenewalDto.Renewal(
        new RenewalDto.Term(
            study.agreement().id(),
            study.agreement().vendor(),
            shown.terms().offer(),
            study.chance().renews(),
            study.chance().noticeBy(),
            study.chance().missed(),
            shown.terms().months()),
        percent(shown.terms().added()),
        shown.proven(),
        money(shown.gap()),
        new RenewalDto.Plans(
            option.plans().stream().map(this::row).toList(),
            classes(shown),
            shown.uncovered().stream().map(this::who).toList(),
            movement(study.movement()),
            study.dormant().stream().map(one -> book.people().get(one.person()).id()).toList()),
        new RenewalDto.Further(pools(surplus), addOns(findings), floors()),
        beside.get(0).whole().all(),
        beside,
        beside(option));
  }

  /** A share in per cent, written plainly. */
  static BigDecimal percent(BigDecimal share) {
    BigDecimal percent = share.movePointRight(2).stripTrailingZeros();
    return percent.scale() < 0 ? percent.setScale(0) : percent;
  }

  private RenewalDto.PlanRow row(PlanRow row) {
    PriceList prices = row.prices();
    return new RenewalDto.PlanRow(
        plan(row.plan()),
        book.plans().get(row.plan()).name(),
        row.listed(),
        new RenewalDto.Now(
            row.now().held(),
            row.now().resting(),
            row.now().bought(),
            row.now().given(),
            row.now().minimum()),
        row.margin(),
        row.seats(),
        money(row.unit()),
        money(row.yearly()),
        row.outlook().atRenewal(),
        row.outlook().low(),
        row.outlook().high(),
        prices == null
            ? List.of()
            : prices.breaks().stream()
                .map(step -> new RenewalDto.Step(step.fromSeats(), money(step.unitPrice())))
                .toList());
  }

  /** In the order of the classes of the need; those that cannot be covered are given nothing. */
  private List<RenewalDto.NeedRow> classes(Mix mix) {
    Map<RenewalNeed.NeedClass, List<RenewalDto.PlansOf>> given = new IdentityHashMap<>();
    for (Mix.Given one : mix.given()) {
      given
          .computeIfAbsent(one.of(), of -> new ArrayList<>())
          .add(new RenewalDto.PlansOf(plans(one.plans()), one.persons()));
    }
    List<RenewalDto.NeedRow> rows = new ArrayList<>();
    for (RenewalNeed.NeedClass of : study.need().classes()) {
      Map<String, Integer> now = new TreeMap<>();
      of.holders()
          .forEach(holder -> now.merge(String.join("\n", plans(holder.plans())), 1, Integer::sum));
      rows.add(
          new RenewalDto.NeedRow(
              plans(of.stays()),
              book.partNames(study.agreement().vendor(), of.need()),
              of.holders().size(),
              now.entrySet().stream()
                  .map(
                      one ->
                          new RenewalDto.PlansOf(List.of(one.getKey().split("\n")), one.getValue()))
                  .toList(),
              given.getOrDefault(of, List.of())));
    }
    return rows;
  }

  private String who(RenewalNeed.Holder holder) {
    return holder.person() >= 0
        ? book.people().get(holder.person()).id()
        : book.accounts().get(holder.account()).id();
  }

  private static @Nullable List<RenewalDto.MovementRow> movement(Movement movement) {
    if (!movement.known()) {
      return null;
    }
    List<RenewalDto.MovementRow> rows = new ArrayList<>();
    for (int month = 0; month < movement.joined().size(); month++) {
      rows.add(
          new RenewalDto.MovementRow(
              month + 1, movement.joined().get(month), movement.left().get(month)));
    }
    return rows;
  }

  private List<RenewalDto.PoolRow> pools(List<Surplus> surplus) {
    List<RenewalDto.PoolRow> pools = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      boolean here = book.lines().get(line).agreement().equals(study.agreement().id());
      if (here && book.planOfLine(line).model() == PlanModel.FLOATING) {
        pools.add(
            new RenewalDto.PoolRow(
                book.planOfLine(line).id(),
                book.boughtOn(line, study.asOf()),
                Math.max(0, Surplus.recommended(book, line, study.asOf(), surplus))));
      }
    }
    return pools;
  }

  private List<String> floors() {
    Agreement agreement = study.agreement();
    if (agreement.floor() == null || agreement.floor().check() == null) {
      return List.of();
    }
    return book.lines().all().stream()
        .filter(line -> line.agreement().equals(agreement.id()))
        .map(Subscription::id)
        .toList();
  }

  private List<RenewalDto.AddOnRow> addOns(Findings findings) {
    List<RenewalDto.AddOnRow> rows = new ArrayList<>();
    for (AddOnSizes size : AddOnSizes.of(book, study.asOf(), findings, study.agreement().id())) {
      Subscription line = book.lines().get(size.line());
      int bought = line.quantityOn(study.chance().renews());
      rows.add(
          new RenewalDto.AddOnRow(
              plan(size.plan()),
              line.id(),
              book.plans().get(size.plan()).name(),
              bought,
              size.held(),
              size.needed(),
              costThen(line, bought),
              costThen(line, size.needed())));
    }
    return rows;
  }

  private MoneyDto costThen(Subscription line, int seats) {
    BigDecimal cost = line.pricesOn(study.chance().renews()).costOf(seats);
    return money(
        book.rates()
            .toReporting(new Money(cost, study.agreement().currency()), study.asOf())
            .amount());
  }

  RenewalDto.Beside beside(RenewalOption option) {
    return new RenewalDto.Beside(
        option.kind(),
        option.offer(),
        option.months(),
        money(option.yearly()),
        money(option.overTerm()),
        new RenewalDto.All(
            money(option.wholeYearly()),
            money(option.wholeOverTerm()),
            option.others().stream().map(this::other).toList()),
        money(option.expectedAdded()),
        option.moved(),
        option.takeBack(),
        option.plans().stream()
            .map(row -> new RenewalDto.Seats(plan(row.plan()), row.seats()))
            .toList(),
        option.proven(),
        money(option.gap()));
  }

  private RenewalDto.OtherRow other(OtherRow row) {
    Plan plan = book.planOfLine(row.line());
    return new RenewalDto.OtherRow(
        book.lines().get(row.line()).id(),
        plan.id(),
        plan.name(),
        plan.model(),
        row.before(),
        row.seats(),
        money(row.yearly()));
  }

  /** Whoever's plans change, and what of theirs comes back. */
  List<RenewalDto.Mover> movers(Mix mix) {
    List<RenewalDto.Mover> movers = new ArrayList<>();
    for (Mix.Given given : mix.given()) {
      List<Integer> then = new ArrayList<>(given.stays());
      then.addAll(given.plans());
      for (RenewalNeed.Holder holder : given.moved()) {
        List<Integer> comes = new ArrayList<>(then);
        holder.plans().forEach(comes::remove);
        movers.add(mover(holder, then, comes));
      }
    }
    return movers;
  }

  private RenewalDto.Mover mover(
      RenewalNeed.Holder holder, List<Integer> then, List<Integer> comes) {
    List<Integer> keeps = new ArrayList<>(then);
    List<String> goes = new ArrayList<>();
    for (int h : holdingsOf(holder)) {
      if (!keeps.remove((Integer) book.planNumberOfLine(book.holdings().line(h)))) {
        goes.add(book.holdings().id(h));
      }
    }
    boolean person = holder.person() >= 0;
    return new RenewalDto.Mover(
        person ? book.people().get(holder.person()).id() : null,
        person ? null : book.accounts().get(holder.account()).id(),
        person
            ? book.people().get(holder.person()).name()
            : book.accounts().get(holder.account()).email(),
        plans(holder.plans()),
        plans(then.stream().sorted().toList()),
        goes,
        plans(comes));
  }

  private List<Integer> holdingsOf(RenewalNeed.Holder holder) {
    List<Integer> open = new ArrayList<>();
    int[] accounts =
        holder.person() >= 0 ? book.accountsOf(holder.person()) : new int[] {holder.account()};
    int day = Days.of(study.asOf());
    for (int account : accounts) {
      for (int h : book.holdings().ofAccount(account)) {
        int line = book.holdings().line(h);
        boolean here = book.lines().get(line).agreement().equals(study.agreement().id());
        if (here
            && book.holdings().openOn(h, day)
            && book.planOfLine(line).model() == PlanModel.NAMED) {
          open.add(h);
        }
      }
    }
    return open;
  }

  static RenewalDto.OfferRow offer(Book book, Offer offer) {
    String currency = book.agreements().byId(offer.agreement()).currency();
    List<RenewalDto.OfferPrice> prices = new ArrayList<>();
    for (Offer.PriceOf price : offer.prices()) {
      for (PriceList.PriceBreak step : price.steps()) {
        prices.add(
            new RenewalDto.OfferPrice(
                price.plan(),
                step.fromSeats(),
                MoneyDto.of(new Money(step.unitPrice(), currency)),
                price.prices().pricing(),
                price.prices().minimum()));
      }
    }
    return new RenewalDto.OfferRow(
        offer.id(),
        offer.agreement(),
        offer.name(),
        offer.months(),
        offer.validUntil(),
        offer.addedSeatPercent(),
        prices);
  }
}
