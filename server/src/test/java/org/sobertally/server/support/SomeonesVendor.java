package org.sobertally.server.support;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** A SCIM server that others wrote, in another language, run beside the test. */
public final class SomeonesVendor implements AutoCloseable {

  /** What its token endpoint takes. */
  public static final String CLIENT = "tally";

  public static final String SECRET = "shown-once";

  private static final Path SCRIPT =
      Path.of("..", "web", "scripts", "scim-vendor.mjs").toAbsolutePath().normalize();

  private final Process process;
  private final URI url;

  /**
   * Starts it and waits until it listens.
   *
   * @param people its groups and users, as the script reads them
   */
  public SomeonesVendor(String people) {
    try {
      Path file = Scratch.file("sober-tally-vendor", ".json");
      Files.writeString(file, people);
      process =
          new ProcessBuilder("node", SCRIPT.toString(), file.toString())
              .redirectError(ProcessBuilder.Redirect.INHERIT)
              .start();
      BufferedReader said =
          new BufferedReader(
              new java.io.InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
      url = URI.create(said.readLine());
      Files.delete(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  public URI scim() {
    return URI.create(url + "/scim/v2");
  }

  public URI token() {
    return URI.create(url + "/token");
  }

  @Override
  public void close() {
    process.destroyForcibly();
  }
}
