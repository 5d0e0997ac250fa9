package org.sobertally.core.slate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;

class MovesTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);
  private static final LocalDate RENEWS = LocalDate.of(2027, 1, 7);

  private final TestBook facts = new TestBook().person("ann").person("bo");

  private Preview preview(Move... moves) {
    return Previewer.of(facts.build(), TODAY, List.of(moves));
  }

  private MovePreview only(Move move) {
    return preview(move).moves().get(0);
  }

  private static List<Code> codes(List<Remark> remarks) {
    return remarks.stream().map(Remark::code).toList();
  }

  private static Money eur(String amount) {
    return Money.of(amount, "EUR");
  }

  @Test
  void aStepDownMovesTwoSeatsAndSavesTheDifference() {
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    Preview preview = preview(new Move.Switch("ann-opus", "letter"));
    MovePreview move = preview.moves().get(0);
    assertThat(move.kind()).isEqualTo(MoveKind.STEP_DOWN);
    assertThat(move.canGo()).isTrue();
    assertThat(move.yearly()).isEqualTo(eur("-312.00"));
    assertThat(move.cashFrom()).isEqualTo(RENEWS);
    assertThat(preview.lines().get(0).after()).isEqualTo(new Places(10, 9, 0, 1, 0));
    assertThat(preview.lines().get(1).after()).isEqualTo(new Places(10, 10, 0, 0, 0));
    assertThat(preview.yearly()).isEqualTo(eur("-312.00"));
  }

  @Test
  void aStepDownSaysWhichUsedPartsAreLost() {
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "charts", EVIDENCE_TO);
    MovePreview move = only(new Move.Switch("ann-opus", "letter"));
    assertThat(move.canGo()).isTrue();
    assertThat(move.warnings())
        .contains(new Remark(Code.LOSES_PARTS, "Used within 90 days, and not in letter: charts."));
  }

  @Test
  void aStepUpCostsTheDifference() {
    facts.holds("ann", "folio", LONG_AGO);
    MovePreview move = only(new Move.Switch("ann-folio", "opus"));
    assertThat(move.kind()).isEqualTo(MoveKind.STEP_UP);
    assertThat(move.yearly()).isEqualTo(eur("216.00"));
  }

  @Test
  void aSwitchNeedsASeatOfTheOtherPlanAndAKeptHoldingStays() {
    facts.lines.removeIf(line -> line.id().equals("letter"));
    facts.lines.add(new Subscription("letter", "qm", "letter", 1, PriceList.flat("84"), List.of()));
    facts.holds("bo", "letter", LONG_AGO).holds("ann", "opus", LONG_AGO);
    assertThat(codes(only(new Move.Switch("ann-opus", "letter")).blocks()))
        .containsExactly(Code.NO_SPARE_SEAT);
    facts.keeps.add(new Keep("k", "ann-opus", "audit", null, TODAY.plusDays(9)));
    assertThat(codes(only(new Move.Switch("ann-opus", "folio")).blocks()))
        .containsExactly(Code.KEPT);
    assertThat(codes(only(new Move.Switch("ann-opus", "opus")).blocks()))
        .containsExactly(Code.NO_CHANGE);
  }

  @Test
  void aSeatFreedEarlierOnTheSlateCanBeHandedOutLater() {
    facts.lines.removeIf(line -> line.id().equals("opus"));
    facts.lines.add(new Subscription("opus", "qm", "opus", 1, PriceList.flat("396"), List.of()));
    facts.holds("ann", "opus", LONG_AGO);
    Preview preview = preview(new Move.TakeBack("ann-opus"), new Move.HandOut("a-bo", "opus"));
    assertThat(preview.moves()).allMatch(MovePreview::canGo);
    assertThat(preview.yearly()).isEqualTo(eur("0.00"));
    assertThat(preview.lines().get(0).after()).isEqualTo(new Places(1, 0, 0, 1, 0));
  }

  @Test
  void restingAndWakingGoToAndFromTheRestingPlan() {
    facts.other("stow", PlanModel.RESTING, "12", null);
    facts.holds("ann", "opus", LONG_AGO).holds("bo", "stow", LONG_AGO);
    facts.account("a-bo", "bo", Account.State.SUSPENDED, LONG_AGO);
    MovePreview rest = only(new Move.Switch("ann-opus", "stow"));
    assertThat(rest.kind()).isEqualTo(MoveKind.REST);
    assertThat(rest.yearly()).isEqualTo(eur("-384.00"));
    MovePreview wake = only(new Move.Switch("bo-stow", "letter"));
    assertThat(wake.kind()).isEqualTo(MoveKind.WAKE);
    assertThat(wake.canGo()).isTrue();
  }

  @Test
  void aPersonWithoutAnAccountGetsOneOpenedAndHoldsAPlanOnce() {
    facts.accounts.removeIf(account -> account.id().equals("a-bo"));
    MovePreview opens = only(new Move.HandOut(null, "bo", "opus"));
    assertThat(codes(opens.warnings())).containsExactly(Code.OPENS_ACCOUNT);
    facts.holds("ann", "opus", LONG_AGO);
    assertThat(codes(only(new Move.HandOut(null, "ann", "opus")).blocks()))
        .containsExactly(Code.ALREADY_HOLDS);
    Preview twice =
        preview(new Move.HandOut(null, "bo", "opus"), new Move.HandOut(null, "bo", "opus"));
    assertThat(codes(twice.moves().get(1).blocks())).containsExactly(Code.ALREADY_PLANNED);
  }

  @Test
  void whereInvitationsGoOutTheSeatIsPromised() {
    facts.accounts.removeIf(account -> account.id().equals("a-bo"));
    facts.account("a-ann", "ann", Account.State.INVITED, LONG_AGO);
    Preview preview = preview(new Move.HandOut(null, "bo", "opus"));
    assertThat(preview.lines().get(0).after()).isEqualTo(new Places(10, 9, 1, 0, 0));
  }

  @Test
  void restingSeatsAreNamedWithTheDayOfTheFirst() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 30, true, null);
    facts.lines.removeIf(line -> line.id().equals("opus"));
    facts.lines.add(new Subscription("opus", "qm", "opus", 1, PriceList.flat("396"), List.of()));
    facts.holds("bo", "opus", LONG_AGO, TODAY.minusDays(10));
    MovePreview move = only(new Move.HandOut("a-ann", "opus"));
    assertThat(move.blocks())
        .containsExactly(
            new Remark(
                Code.SEAT_RESTING,
                "No seat of opus is spare; 1 rest, the first until 20 Oct 2026."));
  }

  @Test
  void suspendingShutsTheLoginAndSavesNothing() {
    facts.holds("ann", "opus", LONG_AGO);
    MovePreview move = only(new Move.Suspend("a-ann"));
    assertThat(move.warnings()).contains(new Remark(Code.STAYS_PAID, "Its seat stays paid."));
    assertThat(move.yearly().isZero()).isTrue();
    facts.account("a-bo", "bo", Account.State.SUSPENDED, LONG_AGO);
    assertThat(codes(only(new Move.Suspend("a-bo")).blocks())).containsExactly(Code.NO_CHANGE);
    assertThat(only(new Move.BringBack("a-bo")).canGo()).isTrue();
    assertThat(codes(only(new Move.BringBack("a-ann")).blocks())).containsExactly(Code.NO_CHANGE);
  }

  @Test
  void whoIsBroughtBackFirstCanBeHandedASeat() {
    facts.account("a-bo", "bo", Account.State.SUSPENDED, LONG_AGO);
    assertThat(codes(only(new Move.HandOut("a-bo", "opus")).blocks()))
        .containsExactly(Code.TARGET_SUSPENDED);
    Preview both = preview(new Move.BringBack("a-bo"), new Move.HandOut("a-bo", "opus"));
    assertThat(both.moves()).allMatch(MovePreview::canGo);
  }

  @Test
  void deletingFreesEverySeatOnceSomebodyChoseWhatBecomesOfTheData() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 0, true, 30);
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "letter", LONG_AGO);
    assertThat(codes(only(new Move.Delete("a-ann", null)).blocks()))
        .containsExactly(Code.NO_DATA_ROUTE);
    MovePreview move = only(new Move.Delete("a-ann", Move.DataRoute.SAVED));
    assertThat(move.yearly()).isEqualTo(eur("-480.00"));
    assertThat(move.undoUntil()).isEqualTo(LocalDate.of(2026, 10, 29));
    facts.groups.add(new Group("legal", "Legal", 730, List.of("ann")));
    assertThat(codes(only(new Move.Delete("a-ann", Move.DataRoute.NOT_NEEDED)).blocks()))
        .containsExactly(Code.RETENTION_DUTY);
  }

  @Test
  void deletingWithoutAWayBackIsOneWay() {
    MovePreview move = only(new Move.Delete("a-ann", Move.DataRoute.NOT_NEEDED));
    assertThat(move.undoable()).isFalse();
    assertThat(codes(move.warnings())).containsExactly(Code.DATA_LOST, Code.ONE_WAY);
  }

  @Test
  void aDeletedAccountComesBackOnlyWhileTheVendorKeepsIt() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 0, true, 30);
    facts.account("a-ann", "ann", Account.State.DELETED, TODAY.minusDays(29));
    facts.account("a-bo", "bo", Account.State.DELETED, TODAY.minusDays(30));
    assertThat(only(new Move.BringBack("a-ann")).canGo()).isTrue();
    assertThat(codes(only(new Move.BringBack("a-bo")).blocks())).containsExactly(Code.NO_ACCOUNT);
  }

  @Test
  void movesThatWantTheContraryAreNamed() {
    facts.holds("ann", "opus", LONG_AGO).holds("bo", "opus", LONG_AGO);
    Preview preview =
        preview(
            new Move.TakeBack("ann-opus"),
            new Move.KeepIt("ann-opus", "audit", TODAY.plusDays(30)),
            new Move.Suspend("a-bo"),
            new Move.HandOut("a-bo", "letter"));
    assertThat(preview.moves().get(0).canGo()).isTrue();
    assertThat(preview.moves().get(1).blocks())
        .containsExactly(
            new Remark(
                Code.CONFLICT,
                "Another move on the slate takes this seat back. Take one of the two off."));
    assertThat(preview.moves().get(2).canGo()).isTrue();
    assertThat(codes(preview.moves().get(3).blocks())).containsExactly(Code.CONFLICT);
  }

  @Test
  void aKeepNeedsAReasonAndADayToCome() {
    facts.holds("ann", "opus", LONG_AGO);
    assertThat(only(new Move.KeepIt("ann-opus", "audit", TODAY.plusDays(1))).canGo()).isTrue();
    assertThat(codes(only(new Move.KeepIt("ann-opus", " ", TODAY)).blocks()))
        .containsExactly(Code.INCOMPLETE, Code.INCOMPLETE);
  }

  @Test
  void givingBackLowersTheQuantityFromTheDayTheAgreementLets() {
    facts.holds("ann", "opus", LONG_AGO);
    Preview preview = preview(new Move.GiveBack("opus", 4));
    MovePreview move = preview.moves().get(0);
    assertThat(move.yearly()).isEqualTo(eur("-1584.00"));
    assertThat(move.cashFrom()).isEqualTo(RENEWS);
    assertThat(move.undoUntil()).isEqualTo(LocalDate.of(2026, 12, 8));
    assertThat(preview.lines().get(0).after()).isEqualTo(new Places(6, 5, 0, 1, 0));
    assertThat(codes(only(new Move.GiveBack("opus", 10)).blocks()))
        .containsExactly(Code.WOULD_BE_SHORT);
    facts.mayShrink = Agreement.MayShrink.NEVER;
    assertThat(codes(only(new Move.GiveBack("opus", 1)).blocks()))
        .containsExactly(Code.NEVER_SHRINKS);
  }

  @Test
  void aSeatTakenBackAndGivenBackSavesItsMoneyOnce() {
    facts.holds("ann", "opus", LONG_AGO);
    Move[] moves = {new Move.TakeBack("ann-opus"), new Move.GiveBack("opus", 1)};
    assertThat(preview(moves).yearly()).isEqualTo(eur("-396.00"));
    assertThat(CashCalendar.of(facts.build(), TODAY, List.of(moves)).entries())
        .containsExactly(new CashCalendar.Entry(RENEWS, "opus", 1, eur("396")));
    Move[] more = {new Move.TakeBack("ann-opus"), new Move.GiveBack("opus", 3)};
    assertThat(preview(more).yearly()).isEqualTo(eur("-1188.00"));
  }

  @Test
  void buyingMoreCostsFromToday() {
    Preview preview = preview(new Move.BuyMore("letter", 5));
    assertThat(preview.moves().get(0).yearly()).isEqualTo(eur("420.00"));
    assertThat(preview.moves().get(0).cashFrom()).isEqualTo(TODAY);
    assertThat(preview.lines().get(0).yearlyDelta()).isEqualTo(eur("420.00"));
    assertThat(preview.lines().get(0).after()).isEqualTo(new Places(15, 15, 0, 0, 0));
  }

  @Test
  void someoneWhoLeftGetsNothing() {
    facts.person("cy", Person.Status.LEFT, LONG_AGO, null);
    assertThat(codes(only(new Move.HandOut("a-cy", "opus")).blocks()))
        .containsExactly(Code.TARGET_SUSPENDED);
    assertThat(codes(only(new Move.BringBack("a-cy")).blocks())).contains(Code.TARGET_SUSPENDED);
  }

  @Test
  void whoIsSuspendedMayLoseTheirSeatOnTheSameSlate() {
    facts.holds("ann", "opus", LONG_AGO);
    Preview both = preview(new Move.Suspend("a-ann"), new Move.TakeBack("ann-opus"));
    assertThat(both.moves()).allMatch(MovePreview::canGo);
    Preview other = preview(new Move.TakeBack("ann-opus"), new Move.Suspend("a-ann"));
    assertThat(other.moves()).allMatch(MovePreview::canGo);
  }

  @Test
  void anAccountThatGoesHasNoSeatsToMove() {
    facts.holds("ann", "opus", LONG_AGO);
    Preview both =
        preview(new Move.Delete("a-ann", Move.DataRoute.SAVED), new Move.TakeBack("ann-opus"));
    assertThat(both.moves().get(1).blocks())
        .containsExactly(
            new Remark(
                Code.CONFLICT,
                "Another move on the slate deletes this account. Take one of the two off."));
  }

  @Test
  void cashIsCountedOverSubscriptionsWithDaysOfTheirOwn() {
    facts.mayShrink = Agreement.MayShrink.MONTHLY;
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "letter", LONG_AGO);
    Preview gone = preview(new Move.Delete("a-ann", Move.DataRoute.SAVED));
    assertThat(gone.cashThisYear()).as("no quantity is lowered").isEqualTo(eur("0.00"));
    Preview given = preview(new Move.GiveBack("opus", 1), new Move.GiveBack("letter", 1));
    // 480.00 a year from 7 Oct: 86 of 365 days are left. 396 x 86/365 = 93.30, 84 x 86/365 = 19.79.
    assertThat(given.cashThisYear()).isEqualTo(eur("-113.09"));
    assertThat(gone.lines())
        .extracting(Preview.LinePreview::yearlyDelta)
        .containsExactly(eur("-84.00"), eur("-396.00"));
  }

  @Test
  void whatIsGivenBackForALaterDayIsNotGivenBackAgain() {
    facts.lines.removeIf(line -> line.id().equals("letter"));
    facts.lines.add(
        new Subscription(
            "letter",
            "qm",
            "letter",
            10,
            PriceList.flat("84"),
            List.of(new Subscription.QuantityChange(LocalDate.of(2027, 1, 7), -7, "Slate"))));
    facts.holds("ann", "letter", LONG_AGO);
    Preview again = preview(new Move.GiveBack("letter", 7));
    assertThat(again.moves().get(0).blocks())
        .extracting(Remark::text)
        .containsExactly(
            "Only 2 of letter are spare or rest, beside the 7 that are given back already; more"
                + " would be held than bought.");
    assertThat(preview(new Move.GiveBack("letter", 2)).moves().get(0).canGo()).isTrue();
  }

  @Test
  void theQuantityIsNotLoweredBelowWhatIsPromised() {
    facts.lines.removeIf(line -> line.id().equals("letter"));
    facts.lines.add(
        new Subscription(
            "letter",
            "qm",
            "letter",
            10,
            new PriceList(PriceList.Pricing.FLAT, new BigDecimal("84"), List.of(), 8),
            List.of()));
    assertThat(preview(new Move.GiveBack("letter", 3)).moves().get(0).blocks())
        .extracting(Remark::code)
        .containsExactly(Code.NEVER_SHRINKS);
    assertThat(preview(new Move.GiveBack("letter", 2)).moves().get(0).canGo()).isTrue();
  }

  @Test
  void aSeatThatNobodyElseMayUseIsNotSpareOnceItIsBack() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 0, false, null);
    facts.lines.removeIf(line -> line.id().equals("letter"));
    facts.lines.add(new Subscription("letter", "qm", "letter", 1, PriceList.flat("84"), List.of()));
    facts.holds("ann", "letter", LONG_AGO);
    Preview both = preview(new Move.TakeBack("ann-letter"), new Move.HandOut("a-bo", "letter"));
    assertThat(both.moves().get(0).canGo()).isTrue();
    assertThat(both.moves().get(1).blocks())
        .extracting(Remark::code)
        .containsExactly(Code.NO_SPARE_SEAT);
    assertThat(both.lines().get(0).after()).isEqualTo(new Places(1, 0, 0, 0, 1));
  }

  @Test
  void aSecondTierIsWarnedOf() {
    facts.holds("ann", "letter", LONG_AGO);
    Preview out = preview(new Move.HandOut("a-ann", "opus"));
    assertThat(out.moves().get(0).warnings())
        .contains(
            new Remark(
                Code.COVERED_TWICE,
                "They hold letter already and would be covered twice. Change that seat instead."));
  }

  @Test
  void aSpareSeatIsPaidAlready() {
    facts.holds("bo", "opus", LONG_AGO);
    Preview out = preview(new Move.HandOut("a-ann", "opus"));
    assertThat(out.yearly()).isEqualTo(eur("0.00"));
    assertThat(out.moves().get(0).yearly()).isEqualTo(eur("0.00"));
    for (List<Move> both :
        List.<List<Move>>of(
            List.of(new Move.HandOut("a-ann", "opus"), new Move.TakeBack("bo-opus")),
            List.of(new Move.TakeBack("bo-opus"), new Move.HandOut("a-ann", "opus")))) {
      Preview exchange = preview(both.toArray(Move[]::new));
      assertThat(exchange.yearly()).isEqualTo(eur("0.00"));
      assertThat(exchange.moves().get(0).yearly().plus(exchange.moves().get(1).yearly()).isZero())
          .as("move by move it is the same")
          .isTrue();
    }
  }

  /** Finance keeps data for 730 days; a seat taken back loses it after 90. */
  @Test
  void dataThatMustBeKeptIsNotLostByATakeBack() {
    facts.groups.add(new Group("finance", "Finance", 730, List.of("ann")));
    facts.dataRules.add(
        new DataRule("quillmoor", DataRule.After.TAKEN_BACK, 1, "Kept", 90, DataRule.Reach.ADMIN));
    facts.holds("ann", "opus", LONG_AGO);
    assertThat(preview(new Move.TakeBack("ann-opus")).moves().get(0).blocks())
        .extracting(Remark::text)
        .containsExactly(
            "The data of Finance must be kept until 29 Sep 2028, and Quillmoor keeps it until 29"
                + " Dec 2026 only. Put the seat to rest, or have it handed over or saved first.");
  }

  @Test
  void fewerSeatsThatCostMoreAreSaid() {
    facts.lines.removeIf(line -> line.id().equals("letter"));
    facts.lines.add(
        new Subscription(
            "letter",
            "qm",
            "letter",
            10,
            new PriceList(
                PriceList.Pricing.VOLUME,
                new BigDecimal("84"),
                List.of(new PriceList.PriceBreak(10, new BigDecimal("60"))),
                0),
            List.of()));
    MovePreview move = only(new Move.GiveBack("letter", 1));
    // Nine at 84.00 are 756.00; ten at 60.00 are 600.00.
    assertThat(move.yearly()).isEqualTo(eur("156.00"));
    assertThat(codes(move.warnings())).contains(Code.COSTS_MORE);
  }

  @Test
  void theLastAdministratorMayChangeTheirPlanButNotRest() {
    facts.other("stow", PlanModel.RESTING, "12", null);
    facts.holds("ann", "opus", LONG_AGO).admin("ann");
    assertThat(codes(only(new Move.Switch("ann-opus", "letter")).blocks())).isEmpty();
    assertThat(codes(only(new Move.Switch("ann-opus", "stow")).blocks())).contains(Code.LAST_ADMIN);
  }

  /** Whatever is on a slate: its money is that of its subscriptions, and no seat comes or goes. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void moneyIsCountedOnceAndSeatsAreConserved(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    Random random = new Random(seed);
    List<Move> moves = new ArrayList<>();
    for (int n = 0; n < 40; n++) {
      String line = book.lines().get(random.nextInt(book.lines().size())).id();
      String account = book.accounts().get(random.nextInt(book.accounts().size())).id();
      String holding = book.holdings().id(random.nextInt(book.holdings().size()));
      moves.add(
          switch (random.nextInt(8)) {
            case 0 -> new Move.TakeBack(holding);
            case 1 -> new Move.HandOut(account, line);
            case 2 -> new Move.Switch(holding, line);
            case 3 -> new Move.Suspend(account);
            case 4 -> new Move.Delete(account, Move.DataRoute.SAVED);
            case 5 -> new Move.GiveBack(line, 1 + random.nextInt(2));
            case 6 -> new Move.BuyMore(line, 1 + random.nextInt(2));
            default -> new Move.BringBack(account);
          });
    }
    Preview preview = Previewer.of(book, drawn.asOf, moves);
    Money sum = Money.zero("EUR");
    for (Preview.LinePreview line : preview.lines()) {
      Places after = line.after();
      assertThat(after.spare() + after.promised() + after.held() + after.resting())
          .isEqualTo(after.bought());
      assertThat(after.held()).isNotNegative();
      assertThat(after.promised()).isNotNegative();
      sum = sum.plus(line.yearlyDelta());
    }
    assertThat(preview.yearly()).isEqualTo(sum.rounded());
    // Going through the same moves again says the same.
    assertThat(Previewer.of(book, drawn.asOf, moves)).isEqualTo(preview);
  }
}
