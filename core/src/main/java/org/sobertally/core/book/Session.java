package org.sobertally.core.book;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * One account's stay on a seat of a floating plan over the half-open interval {@code [started,
 * ended)}.
 *
 * @param ended null while it lasts; it then holds its seat for as long as anybody asks
 */
public record Session(
    String id, String account, String plan, Instant started, @Nullable Instant ended) {

  public Session {
    if (ended != null && ended.isBefore(started)) {
      throw new IllegalArgumentException(
          "Session %s ends at %s, before it starts at %s.".formatted(id, ended, started));
    }
  }
}
