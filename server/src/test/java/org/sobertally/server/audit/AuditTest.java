package org.sobertally.server.audit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThatCode;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Scratch;
import org.sobertally.server.support.SmallBook;

/** What an auditor takes away, and what the program that comes with it finds. */
@QuarkusTest
class AuditTest {

  private static final String ZIP = "/api/v1/subscriptions/opus/audit.zip?asOf=2026-09-30";
  private static final String SLATES = "/api/v1/slates";

  @Inject Journal journal;
  @Inject EntityManager entities;
  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeABookAndWriteSomething() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
    byte[] book = new SmallBook().zip();
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book).status()).isEqualTo(200);
    String more = "{\"moves\":[{\"kind\":\"BUY_MORE\",\"line\":\"opus\",\"seats\":2}]}";
    String slate = SLATES + "/" + steward.postJson(SLATES, more).json().get("id").asText();
    steward.postJson(slate + "/send", "{\"note\":\"two more\"}");
    Caller.decider().postJson(slate + "/decide", "{\"grant\":true,\"reason\":\"yes\"}");
    assertThat(steward.post(slate + "/post").status()).isEqualTo(200);
    QuarkusTransaction.requiringNew().run(this::writeWhatIsHardToWrite);
  }

  private void writeWhatIsHardToWrite() {
    JournalEntry entry = new JournalEntry();
    entry.line = "opus";
    entry.holding = "";
    String text = "Øse, \"quoted\"; 10:\u00a0\ud83d\udea2\nnext line";
    journal.add("runa", "MOVE_LEFT_OUT", text, entry);
  }

  private Map<String, String> unpacked() throws IOException {
    Map<String, String> files = new TreeMap<>();
    Caller.Answer answer = steward.get(ZIP);
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(answer.bytes()))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        files.put(entry.getName(), new String(zip.readAllBytes(), StandardCharsets.UTF_8));
      }
    }
    return files;
  }

  /** What the program ends with (0 where all fits), and what it says. */
  private String check(Map<String, String> files) throws IOException, InterruptedException {
    assumeThatCode(() -> new ProcessBuilder("python3", "--version").start().waitFor())
        .as("there is Python")
        .doesNotThrowAnyException();
    Path folder = Scratch.folder("audit");
    for (Map.Entry<String, String> file : files.entrySet()) {
      Files.writeString(folder.resolve(file.getKey()), file.getValue());
    }
    Process python =
        new ProcessBuilder("python3", folder.resolve("verify.py").toString())
            .redirectErrorStream(true)
            .start();
    String said = new String(python.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    return python.waitFor() + " " + said.strip();
  }

  @Test
  void theFilesHoldTogether() throws IOException, InterruptedException {
    Map<String, String> files = unpacked();
    assertThat(files)
        .containsOnlyKeys(
            "README.txt",
            "about.csv",
            "chain.csv",
            "decisions.csv",
            "evidence.csv",
            "holdings.csv",
            "journal.csv",
            "ledger.csv",
            "verify.py");
    assertThat(files.get("decisions.csv")).contains("Teodor Quist", "SLATE_GRANTED");
    assertThat(check(files)).matches("0 All fits: \\d+ entries of the journal, \\d+ seats held\\.");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          journal.csv  | Granted a slate  | Refused a slate  | says something else
          journal.csv  | MOVE_LEFT_OUT    | MOVE_CONFIRMED   | says something else
          ledger.csv   | SPARE,HELD,1     | SPARE,HELD,2     | do not add up
          holdings.csv | ,,HAND,          | ,2026-02-01,HAND, | seats are held
          about.csv    | closing_spare,   | closing_spare,1  | does not end where
          about.csv    | journal_entries, | journal_entries,9 | chain.csv does not end
          """)
  void whatWasChangedIsFound(String file, String said, String instead, String found)
      throws IOException, InterruptedException {
    Map<String, String> files = unpacked();
    String text = files.get(file);
    assertThat(text).contains(said);
    int at = text.indexOf(said);
    files.put(file, text.substring(0, at) + instead + text.substring(at + said.length()));
    assertThat(check(files)).startsWith("1 ").contains(found);
  }

  @Test
  void anEntryThatWasTakenOutOfTheChainIsMissed() throws IOException, InterruptedException {
    Map<String, String> files = unpacked();
    files.computeIfPresent("chain.csv", (name, text) -> text.replaceFirst("\n2,[0-9a-f]+\r", ""));
    assertThat(check(files)).startsWith("1 ").contains("entry 2 is missing");
  }

  @Test
  void thePagesSayWhatWasDecidedAndHowToCheckIt() throws IOException {
    Caller.Answer answer =
        steward.get("/api/v1/subscriptions/opus/audit.pdf?from=2026-01-01&asOf=2026-09-30");
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    String head = Caller.keeper().get("/api/v1/journal/check").json().get("head").asText();
    try (PDDocument document = Loader.loadPDF(answer.bytes())) {
      assertThat(new PDFTextStripper().getText(document).replaceAll("\\s+", " "))
          .contains("Opus of Quillmoor: its seats from 1 Jan 2026 to 30 Sep 2026")
          .contains("Teodor Quist", "Granted a slate", "Øse", "verify.py", head);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          none/audit.pdf                               | 404 | no subscription none
          opus/audit.zip?to=2026-10-05                 | 400 | has not come yet
          opus/audit.zip?from=2026-09-10&to=2026-09-01 | 400 | must not come before
          opus/audit.pdf?from=soon                     | 400 | from
          """)
  void daysThatCannotBeAreNamed(String path, int status, String said) {
    Caller.Answer answer = steward.get("/api/v1/subscriptions/" + path);
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.detail()).contains(said);
  }
}
