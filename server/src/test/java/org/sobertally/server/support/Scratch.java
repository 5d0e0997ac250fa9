package org.sobertally.server.support;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Files that tests leave behind: with what was built, and gone with it. */
public final class Scratch {

  private Scratch() {}

  private static Path place() throws IOException {
    return Files.createDirectories(Path.of("target/scratch").toAbsolutePath());
  }

  /** A folder of its own at every call. */
  public static Path folder(String name) throws IOException {
    return Files.createTempDirectory(place(), name);
  }

  /** An empty file of its own at every call. */
  public static Path file(String name, String ending) throws IOException {
    return Files.createTempFile(place(), name, ending);
  }
}
