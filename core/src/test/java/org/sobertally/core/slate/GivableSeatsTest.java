package org.sobertally.core.slate;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.support.RandomBook;

class GivableSeatsTest {

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void asManyAsAreSaidCanGoAndNotOneMore(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    for (int line = 0; line < book.lines().size(); line++) {
      int most = GivableSeats.of(book, line, drawn.asOf).most();
      if (most > 0) {
        assertThat(canGo(drawn, line, most)).isTrue();
      }
      assertThat(canGo(drawn, line, most + 1)).isFalse();
    }
  }

  private static boolean canGo(RandomBook drawn, int line, int seats) {
    Move move = new Move.GiveBack(drawn.book.lines().get(line).id(), seats);
    return Previewer.of(drawn.book, drawn.asOf, List.of(move)).moves().get(0).canGo();
  }
}
