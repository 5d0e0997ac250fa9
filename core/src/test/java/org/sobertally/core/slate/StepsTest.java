package org.sobertally.core.slate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;

/** Moves of one slate on days of their own, each looked at as the ones before it leave the book. */
class StepsTest {

  private static final LocalDate APRIL = LocalDate.of(2027, 4, 1);
  private final TestBook facts = new TestBook();

  @BeforeEach
  void annHoldsOpus() {
    facts.person("ann").holds("ann", "opus", LocalDate.of(2026, 2, 1));
    facts.other("stow", PlanModel.RESTING, "24", null);
  }

  private Preview preview(Step... steps) {
    return Previewer.ofSteps(facts.build(), TODAY, List.of(steps));
  }

  private static List<Boolean> go(Preview preview) {
    return preview.moves().stream().map(MovePreview::canGo).toList();
  }

  @Test
  void aSeatThatIsPutToRestCanBeWokenByALaterStepOnly() {
    Move rest = new Move.Switch("ann-opus", "stow");
    Move wake = new Move.WakeAccount("a-ann", "opus");
    assertThat(go(preview(new Step(rest, TODAY, 0), new Step(wake, APRIL, 0))))
        .containsExactly(true, true);
    Preview backwards = preview(new Step(wake, TODAY, 0), new Step(rest, APRIL, 0));
    assertThat(go(backwards)).containsExactly(false, true);
    assertThat(backwards.moves().get(0).blocks())
        .extracting(Remark::code)
        .containsExactly(Code.NOT_HELD);
  }

  @Test
  void aSeatThatWentBeforeIsNotCountedTwice() {
    Move back = new Move.TakeBack("ann-opus");
    Move delete = new Move.Delete("a-ann", Move.DataRoute.NOT_NEEDED);
    Preview both = preview(new Step(back, TODAY, 0), new Step(delete, TODAY.plusDays(30), 0));
    assertThat(go(both)).containsExactly(true, true);
    assertThat(both.yearly().amount()).isEqualByComparingTo("-396");
    assertThat(both.lines()).hasSize(1);
    assertThat(both.lines().get(0).after().held()).isZero();
    // Together on one day the two want the contrary.
    assertThat(go(preview(new Step(back, TODAY, 0), new Step(delete, TODAY, 0))))
        .containsExactly(true, false);
  }

  @Test
  void whatIsShutIsOpenedAgainAndStepsOfOneDayFollowTheirRounds() {
    Move shut = new Move.Suspend("a-ann");
    Move open = new Move.BringBack("a-ann");
    assertThat(go(preview(new Step(shut, TODAY, 0), new Step(open, APRIL, 0))))
        .containsExactly(true, true);
    assertThat(go(preview(new Step(open, TODAY, 1), new Step(shut, TODAY, 0))))
        .containsExactly(true, true);
    assertThat(go(preview(new Step(open, TODAY, 0)))).containsExactly(false);
  }

  @Test
  void whatIsHandedOverIsTheSuccessorsAfterwards() {
    facts.person("cy").holds("cy", "letter", LocalDate.of(2026, 2, 1));
    facts.accounts.replaceAll(a -> a.id().equals("a-ann") ? a.storing(BigDecimal.TEN) : a);
    Book after = Aftermath.of(facts.build(), TODAY, List.of(new Move.HandOver("a-ann", "cy")));
    assertThat(after.accounts().byId("a-ann").storedGb()).isEqualByComparingTo("0");
    assertThat(after.accounts().byId("a-cy").storedGb()).isEqualByComparingTo("10");
    facts.account("a-cy", "cy", Account.State.SUSPENDED, null);
    assertThat(
            preview(new Step(new Move.HandOver("a-ann", "cy"), TODAY, 0)).moves().get(0).blocks())
        .extracting(Remark::code)
        .containsExactly(Code.NO_SUCCESSOR);
  }

  @Test
  void allOnOneDayIsAsIfTheyHadNoDays() {
    Move back = new Move.TakeBack("ann-opus");
    Book book = facts.build();
    assertThat(Previewer.ofSteps(book, TODAY, List.of(new Step(back, TODAY, 0))))
        .isEqualTo(Previewer.of(book, TODAY, List.of(back)));
  }

  @Test
  void aSeatThatRestsSinceTheMoveBeforeIsTheOneThatIsWoken() {
    Book after =
        Aftermath.of(
            facts.build(),
            TODAY,
            List.of(new Move.Switch("ann-opus", "stow"), new Move.WakeAccount("a-ann", "letter")));
    assertThat(holdings(after).stream().filter(h -> h.until() == null))
        .extracting(Holding::line)
        .containsExactly("letter");
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void manyMovesLeaveTheBookAsOneByOne(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Random random = new Random(seed);
    Book before = drawn.book;
    for (Account account : before.accounts().all()) {
      if (random.nextBoolean()) {
        before = before.withAccount(account.storing(BigDecimal.valueOf(random.nextInt(90))));
      }
    }
    List<Move> moves = new ArrayList<>();
    for (int n = 0; n < 60; n++) {
      moves.add(anyMove(before, drawn.asOf, random));
    }
    Book oneByOne = before;
    for (Move move : moves) {
      oneByOne = Aftermath.of(oneByOne, drawn.asOf, List.of(move));
    }
    Book atOnce = Aftermath.of(before, drawn.asOf, moves);
    assertThat(atOnce.accounts().all()).isEqualTo(oneByOne.accounts().all());
    assertThat(holdings(atOnce)).isEqualTo(holdings(oneByOne));
  }

  private static Move anyMove(Book book, LocalDate day, Random random) {
    String account = book.accounts().get(random.nextInt(book.accounts().size())).id();
    String holding = book.holdings().id(random.nextInt(book.holdings().size()));
    String line = book.lines().get(random.nextInt(book.lines().size())).id();
    String person = book.people().get(random.nextInt(book.people().size())).id();
    if (random.nextInt(10) == 0) {
      // A seat that an earlier move may have handed out.
      holding = "after %s %s %s".formatted(account, line, day);
    }
    return switch (random.nextInt(8)) {
      case 0 -> new Move.TakeBack(holding);
      case 1 -> new Move.Switch(holding, line);
      case 2 -> new Move.HandOut(account, null, line);
      case 3 -> new Move.Suspend(account);
      case 4 -> new Move.BringBack(account);
      case 5 -> new Move.Delete(account, Move.DataRoute.NOT_NEEDED);
      case 6 -> new Move.WakeAccount(account, line);
      default -> new Move.HandOver(account, person);
    };
  }

  private static List<Holding> holdings(Book book) {
    return IntStream.range(0, book.holdings().size()).mapToObj(book::holding).toList();
  }
}
