package org.sobertally.core.renewal;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.RenewalChance;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.PriceList.PriceBreak;
import org.sobertally.core.catalogue.PriceList.Pricing;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.people.Person;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.UseStates;

class RenewalStudyTest {

  private static final LocalDate DAY = LocalDate.of(2026, 9, 30);
  private static final LocalDate SINCE = LocalDate.of(2026, 1, 10);
  private static final LocalDate LATELY = LocalDate.of(2026, 9, 20);
  private static final BigDecimal TENTH = RenewalTerms.USUALLY_ADDED;

  private final TestBook facts = new TestBook();

  private static RenewalStudy study(Book book, LocalDate asOf) {
    Agreement agreement = book.agreements().byId("qm");
    RenewalChance chance = agreement.nextChance(asOf).orElseThrow();
    return RenewalStudy.of(Needs.of(UseStates.of(book, asOf)), agreement, chance, line -> -1);
  }

  private RenewalStudy study() {
    return study(facts.build(), DAY);
  }

  private void uses(String person, String line, String... parts) {
    facts.person(person).holds(person, line, SINCE);
    for (String part : parts) {
      facts.uses(person, part, LATELY);
    }
  }

  private void price(String line, int seats, PriceList prices) {
    facts.lines.removeIf(one -> one.id().equals(line));
    facts.lines.add(new Subscription(line, "qm", line, seats, prices, List.of()));
  }

  private static PlanRow row(RenewalStudy study, RenewalOption option, String plan) {
    int number = study.book().plans().require(plan);
    return option.plans().stream().filter(row -> row.plan() == number).findFirst().orElseThrow();
  }

  private RenewalOption needed(RenewalStudy study, RenewalTerms terms) {
    Mix mix = study.mix(terms, new PlainMixSolver());
    return study.option(Kind.NEEDED, mix, Margins.NONE, Known.NOTHING);
  }

  /**
   * Three people of the dearest plan: one uses charts, one only mail, one nothing any more. Opus
   * 396 and Letter 84 do, in place of three times 396.
   */
  @Test
  void everybodyIsGivenTheCheapestPlansThatDo() {
    uses("ann", "opus", "charts");
    uses("bo", "opus", "mail");
    facts.person("cy").holds("cy", "opus", SINCE);
    RenewalStudy study = study();
    RenewalOption option = needed(study, study.ownTerms(TENTH));
    assertThat(row(study, option, "opus").seats()).isEqualTo(1);
    assertThat(row(study, option, "letter").seats()).isEqualTo(1);
    assertThat(row(study, option, "folio").seats()).isZero();
    assertThat(option.yearly()).isEqualByComparingTo("480");
    assertThat(option.moved()).as("bo steps down, cy's seat comes back").isEqualTo(2);
    assertThat(option.takeBack()).isEqualTo(2);
    assertThat(option.proven()).isTrue();
    assertThat(study.chance().renews()).isEqualTo(LocalDate.of(2027, 1, 7));
    RenewalOption stands = study.asItStands(study.ownTerms(TENTH), Known.NOTHING);
    assertThat(stands.yearly()).as("ten of each at 84, 180 and 396").isEqualByComparingTo("6600");
  }

  /** With a break from 3 seats on, a third Opus makes all three cheaper than two and a Letter. */
  @Test
  void aBreakMakesTheDearerPlanTheCheaper() {
    PriceBreak three = new PriceBreak(3, new BigDecimal("100"));
    price("opus", 3, new PriceList(Pricing.VOLUME, new BigDecimal("396"), List.of(three), 0));
    uses("ann", "opus", "charts");
    uses("bo", "opus", "charts");
    uses("cy", "opus", "mail");
    RenewalStudy study = study();
    RenewalOption option = needed(study, study.ownTerms(TENTH));
    assertThat(row(study, option, "opus").seats()).isEqualTo(3);
    assertThat(option.yearly()).isEqualByComparingTo("300");
    assertThat(option.moved()).isZero();
  }

