package org.sobertally.server.directory;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Scratch;
import org.sobertally.server.support.SmallBook;

/** The directory as packages of other makers, in another language, judge its answers. */
@QuarkusTest
class OtherMakersJudgeTest {

  private static final Path WEB = Path.of("..", "web").toAbsolutePath().normalize();

  @Test
  void schemasChangesAndFiltersAreUnderstoodAlike() throws Exception {
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
    Path said = Scratch.file("sober-tally-judge", ".txt");
    try {
      int code =
          new ProcessBuilder(
                  "node",
                  WEB.resolve("scripts/directory-client.mjs").toString(),
                  Caller.base() + "/scim/v2",
                  "keeper-token-of-the-tests")
              .redirectErrorStream(true)
              .redirectOutput(said.toFile())
              .start()
              .waitFor();
      assertThat(code).as(Files.readString(said, StandardCharsets.UTF_8)).isZero();
    } finally {
      Files.delete(said);
    }
  }
}
