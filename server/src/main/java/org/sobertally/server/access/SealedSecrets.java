package org.sobertally.server.access;

import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jspecify.annotations.Nullable;

/**
 * Seals secrets that must be read again, such as a vendor's token, so that the database and its
 * backups alone give nothing away. The key is {@code sober.secrets.key} (32 bytes, base64), or a
 * file of the data folder that only its owner may read, made when it is first needed.
 */
@ApplicationScoped
public class SealedSecrets {

  private static final int KEY_BYTES = 32;
  private static final int NONCE_BYTES = 12;
  private static final int TAG_BITS = 128;
  private static final String CIPHER = "AES/GCM/NoPadding";
  private static final String FILE = "secrets.key";

  private final Optional<String> configured;
  private final Path folder;
  private final SecureRandom random = new SecureRandom();
  private @Nullable SecretKeySpec key;

  SealedSecrets(
      @ConfigProperty(name = "sober.secrets.key") Optional<String> configured,
      @ConfigProperty(name = "sober.tally.data") Path folder) {
    this.configured = configured;
    this.folder = folder;
  }

  /**
   * Seals a secret.
   *
   * @param of what it belongs to; it opens for nothing else
   */
  public String seal(String secret, String of) {
    byte[] nonce = new byte[NONCE_BYTES];
    random.nextBytes(nonce);
    byte[] sealed = run(Cipher.ENCRYPT_MODE, nonce, secret.getBytes(StandardCharsets.UTF_8), of);
    byte[] all = Arrays.copyOf(nonce, nonce.length + sealed.length);
    System.arraycopy(sealed, 0, all, nonce.length, sealed.length);
    return Base64.getEncoder().encodeToString(all);
  }

  /** The secret; empty where it was sealed with another key, as after a move without it. */
  public Optional<String> open(String sealed, String of) {
    try {
      byte[] all = Base64.getDecoder().decode(sealed);
      byte[] nonce = Arrays.copyOf(all, NONCE_BYTES);
      byte[] rest = Arrays.copyOfRange(all, NONCE_BYTES, all.length);
      return Optional.of(
          new String(run(Cipher.DECRYPT_MODE, nonce, rest, of), StandardCharsets.UTF_8));
    } catch (IllegalArgumentException | IllegalStateException e) {
      return Optional.empty();
    }
  }

  private byte[] run(int mode, byte[] nonce, byte[] bytes, String of) {
    try {
      Cipher cipher = Cipher.getInstance(CIPHER);
      cipher.init(mode, key(), new GCMParameterSpec(TAG_BITS, nonce));
      cipher.updateAAD(of.getBytes(StandardCharsets.UTF_8));
      return cipher.doFinal(bytes);
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("The secret does not open with this key.", e);
    }
  }

  private synchronized SecretKeySpec key() {
    if (key == null) {
      byte[] bytes = configured.map(SealedSecrets::decoded).orElseGet(this::ofFile);
      key = new SecretKeySpec(bytes, "AES");
    }
    return key;
  }

  private static byte[] decoded(String text) {
    byte[] bytes = Base64.getDecoder().decode(text.strip());
    if (bytes.length != KEY_BYTES) {
      throw new IllegalArgumentException(
          "sober.secrets.key: must be %d bytes, base64.".formatted(KEY_BYTES));
    }
    return bytes;
  }

  private byte[] ofFile() {
    Path file = folder.resolve(FILE);
    try {
      if (Files.exists(file)) {
        return decoded(Files.readString(file));
      }
      byte[] made = new byte[KEY_BYTES];
      random.nextBytes(made);
      Files.createDirectories(folder);
      boolean posix = Files.getFileStore(folder).supportsFileAttributeView("posix");
      FileAttribute<?>[] owner =
          posix
              ? new FileAttribute<?>[] {
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"))
              }
              : new FileAttribute<?>[0];
      // Whole or not at all: a key that was cut off would open nothing for ever.
      Path part = Files.createTempFile(folder, FILE, ".part", owner);
      Files.writeString(part, Base64.getEncoder().encodeToString(made), StandardOpenOption.SYNC);
      Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
      return made;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
