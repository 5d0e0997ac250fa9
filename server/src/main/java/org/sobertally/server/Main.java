package org.sobertally.server;

import io.quarkus.runtime.Quarkus;
import io.quarkus.runtime.annotations.QuarkusMain;
import java.nio.file.Path;

/** Starts the application. */
@QuarkusMain
public final class Main {

  private static final String DATA = "sober.tally.data";

  private Main() {}

  public static void main(String... args) {
    // The database wants to be told plainly where a path begins; people write "data" as well.
    String asked = System.getProperty(DATA, System.getenv("SOBER_TALLY_DATA"));
    if (asked != null && !asked.isBlank()) {
      System.setProperty(DATA, Path.of(asked).toAbsolutePath().toString());
    }
    Quarkus.run(args);
  }
}