  @Test
  void whoeverLeavesBeforeTheRenewalNeedsNothing() {
    uses("ann", "opus", "charts");
    Person ann = facts.people.get(0);
    facts.people.set(
        0,
        new Person(
            ann.id(),
            ann.name(),
            ann.email(),
            ann.department(),
            ann.site(),
            ann.status(),
            null,
            null,
            ann.kind(),
            null,
            null,
            LocalDate.of(2026, 12, 31),
            null));
    RenewalStudy study = study();
    assertThat(needed(study, study.ownTerms(TENTH)).yearly()).isEqualByComparingTo("0");
    assertThat(study.dormant()).isEmpty();
  }

  @Test
  void whatMayNotShrinkAndWhatTheTermsAskForIsBought() {
    price("folio", 10, new PriceList(Pricing.FLAT, new BigDecimal("180"), List.of(), 2));
    uses("ann", "folio", "docs");
    RenewalStudy study = study();
    assertThat(row(study, needed(study, study.ownTerms(TENTH)), "folio").seats()).isEqualTo(2);
    facts.mayShrink = Agreement.MayShrink.NEVER;
    study = study();
    RenewalOption never = needed(study, study.ownTerms(TENTH));
    assertThat(never.yearly()).isEqualByComparingTo("6600");
    assertThat(never.takeBack()).isZero();
  }

  @Test
  void anOfferThatLacksAPlanIsCoveredOtherwiseOrSaysWhomItLeavesOut() {
    uses("ann", "folio", "docs");
    uses("bo", "opus", "charts");
    RenewalStudy study = study();
    Offer offer =
        new Offer(
            "two",
            "qm",
            "Two years",
            24,
            null,
            new BigDecimal("15"),
            List.of(new Offer.PriceOf("folio", 1, PriceList.flat("150"))));
    Mix mix = study.mix(study.termsOf(offer), new PlainMixSolver());
    assertThat(mix.uncovered())
        .extracting(one -> study.book().people().get(one.person()).id())
        .containsExactly("bo");
    assertThat(mix.persons()).isEqualTo(1);
    RenewalOption option = study.option(Kind.OFFER, mix, Margins.ADVISED, Known.NOTHING);
    assertThat(option.yearly()).isEqualByComparingTo("150");
    assertThat(option.overTerm()).isEqualByComparingTo("300");
    assertThat(row(study, option, "opus").seats()).isZero();
    assertThat(study.termsOf(offer).added()).isEqualByComparingTo("0.15");
  }

  @Test
  void aListedBundleIsOfferedWhereTheTermsHaveNone() {
    facts.bundle("all", "90", PlanModel.NAMED, "mail", "docs", "charts");
    uses("ann", "opus", "charts");
    RenewalStudy study = study();
    RenewalOption option = needed(study, study.ownTerms(TENTH));
    assertThat(row(study, option, "all").listed()).isTrue();
    assertThat(row(study, option, "all").seats()).isEqualTo(1);
    assertThat(option.moved()).isEqualTo(1);
  }

  /** With one who left, half a person a month at most: what a spare seat costs is weighed. */
  @Test
  void theMarginIsWeighedAndKnownChangesCount() {
    for (int n = 0; n < 8; n++) {
      uses("p" + n, "opus", "charts");
    }
    facts.person("gone").holds("gone", "opus", LocalDate.of(2025, 6, 1), LocalDate.of(2026, 6, 1));
    facts.person("come").holds("come", "opus", LocalDate.of(2026, 6, 5));
    facts.uses("come", "charts", LATELY);
    RenewalStudy study = study();
    Mix mix = study.mix(study.ownTerms(TENTH), new PlainMixSolver());
    RenewalOption proposed = study.option(Kind.PROPOSED, mix, Margins.ADVISED, Known.NOTHING);
    PlanRow opus = row(study, proposed, "opus");
    assertThat(opus.now().given()).isEqualTo(9);
    assertThat(opus.outlook().low()).isNotNull();
    assertThat(opus.seats()).isGreaterThanOrEqualTo(opus.outlook().atRenewal());
    PromiseCost cost = study.costOf(opus.plan(), mix, Known.NOTHING);
    for (int q = opus.outlook().atRenewal(); q < 20; q++) {
      assertThat(cost.of(opus.seats())).isLessThanOrEqualTo(cost.of(q) + 0.005);
    }
    Known april = new Known(Map.of(opus.plan(), Map.of(YearMonth.of(2027, 2), 5)));
    PlanRow then = row(study, study.option(Kind.PROPOSED, mix, Margins.ADVISED, april), "opus");
    assertThat(then.seats()).isGreaterThan(opus.seats());
    Margins two = new Margins(false, Map.of(opus.plan(), 2));
    assertThat(row(study, study.option(Kind.PROPOSED, mix, two, april), "opus").seats())
        .isEqualTo(11);
  }

