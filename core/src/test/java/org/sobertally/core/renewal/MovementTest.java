package org.sobertally.core.renewal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.support.TestBook;

class MovementTest {

  private static final LocalDate DAY = LocalDate.of(2026, 9, 30);

  private final TestBook facts = new TestBook();

  private TestBook somebody(String id) {
    return facts.person(id);
  }

  private Movement movement(LocalDate asOf) {
    Book book = facts.build();
    return Movement.of(book, book.agreements().byId("qm"), asOf);
  }

  @Test
  void whoComesAndGoesIsCountedByCalendarMonth() {
    somebody("ann").holds("ann", "opus", LocalDate.of(2025, 1, 10), null);
    somebody("bo").holds("bo", "opus", LocalDate.of(2025, 4, 2), LocalDate.of(2026, 3, 9));
    somebody("cy").holds("cy", "letter", LocalDate.of(2026, 4, 5), null);
    somebody("di").holds("di", "letter", LocalDate.of(2026, 4, 6), null);
    Movement movement = movement(DAY);
    // From February 2025 on: the month of the roll-out does not count, nor does this one.
    assertThat(movement.months()).isEqualTo(19);
    assertThat(movement.known()).isTrue();
    assertThat(movement.joined().get(3)).as("April: one, then two").isEqualTo(1.5);
    assertThat(movement.left().get(2)).as("March").isEqualTo(0.5);
    assertThat(movement.left().get(3)).isZero();
    assertThat(movement.joined().get(0)).as("January once").isZero();
  }

  @Test
  void aMonthNeverSeenTakesTheMeanOfAll() {
    somebody("ann").holds("ann", "opus", LocalDate.of(2026, 5, 10), LocalDate.of(2026, 8, 3));
    somebody("bo").holds("bo", "opus", LocalDate.of(2026, 6, 1), null);
    Movement movement = movement(DAY);
    assertThat(movement.months()).isEqualTo(3);
    assertThat(movement.left().get(7)).isEqualTo(1);
    assertThat(movement.left().get(0)).isCloseTo(1.0 / 3, within(1e-12));
    assertThat(movement.joined().get(11)).isCloseTo(1.0 / 3, within(1e-12));
  }

  @Test
  void anotherPlanOfTheAgreementIsNoComingAndNoGoing() {
    somebody("ann").holds("ann", "opus", LocalDate.of(2025, 1, 10), LocalDate.of(2026, 2, 3));
    facts.holds("ann", "letter", LocalDate.of(2026, 2, 3), null);
    somebody("bo").holds("bo", "opus", LocalDate.of(2025, 1, 10), LocalDate.of(2026, 6, 3));
    Movement movement = movement(DAY);
    assertThat(movement.left().get(1)).isZero();
    assertThat(movement.joined().get(1)).isZero();
    assertThat(movement.left().get(5)).isEqualTo(0.5);
  }

  @Test
  void anAccountOfNobodyIsAPersonOfItsOwn() {
    facts.account("a-x", null, Account.State.ACTIVE, null);
    facts.person("ann").holds("ann", "opus", LocalDate.of(2025, 1, 10), null);
    facts.holdings.add(
        new org.sobertally.core.book.Holding(
            "h-x",
            "a-x",
            "opus",
            LocalDate.of(2026, 2, 3),
            LocalDate.of(2026, 5, 3),
            org.sobertally.core.book.Holding.Method.HAND));
    assertThat(movement(DAY).left().get(4)).isEqualTo(0.5);
  }

  @Test
  void whereNobodyEverLeftNothingCanBeSaid() {
    somebody("ann").holds("ann", "opus", LocalDate.of(2025, 1, 10), null);
    somebody("bo").holds("bo", "opus", LocalDate.of(2026, 3, 10), null);
    assertThat(movement(DAY).known()).isFalse();
    assertThat(movement(DAY).joined()).containsOnly(0.0);
  }
}
