package org.sobertally.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DatabaseFileTest {

  @TempDir Path folder;

  private Connection open() throws SQLException {
    return DriverManager.getConnection("jdbc:h2:file:" + folder.resolve("tally"), "sober", "");
  }

  private void make() throws SQLException {
    try (Connection connection = open()) {
      connection
          .createStatement()
          .execute("create table t as select x, space(100) s from system_range(1, 5000)");
    }
  }

  @Test
  void oneThatIsWholeAndOneThatIsNotThereYetCanBeOpened() throws SQLException {
    assertThat(DatabaseFile.whyNotOpened(folder)).isNull();
    make();
    assertThat(DatabaseFile.whyNotOpened(folder)).isNull();
  }

  @Test
  void oneThatIsInUseSaysSo() throws SQLException {
    make();
    try (Connection connection = open()) {
      assertThat(connection.isClosed()).isFalse();
      assertThat(DatabaseFile.whyNotOpened(folder)).contains("another Sober Tally runs");
    }
    assertThat(DatabaseFile.whyNotOpened(folder)).isNull();
  }

  @Test
  void oneThatWasCutOffSaysWhatToDo() throws SQLException, IOException {
    make();
    Path file = folder.resolve(DatabaseFile.NAME);
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
      channel.truncate(5000);
    }
    byte[] before = Files.readAllBytes(file);
    assertThat(DatabaseFile.whyNotOpened(folder)).contains("damaged or was cut off", "restore");
    assertThat(file).hasBinaryContent(before);
  }
}
