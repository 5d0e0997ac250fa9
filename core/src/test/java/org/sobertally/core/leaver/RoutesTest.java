package org.sobertally.core.leaver;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.leaver.Route.Kind;
import org.sobertally.core.leaver.Route.Warning;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.DataRule.After;
import org.sobertally.core.people.DataRule.Price;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.TestBook;

/**
 * Di left on 1 Sep 2026 with Opus at 396 a year and 10 GB; the agreement renews on 7 Jan 2027, 99
 * days after 30 Sep, with 30 days of notice. A horizon of 1,095 days is three years.
 */
class RoutesTest {

  private static final LocalDate LEFT = LocalDate.of(2026, 9, 1);
  private final TestBook facts = new TestBook();

  @BeforeEach
  void diLeft() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 0, true, 14);
    facts.person("di", Person.Status.LEFT, LEFT, null);
    stores("di", "10");
    facts.holds("di", "opus", LocalDate.of(2026, 2, 1));
    rule(After.TAKEN_BACK, 1, 90, Reach.ADMIN, "0", "0");
    rule(After.SUSPENDED, 1, null, Reach.ADMIN, "0", "0");
    rule(After.RESTING, 1, null, Reach.ADMIN, "0", "0.5");
  }

  private void stores(String person, String gb) {
    facts.accounts.replaceAll(
        a ->
            a.id().equals("a-" + person)
                ? new Account(
                    a.id(),
                    a.vendor(),
                    a.person(),
                    a.email(),
                    a.state(),
                    a.stateSince(),
                    a.admin(),
                    gb == null ? null : new BigDecimal(gb))
                : a);
  }

  private void rule(
      After after, int stage, Integer days, Reach reach, String seatYear, String gbMonth) {
    facts.dataRules.add(
        new DataRule(
            "quillmoor",
            after,
            stage,
            after + " " + stage,
            days,
            reach,
            Price.of(new BigDecimal(seatYear), new BigDecimal(gbMonth), null, false),
            null,
            null));
  }

  private PersonRoutes routes(String person, String... queued) {
    Book book = facts.build();
    return Routes.of(book, TODAY, OptionalInt.empty(), Set.of(queued))
        .of(book.people().require(person), OptionalInt.empty());
  }

  private Route route(Kind kind) {
    return routes("di").accounts().get(0).route(kind).orElseThrow();
  }

  private static String total(Route route) {
    return route.cost().total().amount().toPlainString();
  }

  @Test
  void theSeatOfWhoLeftIsPaidUntilItsMoneyStopsOrForAllTheHorizon() {
    PersonRoutes.OfAccount account = routes("di").accounts().get(0);
    assertThat(account.clock().state()).isEqualTo(AccountState.HELD);
    assertThat(account.seats()).hasSize(1);
    assertThat(account.seats().get(0).moneyStops()).isEqualTo(LocalDate.of(2027, 1, 7));
    // 396 × 3, and 396 × 99 ÷ 365 = 107.408…
    assertThat(total(account.route(Kind.KEEP).orElseThrow())).isEqualTo("1188.00");
    assertThat(total(account.route(Kind.TAKE_BACK).orElseThrow())).isEqualTo("107.41");
    assertThat(account.recommended().orElseThrow().kind()).isEqualTo(Kind.TAKE_BACK);
    assertThat(account.route(Kind.TAKE_BACK).orElseThrow().lostOn()).isEqualTo(TODAY.plusDays(90));
    assertThat(account.route(Kind.KEEP).orElseThrow().warnings())
        .containsExactly(Warning.STILL_SIGNS_IN, Warning.SEAT_STAYS_PAID);
  }

  @Test
  void aSeatForWhichSomebodyWaitsCostsNothingAnyMore() {
    Route back = routes("di", "opus").accounts().get(0).route(Kind.TAKE_BACK).orElseThrow();
    assertThat(total(back)).isEqualTo("0.00");
  }

  @Test
  void aDutyLeavesOnlyWaysThatKeepTheData() {
    facts.groups.add(new Group("legal", "Legal", 730, List.of("di")));
    facts.bundle("stow", "24", PlanModel.RESTING);
    PersonRoutes person = routes("di");
    assertThat(person.dutyUntil()).isEqualTo(LEFT.plusDays(730));
    PersonRoutes.OfAccount account = person.accounts().get(0);
    assertThat(account.route(Kind.TAKE_BACK).orElseThrow().met()).isFalse();
    assertThat(account.route(Kind.DELETE).orElseThrow().met()).isFalse();
    Route rest = account.route(Kind.REST).orElseThrow();
    assertThat(rest.recommended()).isTrue();
    assertThat(rest.plan()).isEqualTo("stow");
    // 107.41 for the seat, 24 × 3, and 10 GB × 0.50 × 36 months.
    assertThat(rest.cost().resting().amount()).isEqualByComparingTo("72");
    assertThat(rest.cost().data().amount()).isEqualByComparingTo("180");
    assertThat(total(rest)).isEqualTo("359.41");
  }

  @Test
  void whatTermsSayCountsBeforeWhatIsListed() {
    facts.groups.add(new Group("legal", "Legal", 730, List.of("di")));
    facts.other("stow", PlanModel.RESTING, "30", null);
    assertThat(route(Kind.REST).cost().resting().amount()).isEqualByComparingTo("90");
  }

  @Test
  void theDataGoesToTheManagerOrTheFirstLeadWhoHasASeat() {
    facts.people.removeIf(person -> person.id().equals("di"));
    facts.people.add(
        new Person(
            "di",
            "Di",
            "di@skerryline.example",
            null,
            null,
            Person.Status.LEFT,
            LEFT,
            null,
            Person.Kind.PERSON,
            "ann",
            null,
            null,
            null));
    facts.person("ann", Person.Status.ON_LEAVE, LEFT, null);
    facts.person("bo").person("cy").holds("cy", "letter", LEFT).holds("ann", "letter", LEFT);
    facts.groups.add(new Group("g", "G", null, List.of("di", "bo", "cy"), List.of("bo", "cy")));
    Route over = route(Kind.HAND_OVER);
    assertThat(over.successor()).isEqualTo("cy");
    assertThat(over.lostOn()).isNull();
    assertThat(over.oneWayFrom()).isEqualTo(TODAY.plusDays(14));
    assertThat(over.met()).isTrue();
  }

  @Test
  void withoutAnybodyToTakeItOverThereIsNoSuchRoute() {
    assertThat(routes("di").accounts().get(0).route(Kind.HAND_OVER)).isEmpty();
  }

  @Test
  void roomThatIsMissingIsBoughtOrTheRouteIsNotRecommended() {
    facts.person("cy").holds("cy", "box", LEFT).holds("cy", "letter", LEFT);
    facts.groups.add(new Group("g", "G", null, List.of("di", "cy"), List.of("cy")));
    facts.other("box", PlanModel.ADDON, "12", "8");
    stores("cy", "3");
    // 3 + 10 − 8 = 5 are missing, and a box holds 8.
    Route over = route(Kind.HAND_OVER);
    assertThat(over.addon()).isEqualTo("box");
    assertThat(over.cost().addon().amount()).isEqualByComparingTo("36");
    stores("di", "40");
    assertThat(route(Kind.HAND_OVER).warnings()).contains(Warning.NO_ROOM);
    assertThat(route(Kind.HAND_OVER).recommended()).isFalse();
  }

  @Test
  void whereNoRuleIsKnownNobodyCanSayWhetherADutyIsMet() {
    facts.dataRules.clear();
    facts.groups.add(new Group("legal", "Legal", 730, List.of("di")));
    PersonRoutes.OfAccount account = routes("di").accounts().get(0);
    assertThat(account.route(Kind.TAKE_BACK).orElseThrow().met()).isNull();
    assertThat(account.route(Kind.TAKE_BACK).orElseThrow().warnings())
        .containsExactly(Warning.NO_RULE_KNOWN);
    assertThat(account.route(Kind.KEEP).orElseThrow().met()).isTrue();
    // KEEP and SUSPEND surely meet it at the same cost, and only one of them lets nobody in.
    assertThat(account.recommended().orElseThrow().kind()).isEqualTo(Kind.SUSPEND);
    stores("di", "0");
    assertThat(route(Kind.TAKE_BACK).met()).isTrue();
  }

  @Test
  void somebodyWhoGoesIsCountedFromTheDayAfterTheirLast() {
    facts.people.removeIf(person -> person.id().equals("di"));
    LocalDate last = LocalDate.of(2026, 12, 20);
    facts.people.add(
        new Person(
            "di",
            "Di",
            "di@skerryline.example",
            null,
            null,
            Person.Status.ACTIVE,
            null,
            null,
            Person.Kind.PERSON,
            null,
            null,
            last,
            null));
    PersonRoutes person = routes("di");
    assertThat(person.kind()).isEqualTo(LeaverKind.LEAVING);
    assertThat(person.from()).isEqualTo(last.plusDays(1));
    assertThat(person.until()).isEqualTo(last.plusDays(1 + 1095));
    // Notice counts from today: the renewal of 7 Jan can still be changed.
    assertThat(person.accounts().get(0).seats().get(0).moneyStops())
        .isEqualTo(LocalDate.of(2027, 1, 7));
  }

  @Test
  void whatIsAwayMustBeThereWhenTheyComeBack() {
    facts.person("fe", Person.Status.ON_LEAVE, LEFT, LocalDate.of(2027, 4, 1));
    facts.holds("fe", "opus", LEFT.minusYears(1));
    facts.bundle("stow", "24", PlanModel.RESTING);
    PersonRoutes person = routes("fe");
    assertThat(person.until()).isEqualTo(LocalDate.of(2027, 4, 1));
    PersonRoutes.OfAccount account = person.accounts().get(0);
    // Taken back today the data is lost after 90 days, in December.
    assertThat(account.route(Kind.TAKE_BACK).orElseThrow().met()).isFalse();
    assertThat(account.route(Kind.DELETE).orElseThrow().met()).isFalse();
    assertThat(account.recommended().orElseThrow().kind()).isEqualTo(Kind.REST);
    assertThat(account.route(Kind.TAKE_BACK).orElseThrow().warnings())
        .doesNotContain(Warning.STORED_UNKNOWN);
  }

  @Test
  void ofSomebodyWhoStaysNothingIsRecommended() {
    facts.person("gus").holds("gus", "letter", LEFT);
    PersonRoutes person = routes("gus");
    assertThat(person.kind()).isNull();
    assertThat(person.accounts().get(0).routes()).isNotEmpty();
    assertThat(person.accounts().get(0).recommended()).isEmpty();
  }

  @Test
  void aSeatTakenBackRunsOnByItsOwnClockAndWhatIsGoneIsNoConcern() {
    facts.holdings.clear();
    facts.holds("di", "opus", LocalDate.of(2026, 2, 1), LocalDate.of(2026, 8, 1));
    PersonRoutes.OfAccount account = routes("di").accounts().get(0);
    assertThat(account.clock())
        .isEqualTo(new AccountClock(AccountState.TAKEN_BACK, LocalDate.of(2026, 8, 1)));
    assertThat(account.route(Kind.KEEP).orElseThrow().lostOn())
        .isEqualTo(LocalDate.of(2026, 10, 30));
    assertThat(account.route(Kind.TAKE_BACK)).isEmpty();
    facts.holdings.clear();
    facts.holds("di", "opus", LocalDate.of(2026, 2, 1), LocalDate.of(2026, 5, 1));
    assertThat(routes("di").accounts()).isEmpty();
  }

  @Test
  void monthlyMoneyStopsWithTheNextBilledMonthAndHeldSeatsWithTheirPeriod() {
    facts.mayShrink = Agreement.MayShrink.MONTHLY;
    assertThat(routes("di").accounts().get(0).seats().get(0).moneyStops())
        .isEqualTo(LocalDate.of(2026, 10, 7));
    facts.mayShrink = Agreement.MayShrink.NEVER;
    assertThat(routes("di").accounts().get(0).seats().get(0).moneyStops()).isNull();
    facts.billing = new Agreement.Billing(Agreement.Cycle.MONTHLY, Agreement.BilledOf.HELD);
    assertThat(routes("di").accounts().get(0).seats().get(0).moneyStops())
        .isEqualTo(LocalDate.of(2026, 10, 7));
  }

  @Test
  void theCostOfARouteIsTheSumOfItsPartsAndOnlyOneIsRecommended() {
    facts.bundle("stow", "24", PlanModel.RESTING);
    for (Route route : routes("di").accounts().get(0).routes()) {
      RouteCost cost = route.cost();
      assertThat(cost.totalDays())
          .isEqualByComparingTo(
              cost.seatDays().add(cost.restingDays()).add(cost.dataDays()).add(cost.addonDays()));
      assertThat(route.segments().get(0).from()).isEqualTo(TODAY);
    }
    assertThat(routes("di").accounts().get(0).routes()).filteredOn(Route::recommended).hasSize(1);
  }
}
