package org.sobertally.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/**
 * The demo's database as the build made it, beside the packaged application: the first start of the
 * demo copies it, rather than generating and checking half a million rows while somebody waits.
 */
final class PackedDemo {

  private static final String DATABASE = "tally.mv.db";

  private PackedDemo() {}

  /** Copies the packed database, if there is one, into a folder that has none yet. */
  static void unpack(Path packed, Path data) throws IOException {
    Path database = data.resolve(DATABASE);
    if (!Files.exists(database) && Files.isRegularFile(packed)) {
      Files.createDirectories(data);
      // Not in place: a kill in the middle must not leave half a database.
      Path copy = Files.createTempFile(data, "tally", ".part");
      Files.copy(packed, copy, StandardCopyOption.REPLACE_EXISTING);
      Files.move(copy, database, StandardCopyOption.ATOMIC_MOVE);
    }
  }
}
