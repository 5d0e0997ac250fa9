package org.sobertally.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PackedDemoTest {

  @TempDir Path folder;
  private Path packed;
  private Path data;

  @BeforeEach
  void pack() throws IOException {
    packed = folder.resolve("packed.db");
    data = folder.resolve("data");
    Files.writeString(packed, "packed");
  }

  @Test
  void aFirstStartBeginsWithThePackedDatabase() throws IOException {
    PackedDemo.unpack(packed, data);
    assertThat(data.resolve("tally.mv.db")).hasContent("packed");
    try (var files = Files.list(data)) {
      assertThat(files).as("no half copies are left").hasSize(1);
    }
  }

  @Test
  void whatHappenedInAnEarlierDemoStays() throws IOException {
    Files.createDirectories(data);
    Files.writeString(data.resolve("tally.mv.db"), "lived in");
    PackedDemo.unpack(packed, data);
    assertThat(data.resolve("tally.mv.db")).hasContent("lived in");
  }

  @Test
  void withoutAPackedDatabaseNothingIsDone() throws IOException {
    PackedDemo.unpack(folder.resolve("none.db"), data);
    assertThat(data).doesNotExist();
  }
}
