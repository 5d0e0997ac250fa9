package org.sobertally.core.explain;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.use.Utilisation;

class RowsTest {

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void asManyRowsAsTheFigureSays(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    Covers covers = Covers.of(UseStates.of(book, drawn.asOf));
    for (int line = 0; line < book.lines().size(); line++) {
      var places = Ledger.count(book, line, drawn.asOf);
      assertThat(rows(covers, line, Figure.NAMED)).isEqualTo(places.promised() + places.held());
      assertThat(rows(covers, line, Figure.PROMISED)).isEqualTo(places.promised());
      assertThat(rows(covers, line, Figure.USED))
          .isEqualTo(Utilisation.of(book, line, drawn.asOf).used());
      int states = 0;
      for (Figure figure :
          new Figure[] {
            Figure.IN_USE,
            Figure.IDLE,
            Figure.NEVER_OPENED,
            Figure.UNANSWERED,
            Figure.SUSPENDED,
            Figure.LEFT
          }) {
        states += rows(covers, line, figure);
      }
      assertThat(states)
          .as("every open holding has one state")
          .isEqualTo(rows(covers, line, Figure.NAMED));
      assertThat(
              Rows.recoverable(covers, line).values().stream()
                  .reduce(BigDecimal.ZERO, BigDecimal::add))
          .isEqualByComparingTo(covers.recoverableOf(line).amount());
    }
  }

  private static int rows(Covers covers, int line, Figure figure) {
    return Rows.of(covers, line, figure).length;
  }
}
