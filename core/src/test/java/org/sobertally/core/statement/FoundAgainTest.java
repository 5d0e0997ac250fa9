package org.sobertally.core.statement;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.statement.SeatMove.Kind;
import org.sobertally.core.support.TestBook;

/** Two seats at 396: ann's was taken back on 1 Sep, and bo got one on the 10th. */
class FoundAgainTest {

  private static final LocalDate FIRST = LocalDate.of(2026, 9, 1);
  private static final LocalDate TENTH = LocalDate.of(2026, 9, 10);

  private final TestBook facts = new TestBook();

  private void twoSeats(int bought) {
    facts.lines.set(
        2, new Subscription("opus", "qm", "opus", bought, PriceList.flat("396"), List.of()));
    facts.person("ann").person("bo").person("cy");
    facts.holds("ann", "opus", LocalDate.of(2026, 2, 1), FIRST);
    facts.holds("cy", "opus", LocalDate.of(2026, 2, 1));
    facts.holds("bo", "opus", TENTH);
  }

  private static SeatMove move(LocalDate day, Kind kind, String person) {
    return new SeatMove(day, kind, "opus", 1, "s1", person);
  }

  private List<FoundAgain> found(SeatMove... moves) {
    return FoundAgain.of(facts.build(), List.of(moves));
  }

  @Test
  void aSeatTakenBackThatServesSomebodyElseIsFoundAgain() {
    twoSeats(2);
    List<FoundAgain> found =
        found(move(FIRST, Kind.TAKEN_BACK, "ann"), move(TENTH, Kind.HANDED_OUT, "bo"));
    assertThat(found).hasSize(1);
    assertThat(found.get(0).move().person()).isEqualTo("bo");
    assertThat(found.get(0).yearly().amount()).isEqualByComparingTo("396");
  }

  @Test
  void onOneDaySeatsComeBackBeforeTheyAreHandedOut() {
    facts.lines.set(2, new Subscription("opus", "qm", "opus", 1, PriceList.flat("396"), List.of()));
    facts.person("ann").person("bo");
    facts.holds("ann", "opus", LocalDate.of(2026, 2, 1), TENTH).holds("bo", "opus", TENTH);
    assertThat(found(move(TENTH, Kind.HANDED_OUT, "bo"), move(TENTH, Kind.TAKEN_BACK, "ann")))
        .hasSize(1);
  }

  @Test
  void whereAnotherSeatWasSpareNoneHadToBeBought() {
    twoSeats(3);
    assertThat(found(move(FIRST, Kind.TAKEN_BACK, "ann"), move(TENTH, Kind.HANDED_OUT, "bo")))
        .isEmpty();
  }

  @Test
  void aSeatGivenBackOrNeverTakenBackIsNotFoundAgain() {
    twoSeats(2);
    assertThat(found(move(TENTH, Kind.HANDED_OUT, "bo"))).isEmpty();
    assertThat(
            found(
                move(FIRST, Kind.TAKEN_BACK, "ann"),
                move(FIRST, Kind.GIVEN_BACK, null),
                move(TENTH, Kind.HANDED_OUT, "bo")))
        .isEmpty();
    assertThat(
            FoundAgain.of(
                facts.build(),
                List.of(new SeatMove(FIRST, Kind.TAKEN_BACK, "gone", 1, "s1", "ann"))))
        .isEmpty();
  }
}
