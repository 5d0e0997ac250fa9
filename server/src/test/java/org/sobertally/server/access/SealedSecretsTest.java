package org.sobertally.server.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Base64;
import java.util.Optional;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@Tag("unit")
class SealedSecretsTest {

  @TempDir Path folder;

  @Test
  void whatIsSealedOpensWithTheSameKeyForTheSameThing() throws IOException {
    SealedSecrets secrets = new SealedSecrets(Optional.empty(), folder);
    String sealed = secrets.seal("naïve tøken", "quillmoor");
    assertThat(sealed).doesNotContain("token");
    assertThat(secrets.seal("naïve tøken", "quillmoor")).isNotEqualTo(sealed);
    SealedSecrets afterAStart = new SealedSecrets(Optional.empty(), folder);
    assertThat(afterAStart.open(sealed, "quillmoor")).contains("naïve tøken");
    assertThat(afterAStart.open(sealed, "gantryfold")).as("another vendor's").isEmpty();
    Path key = folder.resolve("secrets.key");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(key)))
        .isEqualTo("rw-------");
  }

  @Test
  void withAnotherKeyNothingOpens() {
    String mine = Base64.getEncoder().encodeToString(new byte[32]);
    SealedSecrets secrets = new SealedSecrets(Optional.of(mine), folder);
    String sealed = secrets.seal("token", "quillmoor");
    assertThat(folder.resolve("secrets.key")).doesNotExist();
    SealedSecrets other = new SealedSecrets(Optional.empty(), folder);
    assertThat(other.open(sealed, "quillmoor")).isEmpty();
    assertThat(other.open("rubbish", "quillmoor")).isEmpty();
    assertThat(other.open("", "quillmoor")).isEmpty();
    SealedSecrets tooShort = new SealedSecrets(Optional.of("c2hvcnQ="), folder);
    assertThatThrownBy(() -> tooShort.seal("token", "quillmoor")).hasMessageContaining("32 bytes");
  }
}
