package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Scratch;
import org.sobertally.server.support.SmallBook;

/** Whoever may put files into the folder may have nothing else read, moved or written. */
@QuarkusTest
class WatchedFolderTest {

  private static final String PEOPLE = "Id,Name,Mail\nx1,Xenia Holm,xenia@lund.example\n";

  @Inject WatchedFolder watched;
  private Path root;
  private Path elsewhere;
  private final Caller steward = Caller.steward();

  @BeforeEach
  void aSourceIsKnown() throws IOException {
    root = Scratch.folder("watched");
    elsewhere = Scratch.folder("elsewhere");
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
    String id =
        steward
            .send(
                "POST",
                "/api/v1/intake/files?name=people.csv",
                "application/octet-stream",
                PEOPLE.getBytes(StandardCharsets.UTF_8))
            .json()
            .get("id")
            .asText();
    Caller.Answer taken =
        steward.postJson(
            "/api/v1/intake/files/" + id + "/take",
            """
            {"source":"staff","kind":"PEOPLE","dayForm":"ISO",
             "columns":{"person":"Id","name":"Name","email":"Mail"}}
            """);
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
  }

  private static Path old(Path file) throws IOException {
    Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(3600)));
    return file;
  }

  private static Path file(Path folder, String name, String text) throws IOException {
    Files.createDirectories(folder);
    return old(Files.writeString(folder.resolve(name), text));
  }

  @Test
  void noLinkIsFollowedNeitherToAFolderNorToAFile() throws IOException {
    String more = PEOPLE + "x2,Yrsa Dahl,yrsa@lund.example\n";
    Path secret = file(elsewhere.resolve("staff"), "secret.csv", more);
    Files.createSymbolicLink(root.resolve("staff"), elsewhere.resolve("staff"));
    watched.look(root);
    assertThat(secret).exists();
    assertThat(elsewhere.resolve("staff/taken")).doesNotExist();

    Files.delete(root.resolve("staff"));
    Files.createDirectories(root.resolve("staff"));
    Files.createSymbolicLink(root.resolve("staff/linked.csv"), secret);
    watched.look(root);
    assertThat(secret).exists();
    assertThat(root.resolve("staff/linked.csv")).isSymbolicLink();
    assertThat(steward.get("/api/v1/people/x2").status()).isEqualTo(404);
  }

  @Test
  void nothingIsMovedThroughALinkThatStandsForTheFolderOfWhatWasTaken() throws IOException {
    Path file = file(root.resolve("staff"), "new.csv", PEOPLE + "x3,Zoe Lund,zoe@lund.example\n");
    Files.createSymbolicLink(root.resolve("staff/taken"), elsewhere);
    watched.look(root);
    assertThat(elsewhere.resolve("new.csv")).doesNotExist();
    assertThat(file).exists();
  }

  @Test
  void whatBreaksTheReadingIsRefusedWithItsReasonAndTheNextIsTaken() throws IOException {
    Path staff = root.resolve("staff");
    file(staff, "a-broken.xlsx", "PK\u0003\u0004 nothing of a workbook");
    file(staff, "b-good.csv", PEOPLE + "x4,Una Berg,una@lund.example\n");
    watched.look(root);
    assertThat(staff.resolve("refused/a-broken.xlsx")).exists();
    assertThat(staff.resolve("refused/a-broken.xlsx.why.txt"))
        .content()
        .contains("cannot be read as an XLSX workbook");
    assertThat(staff.resolve("taken/b-good.csv")).exists();
  }
}
