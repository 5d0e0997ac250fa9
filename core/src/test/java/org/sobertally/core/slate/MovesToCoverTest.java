package org.sobertally.core.slate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.UseStates;

class MovesToCoverTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private final TestBook facts = new TestBook().person("ann");

  private MovesToCover.Steps only() {
    Covers covers = Covers.of(UseStates.of(facts.build(), TODAY));
    assertThat(covers.size()).isEqualTo(1);
    return MovesToCover.of(covers).to(0);
  }

  @Test
  void aSmallerTierIsSteppedDownToAndAnIdleSeatComesBack() {
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    assertThat(only().moves()).containsExactly(new Move.Switch("ann-opus", "letter"));
    facts.holdings.clear();
    facts.holds("ann", "folio", LONG_AGO.plusDays(1));
    facts.uses("ann", "docs", EVIDENCE_TO);
    assertThat(only().moves()).isEmpty();
  }

  @Test
  void ofTwoSeatsTheOneThatCoversStays() {
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "folio", LONG_AGO);
    facts.uses("ann", "docs", EVIDENCE_TO);
    assertThat(only().moves()).containsExactly(new Move.TakeBack("ann-opus"));
  }

  @Test
  void twoSeatsForASmallerOneChangeTheDearerAndGiveTheOtherBack() {
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "folio", LONG_AGO);
    facts.uses("ann", "mail", EVIDENCE_TO);
    assertThat(only().moves())
        .containsExactly(new Move.Switch("ann-opus", "letter"), new Move.TakeBack("ann-folio"));
  }

  @Test
  void whatIsKeptStaysAndOnlyTheOtherComesBack() {
    facts.holds("ann", "opus", LONG_AGO).holds("ann", "folio", LONG_AGO);
    facts.uses("ann", "docs", EVIDENCE_TO);
    facts.keeps.add(new Keep("k", "ann-opus", "audit", null, TODAY.plusDays(9)));
    assertThat(only().moves()).containsExactly(new Move.TakeBack("ann-folio"));
  }

  @Test
  void dataThatMustStayIsPutToRestWhereSomebodySellsThat() {
    facts.people.clear();
    facts.person("ann", Person.Status.LEFT, TODAY.minusDays(10), null);
    facts.groups.add(new Group("finance", "Finance", 730, List.of("ann")));
    facts.holds("ann", "opus", LONG_AGO);
    facts.bundle("stow", "24", PlanModel.RESTING);
    assertThat(only().moves())
        .as("nobody knows that it would be lost, and the resting plan is not to be had")
        .containsExactly(new Move.TakeBack("ann-opus"));
    facts.dataRules.add(
        new DataRule("quillmoor", DataRule.After.TAKEN_BACK, 1, "Kept", 90, DataRule.Reach.ADMIN));
    assertThat(only().moves()).as("it would be lost for sure").isEmpty();
    facts.plans.removeIf(plan -> plan.id().equals("stow"));
    facts.other("stow", PlanModel.RESTING, "24", null);
    assertThat(only().moves()).containsExactly(new Move.Switch("ann-opus", "stow"));
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void theMovesSaveWhatTheCoverSavesAndTouchNothingThatStays(long seed) {
    RandomBook random = new RandomBook(seed);
    Book book = random.book;
    Covers covers = Covers.of(UseStates.of(book, random.asOf));
    MovesToCover toward = MovesToCover.of(covers);
    Set<String> touched = new HashSet<>();
    for (int n = 0; n < covers.size(); n++) {
      List<Move> moves = toward.to(n).moves();
      assertThat(toward.to(n).notSold()).isEmpty();
      BigDecimal saved = BigDecimal.ZERO;
      for (Move move : moves) {
        String holding =
            move instanceof Move.Switch change
                ? change.holding()
                : ((Move.TakeBack) move).holding();
        int h = book.holdings().numberOf(holding);
        assertThat(touched.add(holding)).as(holding).isTrue();
        assertThat(covers.needs().kind(h)).isNotIn(Needs.Kind.STAYS, Needs.Kind.APART);
        saved = saved.add(price(book, book.holdings().line(h), random.asOf));
        if (move instanceof Move.Switch change) {
          saved = saved.subtract(price(book, book.lines().require(change.line()), random.asOf));
        }
      }
      assertThat(saved).isEqualByComparingTo(covers.recoverable(n));
      assertThat(plansAfter(book, covers, n, moves))
          .containsExactlyInAnyOrderElementsOf(covers.all().get(n).plans());
    }
  }

  private static BigDecimal price(Book book, int line, LocalDate day) {
    return book.seatPrice(line, day).amount();
  }

  private static List<String> plansAfter(Book book, Covers covers, int n, List<Move> moves) {
    List<String> plans = new ArrayList<>();
    for (int h : covers.all().get(n).holdings()) {
      String id = book.holdings().id(h);
      String plan = book.planOfLine(book.holdings().line(h)).id();
      for (Move move : moves) {
        if (move instanceof Move.Switch change && change.holding().equals(id)) {
          plan = book.lines().byId(change.line()).plan();
        } else if (move instanceof Move.TakeBack back && back.holding().equals(id)) {
          plan = null;
        }
      }
      if (plan != null) {
        plans.add(plan);
      }
    }
    return plans;
  }
}
