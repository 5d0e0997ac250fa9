package org.sobertally.server.book.file;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Scratch;
import org.sobertally.server.support.SmallBook;

/** A book that is given out, as a Table Schema validator of other makers reads it. */
@QuarkusTest
class OthersReadTheBookTest {

  private static final Path JUDGE =
      Path.of("..", "web", "scripts", "book-judge.mjs").toAbsolutePath().normalize();

  private Path folder;

  private record Verdict(int code, String said) {}

  private Verdict judged() throws IOException, InterruptedException {
    Path said = folder.resolveSibling(folder.getFileName() + ".said");
    int code =
        new ProcessBuilder("node", JUDGE.toString(), folder.toString())
            .redirectErrorStream(true)
            .redirectOutput(said.toFile())
            .start()
            .waitFor();
    return new Verdict(code, Files.readString(said, StandardCharsets.UTF_8));
  }

  private List<LocalDate> unpack(byte[] zip) throws IOException {
    List<LocalDate> dates = new ArrayList<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        Files.write(folder.resolve(entry.getName()), in.readAllBytes());
        dates.add(entry.getTimeLocal().toLocalDate());
      }
    }
    return dates;
  }

  @Test
  void everyFileIsAsThePackageSaysAndCarriesTheDayOnWhichItWasWritten() throws Exception {
    folder = Scratch.folder("sober-tally-book");
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
    List<LocalDate> dates = unpack(Caller.keeper().get("/api/v1/book").bytes());
    assertThat(dates).containsOnly(LocalDate.parse("2026-09-30"));
    Verdict good = judged();
    assertThat(good.code()).as(good.said()).isZero();
    assertThat(good.said()).startsWith("29 files, ");
    Path plans = folder.resolve("plans.csv");
    Files.writeString(plans, Files.readString(plans).replace("NAMED", "NAMELESS"));
    assertThat(judged().said()).contains("plans: ").contains("NAMELESS");
  }
}
