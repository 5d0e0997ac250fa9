package org.sobertally.core.slate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.UseStates;

class PreviewerTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private final TestBook facts = new TestBook().person("ann").person("bo");

  private Preview takeBack(String... holdings) {
    List<Move> moves = new ArrayList<>();
    Arrays.stream(holdings).forEach(holding -> moves.add(new Move.TakeBack(holding)));
    return Previewer.of(facts.build(), TODAY, moves);
  }

  private static List<Code> codes(List<Remark> remarks) {
    return remarks.stream().map(Remark::code).toList();
  }

  @Test
  void saysSeatsMoneyAndTheDayFromWhich() {
    facts.holds("ann", "opus", LONG_AGO).holds("bo", "opus", LONG_AGO);
    Preview preview = takeBack("ann-opus", "bo-opus");
    assertThat(preview.yearly()).isEqualTo(Money.of("-792.00", "EUR"));
    assertThat(preview.cashThisYear()).isEqualTo(Money.of("0.00", "EUR"));
    assertThat(preview.moves().get(0).cashFrom()).isEqualTo(LocalDate.of(2027, 1, 7));
    assertThat(preview.lines()).hasSize(1);
    assertThat(preview.lines().get(0).before()).isEqualTo(new Places(10, 8, 0, 2, 0));
    assertThat(preview.lines().get(0).after()).isEqualTo(new Places(10, 10, 0, 0, 0));
    assertThat(codes(preview.moves().get(0).warnings())).containsExactly(Code.SAVES_LATER);
  }

  @Test
  void cashThisYearIsCountedByDays() {
    facts.mayShrink = Agreement.MayShrink.MONTHLY;
    facts.holds("ann", "opus", LONG_AGO);
    assertThat(takeBack("ann-opus").cashThisYear())
        .as("money stops with the quantity, and nothing lowers that")
        .isEqualTo(Money.of("0.00", "EUR"));
    // The next billing month begins on 7 October: 86 of 365 days are left.
    Preview given = Previewer.of(facts.build(), TODAY, List.of(new Move.GiveBack("opus", 1)));
    assertThat(given.cashThisYear()).isEqualTo(Money.of("-93.30", "EUR"));
  }

  @Test
  void nothingIsSavedWhereTheQuantityNeverShrinks() {
    facts.mayShrink = Agreement.MayShrink.NEVER;
    facts.holds("ann", "opus", LONG_AGO);
    Preview preview = takeBack("ann-opus");
    assertThat(preview.yearly().isZero()).isTrue();
    assertThat(preview.moves().get(0).cashFrom()).isNull();
  }

  @Test
  void keptGoneDoubledAndTheLastAdministratorCannotGo() {
    facts.holds("ann", "opus", LONG_AGO).holds("bo", "opus", LONG_AGO);
    facts.holds("bo", "folio", LONG_AGO, TODAY);
    facts.keeps.add(new Keep("k", "ann-opus", "winter audit", null, TODAY.plusDays(1)));
    facts.admin("bo");
    Preview preview = takeBack("ann-opus", "bo-opus", "bo-folio", "none-such");
    assertThat(preview.moves()).noneMatch(MovePreview::canGo);
    assertThat(preview.moves().stream().map(m -> codes(m.blocks()).get(0)))
        .containsExactly(Code.KEPT, Code.LAST_ADMIN, Code.NOT_HELD, Code.NOT_HELD);
    assertThat(preview.moves().get(0).blocks().get(0).text())
        .isEqualTo("Kept until 1 Oct 2026: winter audit.");
    assertThat(preview.yearly().isZero()).isTrue();
    assertThat(preview.lines()).isEmpty();
  }

  /** Two administrators, both on the slate: the second one is left. */
  @Test
  void aSlateLeavesOneAdministrator() {
    facts.holds("ann", "opus", LONG_AGO).holds("bo", "opus", LONG_AGO).admin("ann").admin("bo");
    Preview preview = takeBack("ann-opus", "bo-opus");
    assertThat(preview.moves().get(0).canGo()).isTrue();
    assertThat(preview.moves().get(1).blocks())
        .extracting(Remark::text)
        .containsExactly(
            "With the others on this slate nobody at Quillmoor would have administrator rights. Leave one.");
    facts.keeps.add(new Keep("k", "ann-opus", "winter audit", null, TODAY.plusDays(1)));
    assertThat(takeBack("ann-opus", "bo-opus").moves().get(1).canGo())
        .as("the first one cannot go, and stays administrator")
        .isTrue();
  }

  @Test
  void theSameSeatGoesOnce() {
    facts.holds("ann", "opus", LONG_AGO);
    Preview preview = takeBack("ann-opus", "ann-opus");
    assertThat(codes(preview.moves().get(1).blocks())).containsExactly(Code.ALREADY_PLANNED);
    assertThat(preview.yearly()).isEqualTo(Money.of("-396.00", "EUR"));
  }

  @Test
  void warnsOfWhatFollows() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, true, 0, false, null);
    facts.dataRules.add(
        new DataRule("quillmoor", DataRule.After.TAKEN_BACK, 1, "kept", 30, DataRule.Reach.OWNER));
    facts.dataRules.add(
        new DataRule(
            "quillmoor", DataRule.After.TAKEN_BACK, 2, "gone", null, DataRule.Reach.NOBODY));
    facts.groups.add(new Group("deck", "Deck crew", null, List.of("ann")));
    facts.rules.add(new StandingRule("r", "deck", "opus", null, null));
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    MovePreview move = takeBack("ann-opus").moves().get(0);
    assertThat(codes(move.warnings()))
        .containsExactlyInAnyOrder(
            Code.STILL_USED,
            Code.RULE_HANDS_BACK,
            Code.SIGN_OUT_FIRST,
            Code.NOT_REUSABLE,
            Code.ONE_WAY,
            Code.DATA_LOST,
            Code.SAVES_LATER);
    assertThat(move.undoable()).isFalse();
    assertThat(move.undoUntil()).isEqualTo(LocalDate.of(2026, 10, 29));
  }

  @Test
  void warnsWhereThePromisedUtilisationWouldNotBeMet() {
    facts.floor = new Agreement.Floor(new BigDecimal("50"), 60, Agreement.FloorOf.HELD, null);
    facts.holds("ann", "opus", LONG_AGO).holds("bo", "opus", LONG_AGO);
    facts.uses("ann", "mail", EVIDENCE_TO);
    Preview preview = takeBack("ann-opus", "bo-opus");
    assertThat(codes(preview.moves().get(0).warnings())).contains(Code.BELOW_FLOOR);
    assertThat(codes(preview.moves().get(1).warnings())).doesNotContain(Code.BELOW_FLOOR);
  }

  @Test
  void aSeatThatRestsIsNotSpare() {
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 30, true, null);
    facts.holds("ann", "opus", LONG_AGO);
    Places after = takeBack("ann-opus").lines().get(0).after();
    assertThat(after).isEqualTo(new Places(10, 9, 0, 0, 1));
  }

  @Test
  void handingOutNeedsASpareSeatAndSomebodyWhoMayWork() {
    facts.person("cy", Person.Status.LEFT, LONG_AGO, null);
    facts.lines.removeIf(line -> line.id().equals("opus"));
    facts.lines.add(
        new org.sobertally.core.agreement.Subscription(
            "opus",
            "qm",
            "opus",
            1,
            org.sobertally.core.catalogue.PriceList.flat("396"),
            List.of()));
    Preview preview =
        Previewer.of(
            facts.build(),
            TODAY,
            List.of(
                new Move.HandOut("a-cy", "opus"),
                new Move.HandOut("a-ann", "opus"),
                new Move.HandOut("a-bo", "opus")));
    assertThat(codes(preview.moves().get(0).blocks())).containsExactly(Code.TARGET_SUSPENDED);
    assertThat(preview.moves().get(1).canGo()).isTrue();
    assertThat(codes(preview.moves().get(2).blocks())).containsExactly(Code.NO_SPARE_SEAT);
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void carryingMovesOutGivesWhatThePreviewSaid(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    List<Move> moves = new ArrayList<>();
    for (int h = 0; h < book.holdings().size(); h += 2) {
      moves.add(new Move.TakeBack(book.holdings().id(h)));
    }
    Preview preview = Previewer.of(book, drawn.asOf, moves);
    assertThat(Previewer.of(UseStates.of(book, drawn.asOf), moves))
        .as("with the states of all holdings at hand")
        .isEqualTo(preview);
    Book after = book;
    for (MovePreview move : preview.moves()) {
      if (move.canGo()) {
        after = after.withHoldingUntil(((Move.TakeBack) move.move()).holding(), drawn.asOf);
      }
    }
    for (Preview.LinePreview line : preview.lines()) {
      int number = book.lines().require(line.line());
      assertThat(line.before()).isEqualTo(Ledger.count(book, number, drawn.asOf));
      Places then = Ledger.count(after, number, drawn.asOf);
      // A seat handed out on the very day leaves no day of holding, and so nothing to rest.
      assertThat(then.bought()).isEqualTo(line.after().bought());
      assertThat(then.held() + then.promised())
          .isEqualTo(line.after().held() + line.after().promised());
    }
  }
}
