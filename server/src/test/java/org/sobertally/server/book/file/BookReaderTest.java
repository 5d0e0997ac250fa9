package org.sobertally.server.book.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.sobertally.server.support.SmallBook;

@Tag("unit")
class BookReaderTest {

  private static final LocalDate TODAY = LocalDate.of(2026, 9, 30);
  private static final int ROWS = 200_000;

  @TempDir Path folder;

  /** Small as a zip, large as rows. */
  private Path withManyPeople() throws IOException {
    Path zip = folder.resolve("book.zip");
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(new SmallBook().zip()));
        OutputStream file = Files.newOutputStream(zip);
        ZipOutputStream out = new ZipOutputStream(file)) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        out.putNextEntry(new ZipEntry(entry.getName()));
        in.transferTo(out);
        if (entry.getName().equals("people.csv")) {
          for (int n = 0; n < ROWS; n++) {
            String row = "many%d,A,a@skerryline.example,,,,,ACTIVE,,,,\r\n".formatted(n);
            out.write(row.getBytes(StandardCharsets.US_ASCII));
          }
        }
      }
    }
    return zip;
  }

  @Test
  void rowsThatTakeMoreMemoryThanThereIsAreNotReadOn() throws IOException {
    ParsedBook parsed = BookReader.read(withManyPeople(), Long.MAX_VALUE, 1 << 20, TODAY);
    assertThat(parsed.violations())
        .anySatisfy(
            violation -> {
              assertThat(violation.file()).isEqualTo("people.csv");
              assertThat(violation.row()).isLessThan(ROWS / 10);
              assertThat(violation.message()).contains("more memory", "-Xmx");
            });
  }

  @Test
  void filesThatComeToMoreThanIsAllowedAreNotUnpacked() throws IOException {
    Path zip = withManyPeople();
    ParsedBook parsed = BookReader.read(zip, Files.size(zip) * 2, TODAY);
    assertThat(parsed.violations())
        .singleElement()
        .satisfies(violation -> assertThat(violation.message()).contains("unpacked"));
  }
}