  @Test
  void withoutAnybodyWhoLeftThereIsNoBandAndNoMargin() {
    uses("ann", "opus", "charts");
    RenewalStudy study = study();
    Mix mix = study.mix(study.ownTerms(TENTH), new PlainMixSolver());
    PlanRow opus =
        row(study, study.option(Kind.PROPOSED, mix, Margins.ADVISED, Known.NOTHING), "opus");
    assertThat(opus.margin()).isZero();
    assertThat(opus.outlook().low()).isNull();
  }

  @Test
  void aCrewInWinterMayBeBack() {
    uses("ann", "opus");
    facts.uses("ann", "mail", LocalDate.of(2026, 2, 3), LocalDate.of(2026, 3, 4));
    RenewalStudy study = study();
    assertThat(study.dormant())
        .containsExactly(
            new Dormant(
                study.book().people().require("ann"),
                List.of(YearMonth.of(2026, 2), YearMonth.of(2026, 3))));
  }

  /** Laws over drawn books: nobody goes without, and nothing costs more than it must. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void theMixCoversEverybodyAndIsNeverDearerThanKeepingWhatIsHeld(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Agreement agreement = drawn.book.agreements().byId("qm");
    var chance = agreement.nextChance(drawn.asOf);
    if (chance.isEmpty() || seed % 5 == 0) {
      return;
    }
    RenewalStudy study = study(drawn.book, drawn.asOf);
    RenewalTerms terms = study.ownTerms(TENTH);
    Mix mix = study.mix(terms, new GreedySolver());
    assertThat(mix.uncovered()).isEmpty();
    int persons = 0;
    for (Mix.Given given : mix.given()) {
      long parts = 0;
      for (int plan : given.stays()) {
        parts |= drawn.book.partsOfPlan(plan);
      }
      for (int plan : given.plans()) {
        parts |= drawn.book.partsOfPlan(plan);
      }
      assertThat(given.of().need() & ~parts).isZero();
      persons += given.persons();
    }
    assertThat(persons).isEqualTo(mix.persons());
    RenewalOption option = study.option(Kind.NEEDED, mix, Margins.NONE, Known.NOTHING);
    BigDecimal kept = BigDecimal.ZERO;
    for (Map.Entry<Integer, Integer> held : study.need().held().entrySet()) {
      kept = kept.add(terms.pricesOf(held.getKey()).costOf(held.getValue()));
    }
    assertThat(option.yearly()).isLessThanOrEqualTo(kept);
  }

  /** At flat prices the cheapest mix is everybody's cheapest plan. */
  private static final class GreedySolver implements MixSolver {
    @Override
    public Answer solve(MixProgram program) {
      int[] having = new int[program.plans().size()];
      List<List<Integer>> persons = new ArrayList<>();
      for (MixProgram.Group group : program.groups()) {
        int best = 0;
        for (int c = 1; c < group.choices().size(); c++) {
          best =
              cost(program, group.choices().get(c)) < cost(program, group.choices().get(best))
                  ? c
                  : best;
        }
        Integer[] of = new Integer[group.choices().size()];
        Arrays.fill(of, 0);
        of[best] = group.persons();
        persons.add(List.of(of));
        group.choices().get(best).plans().forEach(plan -> having[plan] += group.persons());
      }
      long cost = 0;
      List<Integer> seats = new ArrayList<>();
      for (int p = 0; p < having.length; p++) {
        MixProgram.PlanSeats plan = program.plans().get(p);
        seats.add(having[p] + plan.staying());
        cost += MixProgram.cost(plan, seats.get(p));
      }
      return new Answer(persons, seats, cost, cost);
    }

    private static long cost(MixProgram program, MixProgram.Choice choice) {
      return choice.plans().stream()
          .mapToLong(plan -> program.plans().get(plan).bands().get(0).unit())
          .sum();
    }
  }
}
