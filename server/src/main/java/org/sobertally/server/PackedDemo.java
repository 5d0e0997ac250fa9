package org.sobertally.server;

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

  /**
   * Gives the demo, where it is asked for, the database packed beside the application.
   *
   * @throws IOException where the folder cannot be written
   */
  static void unpack(Path data) throws IOException {
    if (demoIsAsked()) {
      unpack(besideTheApplication(), data);
    }
  }

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

  private static boolean demoIsAsked() {
    String profile = System.getProperty("quarkus.profile", System.getenv("QUARKUS_PROFILE"));
    return "demo".equals(profile);
  }

  private static Path besideTheApplication() {
    Path jar = Path.of(System.getProperty("java.class.path")).toAbsolutePath();
    return jar.resolveSibling("packed-demo").resolve(DATABASE);
  }
}
