package org.sobertally.server.subscriptions;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.use.UseStates;

/** Figures over the whole book, worked out once per version and day and remembered for a while. */
@ApplicationScoped
class Figures {

  private static final int REMEMBERED = 6;

  /** What is asked of the whole book at once. */
  record Whole(UseStates states, Covers covers) {}

  private record Key(long version, LocalDate day) {}

  private record LineKey(long version, int line) {}

  private final Map<Key, Whole> wholes = newest();
  private final Map<LineKey, Ledger> ledgers = newest();

  private static <K, V> Map<K, V> newest() {
    return new LinkedHashMap<>(16, 0.75f, true) {
      private static final long serialVersionUID = 1L;

      @Override
      protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
        return size() > REMEMBERED;
      }
    };
  }

  synchronized Whole of(Book book, LocalDate asOf) {
    return wholes.computeIfAbsent(
        new Key(book.version(), asOf),
        key -> {
          UseStates states = UseStates.of(book, asOf);
          return new Whole(states, Covers.of(states));
        });
  }

  synchronized Ledger ledger(Book book, int line) {
    return ledgers.computeIfAbsent(new LineKey(book.version(), line), key -> Ledger.of(book, line));
  }
}
