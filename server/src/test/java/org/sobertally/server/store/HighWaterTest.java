package org.sobertally.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import javax.sql.DataSource;
import org.h2.jdbcx.JdbcDataSource;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A database that was cut off opens as an older one; it must not be believed. */
@Tag("unit")
class HighWaterTest {

  @TempDir Path folder;

  private String url;

  @BeforeEach
  void aJournalOfFiveEntries() throws SQLException {
    url = "jdbc:h2:file:%s/tally".formatted(folder);
    try (Connection connection = database().getConnection();
        Statement statement = connection.createStatement()) {
      statement.execute("create table journal_head (id int primary key, seq bigint)");
      statement.execute("insert into journal_head values (1, 5)");
    }
  }

  private DataSource database() {
    JdbcDataSource source = new JdbcDataSource();
    source.setURL(url);
    return source;
  }

  private HighWater mark() {
    return new HighWater(database(), folder, url);
  }

  private String marked() throws IOException {
    return Files.readString(folder.resolve(JournalMark.NAME));
  }

  @Test
  void whatTheDiskHasIsMarked() throws Exception {
    HighWater mark = mark();
    mark.onStart(null);
    assertThat(marked()).isEqualTo("5");
    mark.reached(7);
    mark.reached(6);
    assertThat(marked()).as("it never goes down").isEqualTo("7");
  }

  @Test
  void aShorterDatabaseIsRefusedWithWhatToDo() throws Exception {
    Files.writeString(folder.resolve(JournalMark.NAME), "9");
    assertThatThrownBy(() -> mark().onStart(null))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("ends with entry 5")
        .hasMessageContaining("once had 9")
        .hasMessageContaining("Restore a backup");
    assertThat(marked()).isEqualTo("9");
  }

  @Test
  void aMarkThatWasBeingWrittenSaysNothing() throws Exception {
    Files.writeString(folder.resolve(JournalMark.NAME), "");
    assertThatCode(() -> mark().onStart(null)).doesNotThrowAnyException();
    assertThat(marked()).isEqualTo("5");
  }
}
