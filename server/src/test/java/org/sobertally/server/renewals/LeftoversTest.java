package org.sobertally.server.renewals;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@Tag("unit")
class LeftoversTest {

  private static final Instant NOW = Instant.parse("2026-09-30T08:00:00Z");

  @TempDir Path temporary;

  private Path unpacked(String name, Duration ago) throws IOException {
    Path folder = Files.createDirectory(temporary.resolve(name));
    Files.writeString(folder.resolve("lib.so"), "x");
    Files.setLastModifiedTime(folder, FileTime.from(NOW.minus(ago)));
    return folder;
  }

  @Test
  void whatAKilledApplicationUnpackedGoesAndNothingElse() throws IOException {
    Path left = unpacked("ortools-java1", Duration.ofDays(2));
    Path running = unpacked("ortools-java2", Duration.ofHours(2));
    Path anothers = unpacked("something", Duration.ofDays(2));
    CpSatSolver.dropLeftovers(temporary, NOW);
    assertThat(left).doesNotExist();
    assertThat(running.resolve("lib.so")).exists();
    assertThat(anothers.resolve("lib.so")).exists();
  }

  @Test
  void aFolderThatCannotBeReadKeepsNothingFromStarting() {
    CpSatSolver.dropLeftovers(temporary.resolve("none"), NOW);
    assertThat(temporary).isEmptyDirectory();
  }
}
