package org.sobertally.server.store;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.jspecify.annotations.Nullable;

/**
 * The small file beside the database that says how many entries its journal had when it was last
 * written to the disk.
 */
public final class JournalMark {

  public static final String NAME = "tally.mark";

  private JournalMark() {}

  /** How many entries a folder's journal once had; 0 where nothing is known of it. */
  static long read(Path folder) throws IOException {
    Path file = folder.resolve(NAME);
    if (!Files.exists(file)) {
      return 0;
    }
    String text = Files.readString(file, StandardCharsets.UTF_8).strip();
    // A mark that was being written when the power went says nothing.
    return text.matches("\\d{1,18}") ? Long.parseLong(text) : 0;
  }

  /** Sets the mark of a folder, whole or not at all. */
  public static void write(Path folder, long entries) throws IOException {
    Path fresh = folder.resolve(NAME + ".new");
    Files.writeString(fresh, Long.toString(entries), StandardCharsets.UTF_8);
    Files.move(
        fresh,
        folder.resolve(NAME),
        StandardCopyOption.REPLACE_EXISTING,
        StandardCopyOption.ATOMIC_MOVE);
  }

  /**
   * Why a journal of {@code there} entries is not to be believed, with what to do; null if it is.
   */
  static @Nullable String whyNot(Path folder, long there) throws IOException {
    long once = read(folder);
    if (there >= once) {
      return null;
    }
    return ("The database in %s ends with entry %d of its journal and once had %d: it was cut off, or"
            + " is an older copy. Restore a backup into an empty folder. If the older state is what"
            + " you want, delete %s and start again.")
        .formatted(folder, there, once, folder.resolve(NAME));
  }
}
