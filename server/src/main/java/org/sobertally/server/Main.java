package org.sobertally.server;

import io.quarkus.runtime.Quarkus;
import io.quarkus.runtime.QuarkusApplication;
import io.quarkus.runtime.annotations.QuarkusMain;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.sobertally.server.store.DatabaseFile;

/**
 * Starts the application. With {@code --once} it stops as soon as it is up, which is how the build
 * packs an archive of loaded classes. Other commands: {@link Commands}.
 */
@QuarkusMain
public final class Main {

  private static final String DATA = "sober.tally.data";

  private Main() {}

  public static void main(String... args) throws IOException {
    int done = Commands.run(args, System.out);
    if (done >= 0) {
      System.exit(done);
    }
    Path data = dataFolder();
    String whyNot = DatabaseFile.whyNotOpened(data);
    if (whyNot != null) {
      System.err.println(whyNot);
      System.exit(1);
    }
    System.setProperty(DATA, data.toString());
    if (args.length == 1 && args[0].equals("--once")) {
      Quarkus.run(Once.class, args);
    } else {
      Quarkus.run(args);
    }
  }

  /**
   * Where the data are kept, as an absolute path; made where there is no such folder.
   *
   * @throws IOException if it cannot be made
   */
  public static Path dataFolder() throws IOException {
    // The database wants to be told plainly where a path begins; people write "data" as well.
    String asked = System.getProperty(DATA, System.getenv("SOBER_TALLY_DATA"));
    Path data = Path.of(asked == null || asked.isBlank() ? "data" : asked).toAbsolutePath();
    createForOwner(data);
    return data;
  }

  /** A folder that is made is the owner's only; one that is there stays as it is. */
  private static void createForOwner(Path data) throws IOException {
    if (!Files.exists(data)) {
      Files.createDirectories(data);
      try {
        Files.setPosixFilePermissions(data, PosixFilePermissions.fromString("rwx------"));
      } catch (UnsupportedOperationException e) {
        // A file system without such rights has other ways.
      }
    }
  }

  /** Is done at once. */
  public static final class Once implements QuarkusApplication {
    @Override
    public int run(String... args) {
      return 0;
    }
  }
}
