package org.sobertally.server.statement;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.statement.InUse;
import org.sobertally.core.statement.Statement;
import org.sobertally.core.statement.Statement.Asked;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.figures.Remembered;

/**
 * Statements, each counted once per version of the book. Which seats were in use at a month's end
 * is remembered by itself: it is the same whoever bears them.
 */
@ApplicationScoped
class StatementFigures {

  private static final int STATEMENTS = 24;

  /** Two years, and the same a year before; a set is one bit a holding. */
  private static final int MONTH_ENDS = 60;

  private record Key(long version, HouseRules rules, Asked asked) {}

  private record DayKey(long version, HouseRules rules, LocalDate day) {}

  private final Remembered<Key, Statement> statements = new Remembered<>(STATEMENTS);
  private final Remembered<DayKey, BitSet> monthEnds = new Remembered<>(MONTH_ENDS);

  Statement of(Book book, Asked asked) {
    return statements.get(
        new Key(book.version(), book.rules(), asked), () -> Statement.of(book, asked, inUse(book)));
  }

  List<Statement.Row> rows(Book book, Asked asked, @Nullable String key) {
    return Statement.rows(book, asked, key, inUse(book));
  }

  private InUse inUse(Book book) {
    return day ->
        monthEnds.get(
            new DayKey(book.version(), book.rules(), day),
            () -> InUse.among(UseStates.of(book, day)));
  }
}
