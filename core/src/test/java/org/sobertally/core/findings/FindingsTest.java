package org.sobertally.core.findings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.agreement.Agreement.Floor;
import org.sobertally.core.agreement.Agreement.FloorOf;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Install;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.Part;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.cover.Cover;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.UseStates;

class FindingsTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 2, 1);

  private final TestBook facts = new TestBook();

  FindingsTest() {
    facts.partFacts.add(new Part("quillmoor", "mail", "Mail", null, false));
    facts.partFacts.add(new Part("quillmoor", "docs", "Files", null, true));
    facts.partFacts.add(new Part("quillmoor", "charts", "Charts", null, false));
  }

  private Findings findings() {
    return findings(Map.of());
  }

  private Findings findings(Map<Integer, Map<String, Set<String>>> reported) {
    Covers covers = Covers.of(UseStates.of(facts.build(), TODAY));
    return Findings.of(covers, ZoneOffset.UTC, reported);
  }

  private Finding only(FindingKind kind) {
    List<Finding> of = findings().all().stream().filter(f -> f.kind() == kind).toList();
    assertThat(of).as("%s", kind).hasSize(1);
    return of.get(0);
  }

  private List<FindingKind> kinds() {
    return findings().all().stream()
        .map(Finding::kind)
        .filter(kind -> kind != FindingKind.MORE_SPARE)
        .toList();
  }

  private static Money euros(String amount) {
    return Money.of(amount, "EUR");
  }

  @Test
  void aSmallerTierWouldDo() {
    facts.person("ann").holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    Finding finding = only(FindingKind.SMALLER_TIER);
    assertThat(finding.amount()).isEqualTo(euros("312"));
    assertThat(finding.explanation())
        .isEqualTo(
            "No use of Charts or Files in 90 days to 28 Sep 2026; letter covers Mail for €84.00.");
    assertThat(finding.since()).isEqualTo(LONG_AGO);
  }

  @Test
  void idlePastTheLine() {
    facts.person("ann").holds("ann", "opus", LONG_AGO);
    facts.uses("ann", "mail", EVIDENCE_TO.minusDays(117));
    Finding finding = only(FindingKind.IDLE);
    assertThat(finding.amount()).isEqualTo(euros("396"));
    assertThat(finding.since()).isEqualTo(EVIDENCE_TO.minusDays(117));
    assertThat(finding.explanation())
        .isEqualTo(
            "No use of Charts, Files or Mail in 117 days to 28 Sep 2026; the line is at 60 days.");
  }

  @Test
  void neverOpened() {
    facts.person("ann").holds("ann", "opus", LocalDate.of(2026, 8, 1));
    assertThat(only(FindingKind.NEVER_OPENED).explanation())
        .isEqualTo("Held since 1 Aug 2026 and never opened in 58 days to 28 Sep 2026.");
  }

  @Test
  void suspendedOrLeftAndStillPaid() {
    facts.person("ann", Person.Status.SUSPENDED, LocalDate.of(2026, 9, 1), null);
    facts.person("bo", Person.Status.LEFT, LocalDate.of(2026, 3, 1), null);
    facts.holds("ann", "opus", LONG_AGO).holds("bo", "folio", LocalDate.of(2026, 4, 1));
    assertThat(only(FindingKind.SUSPENDED_PAID).since()).isEqualTo(LocalDate.of(2026, 9, 1));
    assertThat(only(FindingKind.LEFT_PAID).since())
        .as("the seat was not wasted before it was held")
        .isEqualTo(LocalDate.of(2026, 4, 1));
  }

  @Test
  void whoseDataMustStayIsPaidAllTheSame() {
    facts.bundle("stow", "24", PlanModel.RESTING);
    facts.person("bo", Person.Status.LEFT, LocalDate.of(2026, 3, 1), null);
    facts.groups.add(new Group("finance", "Finance", 730, List.of("bo")));
    facts.holds("bo", "opus", LONG_AGO);
    assertThat(only(FindingKind.LEFT_PAID).amount()).isEqualTo(euros("396"));
  }

  @Test
  void aRestingSeatIsFoundOnlyOnceNobodyNeedsItsData() {
    facts.other("stow", PlanModel.RESTING, "24", null);
    facts.person("ann", Person.Status.SUSPENDED, LONG_AGO, null).holds("ann", "stow", LONG_AGO);
    facts.person("bo", Person.Status.LEFT, LONG_AGO, null).holds("bo", "stow", LONG_AGO);
    assertThat(only(FindingKind.LEFT_PAID).amount()).isEqualTo(euros("24"));
    assertThat(kinds()).containsExactly(FindingKind.LEFT_PAID);
    facts.groups.add(new Group("finance", "Finance", 730, List.of("bo")));
    assertThat(kinds()).isEmpty();
  }

  @Test
  void anInvitationIsFoundOnlyPastItsGrace() {
    facts.person("ann").account("a-ann", "ann", Account.State.INVITED, TODAY.minusDays(13));
    facts.holds("ann", "opus", TODAY.minusDays(13));
    assertThat(kinds()).isEmpty();
    facts.account("a-ann", "ann", Account.State.INVITED, TODAY.minusDays(14));
    facts.holdings.clear();
    facts.holds("ann", "opus", TODAY.minusDays(14));
    assertThat(only(FindingKind.UNANSWERED).amount()).isEqualTo(euros("396"));
  }

  @Test
  void whatIsKeptOrOnLeaveIsLeftAlone() {
    facts.person("ann").person("bo", Person.Status.ON_LEAVE, LONG_AGO, null);
    facts.holds("ann", "opus", LONG_AGO).holds("bo", "opus", LONG_AGO);
    facts.keeps.add(new Keep("k", "ann-opus", "audit", null, TODAY.plusDays(1)));
    assertThat(kinds()).isEmpty();
  }

  @Test
  void coveredTwiceNamesTheDearestThatCanGo() {
    facts.person("ann").holds("ann", "opus", LONG_AGO).holds("ann", "folio", LONG_AGO);
    facts.uses("ann", "docs", EVIDENCE_TO);
    Finding finding = only(FindingKind.COVERED_TWICE);
    assertThat(finding.amount()).isEqualTo(euros("396"));
    assertThat(finding.explanation())
        .isEqualTo(
            "Files is there without it: folio covers what is needed, for €396.00 a year less.");
    assertThat(kinds()).contains(FindingKind.SMALLER_TIER);
  }

  @Test
  void separateSeatsAreCheaperTogether() {
    facts.plan("polls", 9, "60", "polls").plan("signs", 9, "70", "signs");
    facts.bundle("both", "100", PlanModel.NAMED, "polls", "signs");
    facts.person("ann").holds("ann", "polls", LONG_AGO).holds("ann", "signs", LONG_AGO);
    facts.uses("ann", "polls", EVIDENCE_TO).uses("ann", "signs", EVIDENCE_TO);
    Finding finding = only(FindingKind.CHEAPER_TOGETHER);
    assertThat(finding.amount()).isEqualTo(euros("30"));
    assertThat(finding.explanation())
        .isEqualTo("polls and signs together are both for €30.00 a year less.");
  }

  @Test
  void aPartThatWasNeverSetUp() {
    facts.person("ann").holds("ann", "folio", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    assertThat(kinds())
        .as("nothing tells what is set up")
        .doesNotContain(FindingKind.PART_NOT_SET_UP);
    facts.person("bo").installs.add(new Install("a-bo", "docs", LONG_AGO));
    Finding finding = only(FindingKind.PART_NOT_SET_UP);
    assertThat(finding.amount()).isEqualTo(euros("96"));
    facts.installs.add(new Install("a-ann", "docs", TODAY));
    assertThat(kinds()).doesNotContain(FindingKind.PART_NOT_SET_UP);
  }

  @Test
  void anExtraLargerThanNeeded() {
    facts.other("store-1000", PlanModel.ADDON, "240", "1000");
    facts.other("store-100", PlanModel.ADDON, "36", "100");
    facts.person("ann");
    facts.accounts.set(
        0,
        new Account(
            "a-ann",
            "quillmoor",
            "ann",
            "x",
            Account.State.ACTIVE,
            null,
            false,
            new BigDecimal("80.5")));
    facts.holds("ann", "store-1000", LONG_AGO);
    Finding finding = only(FindingKind.ADDON_TOO_LARGE);
    assertThat(finding.amount()).isEqualTo(euros("204"));
    assertThat(finding.explanation())
        .isEqualTo("80.5 GB stored of 1000 GB; store-100 holds 100 GB for €204.00 a year less.");
    assertThat(kinds()).as("an extra without parts cannot be seen in use").hasSize(1);
  }

  @Test
  void nobodysAccountIsFoundWithOrWithoutASeat() {
    facts.account("a-x", null, Account.State.ACTIVE, null);
    facts.accounts.add(
        new Account("root", "quillmoor", null, "root", Account.State.ACTIVE, null, true));
    facts.holds("x", "letter", LONG_AGO);
    List<Finding> nobodys =
        findings().all().stream().filter(f -> f.kind() == FindingKind.NOBODYS).toList();
    assertThat(nobodys).extracting(Finding::amount).containsExactly(euros("84"), euros("0"));
    assertThat(nobodys.get(1).explanation()).contains("administrator rights");
  }

  @Test
  void moreSpareThanAnyMonthOfTheYearWanted() {
    facts.person("ann").person("bo");
    facts.holds("ann", "opus", LocalDate.of(2026, 6, 1));
    facts.holds("bo", "opus", LocalDate.of(2026, 6, 20));
    facts.uses("ann", "charts", EVIDENCE_TO).uses("bo", "charts", EVIDENCE_TO);
    Finding finding =
        findings().all().stream()
            .filter(f -> f.kind() == FindingKind.MORE_SPARE)
            .filter(f -> f.line() == facts.build().lines().require("opus"))
            .findFirst()
            .orElseThrow();
    assertThat(finding.amount()).as("8 spare, 2 wanted in June").isEqualTo(euros("2376"));
  }

  @Test
  void shortOfSeats() {
    facts.lines.set(2, new Subscription("opus", "qm", "opus", 1, PriceList.flat("396"), List.of()));
    for (String person : List.of("ann", "bo")) {
      facts.person(person).holds(person, "opus", LONG_AGO).uses(person, "charts", EVIDENCE_TO);
    }
    assertThat(only(FindingKind.SHORT).explanation())
        .isEqualTo("2 seats held, 1 bought: 1 seat short.");
  }

  @Test
  void aPoolThatIsTooLargeOrTooSmall() {
    facts.other("draft", PlanModel.FLOATING, "900", null, "drawing").person("ann").person("bo");
    Instant nine = Instant.parse("2026-09-21T09:00:00Z");
    facts.sessions.add(new Session("s1", "a-ann", "draft", nine, nine.plusSeconds(600)));
    Finding large =
        findings().all().stream()
            .filter(f -> f.kind() == FindingKind.MORE_SPARE)
            .filter(f -> f.line() == facts.build().lines().require("draft"))
            .findFirst()
            .orElseThrow();
    assertThat(large.amount()).isEqualTo(euros("8100"));
    facts.lines.set(
        3, new Subscription("draft", "qm", "draft", 1, PriceList.flat("900"), List.of()));
    facts.sessions.add(new Session("s2", "a-bo", "draft", nine, nine.plusSeconds(600)));
    assertThat(only(FindingKind.SHORT).explanation())
        .isEqualTo(
            "1 of 2 starts in 90 days to 30 Sep 2026 found all 1 seat taken; 2 would refuse at most 1 in 100.");
  }

  @Test
  void aFloorAtRisk() {
    facts.floor = new Floor(new BigDecimal("80"), 60, FloorOf.HELD, LocalDate.of(2026, 12, 1));
    facts.person("ann").person("bo").holds("ann", "opus", LONG_AGO).holds("bo", "opus", LONG_AGO);
    facts.uses("ann", "charts", EVIDENCE_TO).uses("bo", "charts", EVIDENCE_TO.minusDays(70));
    List<Finding> floors =
        findings().all().stream().filter(f -> f.kind() == FindingKind.FLOOR_AT_RISK).toList();
    assertThat(floors).hasSize(1);
    assertThat(floors.get(0).explanation())
        .isEqualTo(
            "50.0 % used within 60 days, 80 % promised; on 1 Dec 2026 it is 0.0 % if nobody else signs in and 0.0 % as expected; 2 people must sign in by 1 Dec 2026 (0 are expected to), or 2 seats least likely to be used be given up.");
  }

  @Test
  void driftIsWhatTheVendorSaysOtherwise() {
    facts.person("ann").person("bo").holds("ann", "opus", LONG_AGO);
    facts.uses("ann", "charts", EVIDENCE_TO);
    List<Finding> drift =
        findings(Map.of(0, Map.of("a-bo", Set.of("letter")))).all().stream()
            .filter(f -> f.kind() == FindingKind.DRIFT)
            .toList();
    assertThat(drift)
        .extracting(Finding::explanation)
        .containsExactly(
            "Quillmoor does not give account a-ann the seat of opus that is in the book.",
            "Quillmoor gives account a-bo a seat of letter that is not in the book.");
  }

  @Test
  void everybodyIsInOneCombinationWithTheirNetMoney() {
    facts.person("ann").holds("ann", "opus", LONG_AGO).holds("ann", "folio", LONG_AGO);
    facts.uses("ann", "docs", EVIDENCE_TO);
    facts.person("bo").holds("bo", "opus", LONG_AGO);
    assertThat(findings().combinations())
        .as("singly they would give back 396, 216 and 396")
        .containsExactly(
            new Combination(Set.of(FindingKind.NEVER_OPENED), 1, euros("396")),
            new Combination(
                Set.of(FindingKind.SMALLER_TIER, FindingKind.COVERED_TWICE), 1, euros("396")));
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void combinationsShareOutPeopleAndMoneyWithoutRemainder(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Covers covers = Covers.of(UseStates.of(drawn.book, drawn.asOf));
    Findings findings = Findings.of(covers, ZoneOffset.UTC, Map.of());
    Set<Integer> people = new HashSet<>();
    findings.all().stream().filter(f -> f.person() >= 0).forEach(f -> people.add(f.person()));
    BigDecimal money = BigDecimal.ZERO;
    BigDecimal outside = BigDecimal.ZERO;
    for (Cover cover : covers.all()) {
      BigDecimal amount = cover.recoverable().amount();
      money = money.add(people.contains(cover.person()) ? amount : BigDecimal.ZERO);
      outside = outside.add(people.contains(cover.person()) ? BigDecimal.ZERO : amount);
    }
    List<Combination> combinations = findings.combinations();
    assertThat(combinations.stream().mapToInt(Combination::people).sum()).isEqualTo(people.size());
    assertThat(
            combinations.stream()
                .map(c -> c.recoverable().amount())
                .reduce(BigDecimal.ZERO, BigDecimal::add))
        .isEqualByComparingTo(money);
    assertThat(outside).as("money without a reason").isEqualByComparingTo(BigDecimal.ZERO);
    for (Finding finding : findings.all()) {
      assertThat(finding.amount().amount().signum()).isNotNegative();
      assertThat(finding.explanation()).endsWith(".").doesNotContain("%s");
    }
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void theOrderOfRowsChangesNothing(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book other = drawn.shuffled();
    Covers covers = Covers.of(UseStates.of(drawn.book, drawn.asOf));
    Covers otherCovers = Covers.of(UseStates.of(other, drawn.asOf));
    assertThat(otherCovers.all()).isEqualTo(covers.all());
    assertThat(Findings.of(otherCovers, ZoneOffset.UTC, Map.of()).all())
        .isEqualTo(Findings.of(covers, ZoneOffset.UTC, Map.of()).all());
  }
}
