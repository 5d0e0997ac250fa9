package org.sobertally.core.leaver;

import static java.util.Comparator.comparing;
import static java.util.Comparator.naturalOrder;
import static java.util.Comparator.nullsFirst;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.MoneyStops;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.DataRule.Reach;

/**
 * The accounts that lie at a vendor without a working seat, and their data: taken back, resting,
 * suspended or deleted, and not gone yet.
 *
 * @param gb what they store; those of which nobody says it count nothing
 * @param stages by state, version and stage
 * @param passing what passes into another stage, or is gone, within 365 days, by day
 * @param pool what opening one account of a stage costs that is paid for together; null without one
 */
public record Estate(
    int vendor,
    List<Lying> accounts,
    BigDecimal gb,
    List<StageSum> stages,
    List<Passing> passing,
    @Nullable Pool pool) {

  private static final int YEAR = 365;
  private static final int MONTHS = 12;

  /**
   * One account.
   *
   * @param now where it stands
   * @param next what follows; null where nothing does
   * @param lostOn the first day on which nobody reaches its data; null for never
   */
  public record Lying(
      int account,
      AccountClock clock,
      @Nullable BigDecimal storedGb,
      Segment now,
      @Nullable Segment next,
      @Nullable LocalDate lostOn) {

    BigDecimal gb() {
      return storedGb == null ? BigDecimal.ZERO : storedGb;
    }
  }

  /**
   * Where data lies.
   *
   * @param version the first day of the rules; null for those that always hold, or none
   * @param stage its number; null outside of any
   */
  public record Place(
      AccountState state,
      @Nullable LocalDate version,
      @Nullable Integer stage,
      @Nullable String name,
      Reach reach,
      boolean pooled,
      boolean known) {

    static Place of(AccountState state, Segment segment) {
      var stage = segment.stage();
      return new Place(
          state,
          segment.version(),
          stage == null ? null : stage.order(),
          stage == null ? null : stage.name(),
          segment.reach(),
          segment.pooled(),
          segment.known());
    }

    private static final Comparator<Place> ORDER =
        comparing(Place::state)
            .thenComparing(Place::version, nullsFirst(naturalOrder()))
            .thenComparing(Place::stage, Comparator.nullsLast(naturalOrder()))
            .thenComparing(Place::reach);
  }

  /** How much lies in one place, and what it costs a year. */
  public record StageSum(Place place, int accounts, BigDecimal gb, Money yearly) {}

  /** How much comes into a place on a day. */
  public record Passing(LocalDate day, Place into, int accounts, BigDecimal gb) {}

  /**
   * What opening one account costs, beside a seat handed to it for a month.
   *
   * @param gb that is paid for together
   * @param once at opening
   * @param monthly as long as it is open
   * @param seat null where the vendor sells no named plan
   */
  public record Pool(BigDecimal gb, Money once, Money monthly, @Nullable SeatForAMonth seat) {

    /** Whether opening the stage is cheaper for one month than a seat. */
    public boolean isCheaper() {
      return seat == null || once.plus(monthly).amount().compareTo(seat.cost().amount()) < 0;
    }
  }

  /**
   * @param plan the vendor's cheapest in force
   * @param spare how many of its seats are spare
   * @param cost nothing where one is
   */
  public record SeatForAMonth(String plan, int spare, Money cost) {}

  /** The vendor's estate on the day. */
  public static Estate of(Book book, LocalDate asOf, int vendor) {
    return of(book, asOf, vendor, VendorRules.of(book));
  }

  /** The same by rules that were read already. */
  public static Estate of(Book book, LocalDate asOf, int vendor, VendorRules rules) {
    List<Lying> lying = new ArrayList<>();
    for (int account = 0; account < book.accounts().size(); account++) {
      if (book.vendorOfAccount(account) == vendor) {
        Lying one = lying(book, asOf, account, rules);
        if (one != null) {
          lying.add(one);
        }
      }
    }
    BigDecimal gb = BigDecimal.ZERO;
    for (Lying one : lying) {
      gb = gb.add(one.gb());
    }
    return new Estate(
        vendor,
        List.copyOf(lying),
        gb,
        stages(book, lying),
        passing(lying, rules, vendor, asOf),
        rules.poolsOn(vendor, asOf) ? pool(book, asOf, vendor, lying) : null);
  }

  private static @Nullable Lying lying(Book book, LocalDate asOf, int account, VendorRules rules) {
    AccountClock clock = AccountClock.of(book, account, asOf).orElse(null);
    LocalDate since = clock == null ? null : clock.since();
    if (clock == null || since == null) {
      return null;
    }
    List<Segment> timeline = rules.timeline(book.vendorOfAccount(account), clock.state(), since);
    Segment now = null;
    Segment next = null;
    for (Segment segment : timeline) {
      if (now != null) {
        next = segment;
        break;
      }
      now = segment.holds(asOf) ? segment : null;
    }
    if (now == null || now.isGone()) {
      return null;
    }
    LocalDate lost = VendorRules.lostOn(timeline).orElse(null);
    return new Lying(account, clock, book.accounts().get(account).storedGb(), now, next, lost);
  }

  private static final class Sum {
    private int accounts;
    private BigDecimal gb = BigDecimal.ZERO;
    private BigDecimal yearly = BigDecimal.ZERO;

    void add(BigDecimal stored, BigDecimal cost) {
      accounts++;
      gb = gb.add(stored);
      yearly = yearly.add(cost);
    }
  }

  private static List<StageSum> stages(Book book, List<Lying> lying) {
    Map<Place, Sum> sums = new TreeMap<>(Place.ORDER);
    for (Lying one : lying) {
      sums.computeIfAbsent(Place.of(one.clock().state(), one.now()), p -> new Sum())
          .add(one.gb(), one.now().yearly(one.gb()));
    }
    List<StageSum> stages = new ArrayList<>();
    String currency = book.rates().reportingCurrency();
    sums.forEach(
        (place, sum) ->
            stages.add(new StageSum(place, sum.accounts, sum.gb, new Money(sum.yearly, currency))));
    return List.copyOf(stages);
  }

  private static List<Passing> passing(
      List<Lying> lying, VendorRules rules, int vendor, LocalDate asOf) {
    LocalDate last = asOf.plusDays(YEAR);
    Map<LocalDate, Map<Place, Sum>> days = new TreeMap<>();
    for (Lying one : lying) {
      LocalDate since = one.clock().since();
      if (since != null) {
        for (Segment segment : rules.timeline(vendor, one.clock().state(), since)) {
          if (segment.from().isAfter(asOf) && !segment.from().isAfter(last)) {
            days.computeIfAbsent(segment.from(), d -> new TreeMap<>(Place.ORDER))
                .computeIfAbsent(Place.of(one.clock().state(), segment), p -> new Sum())
                .add(one.gb(), BigDecimal.ZERO);
          }
        }
      }
    }
    List<Passing> passing = new ArrayList<>();
    days.forEach(
        (day, places) ->
            places.forEach(
                (place, sum) -> passing.add(new Passing(day, place, sum.accounts, sum.gb))));
    return List.copyOf(passing);
  }

  private static Pool pool(Book book, LocalDate asOf, int vendor, List<Lying> lying) {
    BigDecimal gb = BigDecimal.ZERO;
    BigDecimal once = BigDecimal.ZERO;
    BigDecimal monthly = BigDecimal.ZERO;
    for (Lying one : lying) {
      var stage = one.now().stage();
      if (stage != null && stage.price().pooled()) {
        gb = gb.add(one.gb());
        once = once.add(stage.price().perGbOpened().multiply(one.gb()));
        monthly = monthly.add(stage.price().perGbMonth().multiply(one.gb()));
      }
    }
    String currency = book.rates().reportingCurrency();
    return new Pool(
        gb, new Money(once, currency), new Money(monthly, currency), seat(book, asOf, vendor));
  }

  private static @Nullable SeatForAMonth seat(Book book, LocalDate asOf, int vendor) {
    VendorPlans.Priced cheapest = new VendorPlans(book, asOf).namedInForce(vendor).orElse(null);
    if (cheapest == null) {
      return null;
    }
    int spare = 0;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(cheapest.plan().id())) {
        spare += Math.max(0, Ledger.count(book, line, asOf).spare());
      }
    }
    String currency = book.rates().reportingCurrency();
    return new SeatForAMonth(
        cheapest.plan().id(),
        spare,
        spare > 0 ? Money.zero(currency) : aMonth(book, asOf, cheapest, currency));
  }

  private static Money aMonth(Book book, LocalDate asOf, VendorPlans.Priced plan, String currency) {
    Agreement agreement = book.agreementOfLine(plan.line());
    if (agreement.termOn(asOf).mayShrink() == Agreement.MayShrink.MONTHLY) {
      return new Money(plan.yearly(), currency).share(1, MONTHS);
    }
    LocalDate end =
        MoneyStops.of(agreement, asOf, asOf).orElse(asOf.plusDays(book.rules().leaverHorizon()));
    return new Money(plan.yearly(), currency).share(end.toEpochDay() - asOf.toEpochDay(), YEAR);
  }
}
