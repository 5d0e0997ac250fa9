package org.sobertally.server.store;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.time.Days;
import org.sobertally.server.http.Params;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** Turns the {@code asOf} parameter into a day that the book can be asked about. */
@ApplicationScoped
public class AsOf {

  private final TallyClock clock;

  AsOf(TallyClock clock) {
    this.clock = clock;
  }

  /** Today where nothing is given; a day before the book begins is a 400 that names its first. */
  public LocalDate of(Book book, @Nullable String text) {
    LocalDate day = Params.day("asOf", text).orElseGet(clock::today);
    LocalDate first = firstDay(book);
    if (text != null && first != null && day.isBefore(first)) {
      throw Refusal.badInput(
          "asOf: the book begins on %s. Ask for that day or a later one.".formatted(first));
    }
    return day;
  }

  /** The first day on which anything was bought or held; null for an empty book. */
  static @Nullable LocalDate firstDay(Book book) {
    Stream<LocalDate> starts = book.agreements().all().stream().map(a -> a.starts());
    IntStream held = IntStream.range(0, book.holdings().size()).map(book.holdings()::from);
    return Stream.concat(starts, held.min().stream().mapToObj(Days::date))
        .min(LocalDate::compareTo)
        .orElse(null);
  }
}
