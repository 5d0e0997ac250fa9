package org.sobertally.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_FROM;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;

class CoversTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private final TestBook facts = new TestBook().person("ann");

  private Cover only() {
    Book book = facts.build();
    List<Cover> covers = Covers.of(UseStates.of(book, TODAY)).all();
    assertThat(covers).hasSize(1);
    return covers.get(0);
  }

  @Test
  void whoUsesOnlyMailNeedsOnlyLetter() {
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    assertThat(only().plans()).containsExactly("letter");
    assertThat(only().recoverable()).isEqualTo(Money.of("312", "EUR"));
  }

  @Test
  void aPartUsedBeforeTheNeedWindowIsNotNeeded() {
    facts.holds("ann", "opus", LONG_AGO);
    facts.uses("ann", "charts", EVIDENCE_TO.minusDays(90));
    facts.uses("ann", "docs", EVIDENCE_TO.minusDays(89));
    facts.uses("ann", "mail", EVIDENCE_TO);
    assertThat(only().plans()).containsExactly("folio");
  }

  @Test
  void anIdleHolderNeedsNothing() {
    facts.holds("ann", "opus", LONG_AGO);
    assertThat(only().plans()).isEmpty();
    assertThat(only().recoverable()).isEqualTo(Money.of("396", "EUR"));
  }

  @Test
  void whatIsHeldTwiceIsCoveredOnceAndMoneyCountedOnce() {
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "folio", LONG_AGO);
    facts.uses("ann", "docs", EVIDENCE_TO);
    assertThat(only().plans()).containsExactly("folio");
    assertThat(only().now()).isEqualTo(Money.of("576", "EUR"));
    assertThat(only().recoverable()).isEqualTo(Money.of("396", "EUR"));
  }

  @Test
  void aKeptHoldingStaysAndCoversTheRest() {
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "folio", LONG_AGO);
    facts.uses("ann", "docs", EVIDENCE_TO);
    facts.keeps.add(new Keep("k", "ann-opus", "audit", null, TODAY.plusDays(9)));
    assertThat(only().plans()).containsExactly("opus");
    assertThat(only().recoverable()).isEqualTo(Money.of("180", "EUR"));
  }

  @Test
  void anInvitationIsGivenItsGrace() {
    facts.account("a-ann", "ann", Account.State.INVITED, TODAY.minusDays(13));
    facts.holds("ann", "opus", TODAY.minusDays(13));
    assertThat(only().recoverable().isZero()).isTrue();
    facts.account("a-ann", "ann", Account.State.INVITED, TODAY.minusDays(14));
    facts.holdings.clear();
    facts.holds("ann", "opus", TODAY.minusDays(14));
    assertThat(only().recoverable()).isEqualTo(Money.of("396", "EUR"));
  }

  @Test
  void aDutyToKeepDataIsMetByARouteAndNotByACover() {
    facts.bundle("stow", "24", PlanModel.RESTING);
    facts.people.clear();
    facts.person("ann", Person.Status.LEFT, TODAY.minusDays(10), null);
    facts.groups.add(new Group("finance", "Finance", 730, List.of("ann")));
    facts.holds("ann", "opus", LONG_AGO);
    assertThat(only().plans()).isEmpty();
    assertThat(only().recoverable()).isEqualTo(Money.of("396", "EUR"));
  }

  /** Linked three weeks ago: the need window cannot be judged, and needs not be. */
  @ParameterizedTest
  @EnumSource(
      value = Person.Status.class,
      names = {"LEFT", "SUSPENDED"})
  void whoIsGoneNeedsNothingHoweverLittleIsKnown(Person.Status status) {
    facts.evidence = new Evidence(EVIDENCE_TO.minusDays(20), EVIDENCE_TO, Evidence.Kind.DAILY);
    facts.person("bo", status, LONG_AGO, null).holds("bo", "opus", LONG_AGO);
    facts.holds("ann", "opus", LONG_AGO);
    Covers covers = Covers.of(UseStates.of(facts.build(), TODAY));
    assertThat(covers.recoverable()).as("ann's stays").isEqualTo(Money.of("396", "EUR"));
  }

  @Test
  void whoNeverCameNeedsNothingAtAVendorWithLessEvidenceThanTheWindow() {
    facts.evidence = new Evidence(EVIDENCE_TO.minusDays(44), EVIDENCE_TO, Evidence.Kind.DAILY);
    facts.holds("ann", "opus", EVIDENCE_TO.minusDays(40));
    assertThat(only().recoverable()).isEqualTo(Money.of("396", "EUR"));
  }

  @Test
  void anExtraOfWhoNeedsNothingIsNeededNoMore() {
    facts.other("room", PlanModel.ADDON, "60", "100");
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "room", LONG_AGO);
    assertThat(only().recoverable()).isEqualTo(Money.of("456", "EUR"));
    facts.uses("ann", "charts", EVIDENCE_TO);
    assertThat(only().recoverable().isZero()).as("who works needs the extra").isTrue();
    facts.people.clear();
    facts.person("ann", Person.Status.LEFT, LONG_AGO, null);
    assertThat(only().recoverable()).isEqualTo(Money.of("456", "EUR"));
  }

  @Test
  void anExtraOfWhoIsKeptStays() {
    facts.other("room", PlanModel.ADDON, "60", "100");
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "room", LONG_AGO);
    facts.keeps.add(new Keep("k", "ann-room", "audit", null, TODAY.plusDays(9)));
    assertThat(only().recoverable()).isEqualTo(Money.of("396", "EUR"));
  }

  @Test
  void aRuleAsksOnlyForPartsThatTheSeatHas() {
    facts.groups.add(new Group("yard", "Yard", null, List.of("ann")));
    facts.rules.add(new StandingRule("r", "yard", "opus", null, null));
    facts.holds("ann", "folio", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    assertThat(only().plans()).containsExactly("folio");
  }

  /** Only the use of mail is told: whether somebody drew charts nobody knows. */
  @Test
  void whereTheUseOfAPartIsNotToldItsPlanIsNotJudged() {
    facts.evidence =
        new Evidence(EVIDENCE_FROM, EVIDENCE_TO, Evidence.Kind.LAST_SEEN, List.of("mail"));
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "letter", LONG_AGO);
    UseStates states = UseStates.of(facts.build(), TODAY);
    assertThat(states.state(states.book().holdings().numberOf("ann-opus")))
        .isEqualTo(UseState.IN_USE);
    assertThat(states.cannotSay(states.book().holdings().numberOf("ann-opus"))).isTrue();
    assertThat(states.state(states.book().holdings().numberOf("ann-letter")))
        .isEqualTo(UseState.NEVER_OPENED);
    assertThat(only().recoverable()).isEqualTo(Money.of("84", "EUR"));
  }

  @Test
  void aBundleIsTakenWhereItIsCheaperThanItsParts() {
    facts.plan("polls", 1, "60", "polls").plan("signs", 1, "70", "signs");
    facts.bundle("both", "100", PlanModel.NAMED, "polls", "signs");
    facts.holds("ann", "polls", LONG_AGO).holds("ann", "signs", LONG_AGO);
    facts.uses("ann", "polls", EVIDENCE_TO).uses("ann", "signs", EVIDENCE_TO);
    assertThat(only().plans()).containsExactly("both");
    assertThat(only().recoverable()).isEqualTo(Money.of("30", "EUR"));
  }

  @Test
  void aRuleForAPlanThatNobodySellsAsksForNothing() {
    facts.plans.add(
        new Plan(
            "gone",
            "quillmoor",
            "gone",
            null,
            null,
            PlanModel.NAMED,
            List.of("maps"),
            null,
            null,
            null));
    facts.groups.add(new Group("yard", "Yard", null, List.of("ann")));
    facts.rules.add(new StandingRule("r", "yard", "gone", null, null));
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    assertThat(only().plans()).containsExactly("letter");
  }

  @Test
  void whatARuleHandsOutIsNeeded() {
    facts.groups.add(new Group("yard", "Yard", null, List.of("ann")));
    facts.rules.add(new StandingRule("r", "yard", "folio", null, null));
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    assertThat(only().plans()).containsExactly("folio");
    facts.rules.set(0, new StandingRule("r", "yard", "folio", null, TODAY));
    assertThat(only().plans()).as("a rule that is over").containsExactly("letter");
  }

  @Test
  void aBundleIsSetAgainstTheDearestOfItsPartsAndThenAgainstTheNext() {
    facts.other("forms", PlanModel.NAMED, "40", null, "forms");
    facts.other("polls", PlanModel.NAMED, "30", null, "polls");
    facts.bundle("trio", "50", PlanModel.NAMED, "forms", "polls");
    facts.holds("ann", "forms", LONG_AGO).holds("ann", "polls", LONG_AGO);
    facts.uses("ann", "forms", EVIDENCE_TO).uses("ann", "polls", EVIDENCE_TO);
    Book book = facts.build();
    Covers covers = Covers.of(UseStates.of(book, TODAY));
    assertThat(covers.all().get(0).plans()).containsExactly("trio");
    assertThat(covers.recoverableOf(book.lines().require("forms")).isZero()).isTrue();
    assertThat(covers.recoverableOf(book.lines().require("polls")))
        .isEqualTo(Money.of("20", "EUR"));
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void theSubscriptionsSharesAddUpToTheWhole(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Covers covers = Covers.of(UseStates.of(drawn.book, drawn.asOf));
    BigDecimal people = BigDecimal.ZERO;
    for (Cover cover : covers.all()) {
      people = people.add(cover.recoverable().amount());
    }
    BigDecimal lines = BigDecimal.ZERO;
    for (int line = 0; line < drawn.book.lines().size(); line++) {
      lines = lines.add(covers.recoverableOf(line).amount());
    }
    assertThat(covers.recoverable().amount()).isEqualByComparingTo(people);
    assertThat(lines).isEqualByComparingTo(people);
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void noSetOfPlansIsCheaper(long seed) {
    Random random = new Random(seed);
    List<PlanOnSale> offers = new ArrayList<>();
    for (int p = 0; p < 1 + random.nextInt(9); p++) {
      BigDecimal price = BigDecimal.valueOf(random.nextInt(8) * 12L);
      offers.add(new PlanOnSale(p, "p" + p, random.nextInt(64), price, false));
    }
    for (int need = 0; need < 64; need++) {
      CheapestCover.Solution found = CheapestCover.solve(offers, need, Set.of("p0", "p2"));
      assertThat(found == null ? null : found.cost()).isEqualTo(cheapest(offers, need));
    }
  }

  /** Tries every subset. */
  private static BigDecimal cheapest(List<PlanOnSale> offers, long need) {
    BigDecimal best = null;
    for (int set = 0; set < 1 << offers.size(); set++) {
      long parts = 0;
      BigDecimal cost = BigDecimal.ZERO;
      for (int p = 0; p < offers.size(); p++) {
        if ((set >> p & 1) != 0) {
          parts |= offers.get(p).parts();
          cost = cost.add(offers.get(p).price());
        }
      }
      if ((need & ~parts) == 0 && (best == null || cost.compareTo(best) < 0)) {
        best = cost;
      }
    }
    return best;
  }

  /**
   * The rule as it is said, from plain facts, with every subset of the plans tried. Random books
   * have no rules, duties or bundles; those have examples of their own above.
   */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void everybodysCoverCostsWhatThePlainRuleSays(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    UseStates states = UseStates.of(book, drawn.asOf);
    for (Cover cover : Covers.of(states).all()) {
      BigDecimal fixed = BigDecimal.ZERO;
      long covered = 0;
      long need = 0;
      for (int h : cover.holdings()) {
        int line = book.holdings().line(h);
        long used = usedInWindow(drawn, states, h);
        boolean kept = book.keepOn(book.holdings().id(h), drawn.asOf) != null;
        boolean waiting =
            states.state(h) == UseState.UNANSWERED
                && Days.of(drawn.asOf) - Promise.of(book, h).from() < 14;
        boolean unused = states.state(h) == UseState.IN_USE && used == 0;
        boolean works = states.state(h) == UseState.IN_USE;
        if (kept || states.onLeave(h) || waiting || works && !judged(drawn) || unused) {
          fixed = fixed.add(book.seatPrice(line, drawn.asOf).amount());
          covered |= book.partsOfPlan(book.planNumberOfLine(line));
        } else if (works) {
          need |= used;
        }
      }
      BigDecimal cheapest = fixed.add(cheapest(allPlans(book, drawn.asOf), need & ~covered));
      assertThat(cover.cost().amount()).isEqualByComparingTo(cheapest);
    }
  }

  private static boolean judged(RandomBook drawn) {
    Evidence known = drawn.book.evidenceOf("quillmoor", drawn.asOf);
    return !known.measureDay(drawn.asOf).minusDays(89).isBefore(known.from());
  }

  private static long usedInWindow(RandomBook drawn, UseStates states, int h) {
    Book book = drawn.book;
    int line = book.holdings().line(h);
    List<String> names = book.partsOf("quillmoor");
    long used = 0;
    for (int back = 0; back < 90; back++) {
      LocalDate day = Days.date(states.measureDay(0)).minusDays(back);
      for (String part : book.planOfLine(line).parts()) {
        String account = book.accounts().get(book.holdings().account(h)).id();
        if (Days.of(day) >= book.holdings().from(h) && drawn.usedOn(account, part, day)) {
          used |= 1L << names.indexOf(part);
        }
      }
    }
    return used;
  }

  private static List<PlanOnSale> allPlans(Book book, LocalDate asOf) {
    List<PlanOnSale> offers = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      int plan = book.planNumberOfLine(line);
      BigDecimal price = book.seatPrice(line, asOf).amount();
      offers.add(
          new PlanOnSale(plan, book.plans().get(plan).id(), book.partsOfPlan(plan), price, false));
    }
    return offers;
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void whatIsTakenOverFromOtherLinesIsWhatWouldBeReadAnew(long seed) {
    RandomBook drawn = new RandomBook(seed);
    UseStates states = UseStates.of(drawn.book, drawn.asOf);
    Needs needs = Needs.of(states);
    Covers covers = Covers.of(needs);
    for (int idleLine : List.of(5, 20, 150)) {
      for (int window : List.of(90, 30)) {
        HouseRules rules = drawn.book.rules();
        Book other =
            drawn.book.withHouseRules(
                new HouseRules(idleLine, 12, window, rules.invitationGrace()));
        UseStates again = UseStates.of(other, drawn.asOf, states);
        assertThat(again.sharesClocksWith(states)).isTrue();
        Needs likeThem = Needs.of(again, needs);
        UseStates anew = UseStates.of(other, drawn.asOf);
        Needs readAnew = Needs.of(anew);
        for (int h = 0; h < other.holdings().size(); h++) {
          assertThat(likeThem.kind(h)).isEqualTo(readAnew.kind(h));
          assertThat(likeThem.parts(h)).isEqualTo(readAnew.parts(h));
          assertThat(again.isOpen(h)).isEqualTo(anew.isOpen(h));
          if (anew.isOpen(h)) {
            assertThat(again.state(h)).isEqualTo(anew.state(h));
            assertThat(again.idleDays(h)).isEqualTo(anew.idleDays(h));
          }
        }
        Covers takenOver = Covers.of(likeThem, covers);
        Covers workedOut = Covers.of(anew);
        assertThat(takenOver.all()).isEqualTo(workedOut.all());
        assertThat(takenOver.recoverable().amount())
            .isEqualByComparingTo(workedOut.recoverable().amount());
        for (int line = 0; line < other.lines().size(); line++) {
          assertThat(takenOver.recoverableOf(line).amount())
              .isEqualByComparingTo(workedOut.recoverableOf(line).amount());
        }
      }
    }
    UseStates nextDay = UseStates.of(drawn.book, drawn.asOf.plusDays(1), states);
    assertThat(nextDay.sharesClocksWith(states)).as("another day").isFalse();
    if (drawn.book.holdings().size() > 0) {
      Book changed =
          drawn.book.withHoldingUntil(drawn.book.holdings().id(0), drawn.asOf.minusDays(1));
      assertThat(UseStates.of(changed, drawn.asOf, states).sharesClocksWith(states))
          .as("another holding")
          .isFalse();
    }
  }
}
