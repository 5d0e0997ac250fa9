package org.sobertally.server.book.schema;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import java.util.Properties;

/** What a book's files and columns mean, in words, with an example of each column. */
public final class BookWords {

  private static final Properties WORDS = read();

  private BookWords() {}

  private static Properties read() {
    Properties words = new Properties();
    try (Reader reader =
        new InputStreamReader(
            Objects.requireNonNull(BookWords.class.getResourceAsStream("columns.properties")),
            StandardCharsets.UTF_8)) {
      words.load(reader);
      return words;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** What the file is about. */
  public static String of(BookFile file) {
    return words(file.name());
  }

  /** What the column means: its unit, its direction, and what an empty value says. */
  public static String of(BookFile file, Column column) {
    return words(key(file, column)).split(" \\| ", 2)[0];
  }

  /** A made-up value that the column may hold. */
  public static String example(BookFile file, Column column) {
    return words(key(file, column)).split(" \\| ", 2)[1];
  }

  private static String key(BookFile file, Column column) {
    return file.name() + "/" + column.name();
  }

  private static String words(String key) {
    String words = WORDS.getProperty(key);
    if (words == null) {
      throw new IllegalStateException("columns.properties does not say what %s is.".formatted(key));
    }
    return words.strip();
  }
}
