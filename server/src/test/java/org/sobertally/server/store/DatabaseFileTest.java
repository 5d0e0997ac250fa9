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
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DatabaseFileTest {

  @TempDir Path folder;

  private Connection open() throws SQLException {
    return DriverManager.getConnection("jdbc:h2:file:" + folder.resolve("tally"), "sober", "");
  }

  private void make() throws SQLException {
    try (Connection connection = open()) {
      connection.createStatement().execute("create table journal_head as select 1 id, 7 seq");
      connection
          .createStatement()
          .execute("create table t as select x, space(100) s from system_range(1, 5000)");
    }
  }

  private void cutOffAt(long bytes) throws IOException {
    Path file = folder.resolve(DatabaseFile.NAME);
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
      channel.truncate(bytes);
    }
  }

  @Test
  void oneThatIsWholeAndOneThatIsNotThereYetCanBeOpened() throws SQLException, IOException {
    assertThat(DatabaseFile.whyNotOpened(folder)).isNull();
    make();
    assertThat(DatabaseFile.whyNotOpened(folder)).isNull();
  }

  @Test
  void oneThatIsInUseSaysSo() throws SQLException, IOException {
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
    cutOffAt(5000);
    byte[] before = Files.readAllBytes(file);
    assertThat(DatabaseFile.whyNotOpened(folder)).contains("damaged or was cut off", "restore");
    assertThat(file).hasBinaryContent(before);
  }

  @Test
  void oneThatIsAsFarAsItsMarkIsBelieved() throws SQLException, IOException {
    make();
    JournalMark.write(folder, 7);
    assertThat(DatabaseFile.whyNotOpened(folder)).isNull();
  }

  @ParameterizedTest
  @ValueSource(longs = {8192, 9000, 16384})
  void oneThatStillOpensAfterACutIsRefusedBeforeAnythingIsWritten(long bytes)
      throws SQLException, IOException {
    make();
    JournalMark.write(folder, 9);
    Path file = folder.resolve(DatabaseFile.NAME);
    cutOffAt(bytes);
    byte[] before = Files.readAllBytes(file);
    assertThat(DatabaseFile.whyNotOpened(folder))
        .contains("ends with entry 0 of its journal and once had 9", "Restore");
    assertThat(file).hasBinaryContent(before);
  }

  @Test
  void anOlderCopyIsRefused() throws SQLException, IOException {
    make();
    JournalMark.write(folder, 9);
    assertThat(DatabaseFile.whyNotOpened(folder)).contains("ends with entry 7", "once had 9");
  }

  @Test
  void oneThatIsGoneWhileItsMarkIsThereIsNotBegunAnew() throws IOException {
    JournalMark.write(folder, 9);
    assertThat(DatabaseFile.whyNotOpened(folder)).contains("entry 0", "once had 9");
    assertThat(folder.resolve(DatabaseFile.NAME)).doesNotExist();
  }

  @Test
  void whatCannotBeAskedOfAnotherUsersDatabaseIsAskedOnceItIsOpen()
      throws SQLException, IOException {
    JournalMark.write(folder, 9);
    DriverManager.getConnection("jdbc:h2:file:" + folder.resolve("tally"), "other", "x").close();
    assertThat(DatabaseFile.whyNotOpened(folder)).isNull();
  }
}
