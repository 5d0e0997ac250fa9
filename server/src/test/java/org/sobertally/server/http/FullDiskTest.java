package org.sobertally.server.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import jakarta.ws.rs.core.Response;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import org.hibernate.exception.GenericJDBCException;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;

@Tag("unit")
class FullDiskTest {

  private final FullDisk answers = new FullDisk();

  /** The operating system's own word for it. */
  private static IOException full() {
    return catchThrowableOfType(
        IOException.class, () -> Files.write(Path.of("/dev/full"), new byte[1]));
  }

  private static void assertFull(Response response) {
    assertThat(response.getStatus()).isEqualTo(507);
    assertThat(response.getEntity().toString()).contains("The disk is full");
  }

  @Test
  @EnabledOnOs(OS.LINUX)
  void whoeverMeetsItIsTold() {
    assertFull(answers.stream(full()));
    assertFull(answers.file(new UncheckedIOException(full())));
    SQLException database = new SQLException("Could not write", full());
    assertFull(answers.database(new GenericJDBCException("could not execute", database)));
  }

  @Test
  void whatElseGoesWrongIsNotCalledSo() {
    assertThat(answers.stream(new IOException("Broken pipe")).getStatus()).isEqualTo(500);
  }
}
