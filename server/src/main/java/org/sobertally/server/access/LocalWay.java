package org.sobertally.server.access;

import io.quarkus.elytron.security.common.BcryptUtil;
import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;

/**
 * A way in on the machine itself: whoever may write into the data folder may give somebody with
 * access another password. The command leaves it there, hashed, and the next sign-in of that name
 * takes it, whether the application runs meanwhile or not.
 */
@ApplicationScoped
public class LocalWay {

  private static final Logger LOG = Logger.getLogger(LocalWay.class);
  private static final String FILE = "let-in";
  private static final Duration LASTS = Duration.ofMinutes(30);
  private static final int LEAST = 10;
  private static final int COST = 10;

  private final Path folder;

  LocalWay(@ConfigProperty(name = "sober.tally.data") Path folder) {
    this.folder = folder;
  }

  /**
   * Leaves a password for somebody in the data folder.
   *
   * @return what to tell whoever asked
   * @throws IOException if it cannot be written
   * @throws IllegalArgumentException if the password is too short
   */
  public static String leave(Path folder, String login, String password) throws IOException {
    if (password.length() < LEAST) {
      throw new IllegalArgumentException(
          "A password needs at least %d characters.".formatted(LEAST));
    }
    Path file = folder.resolve(FILE);
    Files.deleteIfExists(file);
    Files.createFile(file);
    try {
      Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
    } catch (UnsupportedOperationException e) {
      // A file system without such rights has other ways.
    }
    String name = login.strip().toLowerCase(Locale.ROOT);
    String hash = BcryptUtil.bcryptHash(password, COST);
    Files.write(file, List.of(name, hash, Instant.now().toString()), StandardCharsets.UTF_8);
    return "%s can sign in with that password within %d minutes."
        .formatted(name, LASTS.toMinutes());
  }

  /** The hash that was left for the name, once; empty for none, and for one that is too old. */
  synchronized Optional<String> take(String name) {
    Path file = folder.resolve(FILE);
    if (!Files.isRegularFile(file)) {
      return Optional.empty();
    }
    try {
      List<String> lines = Files.readAllLines(file, StandardCharsets.UTF_8);
      if (lines.size() != 3 || !lines.get(0).equals(name)) {
        return Optional.empty();
      }
      Files.delete(file);
      boolean holds = Instant.parse(lines.get(2)).plus(LASTS).isAfter(Instant.now());
      return holds ? Optional.of(lines.get(1)) : Optional.empty();
    } catch (IOException | java.time.DateTimeException e) {
      LOG.warn("What was left in the data folder to let somebody in cannot be read.");
      return Optional.empty();
    }
  }
}
