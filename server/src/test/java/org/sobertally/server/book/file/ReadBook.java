package org.sobertally.server.book.file;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.enterprise.inject.spi.CDI;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** A book that is read once and can be taken in any number of times. */
public final class ReadBook {

  private final ParsedBook parsed;

  public ReadBook(byte[] zip) {
    try {
      Path file = Files.createTempFile("book-of-the-tests", ".zip");
      try {
        parsed = service().read(Files.write(file, zip));
      } finally {
        Files.delete(file);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    assertThat(parsed.violations()).isEmpty();
  }

  /** As if it had been sent: what is there goes. */
  public void takeIn() {
    assertThat(service().take(parsed, true, false, "keeper-token"))
        .isInstanceOf(BookService.Outcome.Taken.class);
  }

  private static BookService service() {
    return CDI.current().select(BookService.class).get();
  }
}
