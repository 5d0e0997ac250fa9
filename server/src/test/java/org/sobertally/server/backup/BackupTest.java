package org.sobertally.server.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import io.quarkus.test.junit.QuarkusTestProfile;
import io.quarkus.test.junit.TestProfile;
import jakarta.inject.Inject;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.store.OnDisk;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.Scratch;
import org.sobertally.server.support.SmallBook;

/** Backups of an application that keeps its data in files, as a firm's does. */
@QuarkusTest
@TestProfile(BackupTest.InFiles.class)
class BackupTest {

  public static class InFiles implements QuarkusTestProfile {

    @Override
    public Map<String, String> getConfigOverrides() {
      try {
        Path data = Scratch.folder("sober-tally");
        return Map.of(
            "sober.tally.data",
            data.toString(),
            "quarkus.datasource.jdbc.url",
            "jdbc:h2:file:%s/tally;DB_CLOSE_ON_EXIT=FALSE;WRITE_DELAY=0".formatted(data),
            "sober.demo",
            "false");
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  private static final String BACKUPS = "/api/v1/backups";
  private static final String MANIFEST = "manifest.json";

  @Inject OnDisk disk;

  @ConfigProperty(name = "sober.tally.data")
  Path data;

  private Path work;

  @BeforeEach
  void aFolder() throws IOException {
    work = Scratch.folder("sober-tally-backups");
  }

  private Path fetched() throws IOException {
    Answer made = Caller.keeper().post(BACKUPS);
    assertThat(made.status()).as(made.text()).isEqualTo(201);
    String name = made.json().get("name").asText();
    Path file = work.resolve(name);
    Files.write(file, Caller.keeper().get(BACKUPS + "/" + name).bytes());
    return file;
  }

  private static void giveAccess(String login) {
    Answer given =
        Caller.keeper()
            .send(
                "PUT",
                "/api/v1/access/people/" + login,
                "application/json",
                "{\"name\":\"%s\",\"role\":\"READER\",\"password\":\"a ledger well kept\"}"
                    .formatted(login)
                    .getBytes(StandardCharsets.UTF_8));
    assertThat(given.status()).as(given.text()).isLessThan(300);
  }

  @Test
  void itIsMadeWhilePeopleWorkAndHoldsAMomentOfIt() throws Exception {
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
    int there = Caller.keeper().get("/api/v1/access/people").json().size();
    AtomicBoolean over = new AtomicBoolean();
    AtomicInteger given = new AtomicInteger();
    CompletableFuture<Void> writers =
        CompletableFuture.runAsync(
            () -> {
              while (!over.get()) {
                giveAccess("writer-" + given.incrementAndGet());
              }
            });
    List<Path> made = new ArrayList<>();
    for (int n = 0; n < 3; n++) {
      made.add(fetched());
    }
    over.set(true);
    writers.join();
    long before = 0;
    for (Path backup : made) {
      Path folder = work.resolve("restored-" + backup.getFileName());
      String said = BackupFile.restore(backup, folder);
      Manifest manifest = BackupFile.manifest(backup);
      BackupFile.Counted restored = BackupFile.count(folder.resolve("tally.mv.db"));
      assertThat(restored.rows()).isEqualTo(manifest.rows()).containsEntry("BOOK_PEOPLE", 5L);
      assertThat(restored.rows().get("ACCESS_PERSON"))
          .isBetween(before, (long) there + given.get());
      assertThat(said).contains(manifest.made().toString());
      before = restored.rows().get("ACCESS_PERSON");
      assertThat(Files.readString(folder.resolve("tally.mark")))
          .isEqualTo(Long.toString(restored.entries()));
    }
  }

  /** Whoever is told that something was done must find it after the power was cut. */
  @Test
  void whatIsAnsweredWasForcedToTheDisk() throws IOException {
    giveAccess("forced");
    long before = disk.writings();
    Caller.keeper().get("/api/v1/access/people");
    assertThat(disk.writings()).as("reading costs no forcing").isEqualTo(before);
    giveAccess("forced-again");
    assertThat(disk.writings()).isGreaterThan(before);
    long marked = Long.parseLong(Files.readString(data.resolve("tally.mark")));
    long entries = Caller.keeper().get("/api/v1/journal?limit=1").json().at("/0/seq").asLong();
    assertThat(marked).isGreaterThanOrEqualTo(entries);
  }

  @Test
  void onlyKeepersHaveThemAndTheListTellsWhatIsInThem() throws IOException {
    Path file = fetched();
    JsonNode newest = Caller.keeper().get(BACKUPS).json().get(0);
    assertThat(newest.get("name").asText()).isEqualTo(file.getFileName().toString());
    assertThat(newest.get("readable").asBoolean()).isTrue();
    assertThat(newest.get("rows").asLong()).isPositive();
    assertThat(Caller.nobody().get(BACKUPS).status()).isEqualTo(401);
    assertThat(Caller.keeper().get(BACKUPS + "/..%2Ftally.mv.db").status()).isEqualTo(404);
    assertThat(Caller.keeper().get("/api/v1/journal?kind=BACKUP_MADE").json()).isNotEmpty();
  }

  /** Whatever is wrong with the file, nothing is left in the folder. */
  private void refused(Path backup, String why) throws IOException {
    Path folder = work.resolve("refused");
    assertThatThrownBy(() -> BackupFile.restore(backup, folder))
        .isInstanceOf(BackupFile.RefusedException.class)
        .hasMessageContaining(why);
    if (Files.exists(folder)) {
      try (Stream<Path> left = Files.list(folder)) {
        assertThat(left).isEmpty();
      }
    }
  }

  @Test
  void aDamagedOneIsRefusedWholeAndNoFolderIsOverwritten() throws Exception {
    Path good = fetched();
    byte[] bytes = Files.readAllBytes(good);
    Path bad = work.resolve("bad.zip");
    for (double share : new double[] {0, 0.1, 0.5, 0.85, 0.999}) {
      Files.write(bad, Arrays.copyOf(bytes, (int) (bytes.length * share)));
      refused(bad, "damaged");
    }
    Path full = work.resolve("full");
    BackupFile.restore(good, full);
    assertThatThrownBy(() -> BackupFile.restore(good, full)).hasMessageContaining("is not empty");
    refused(work.resolve("none.zip"), "There is no file");
  }

  @Test
  void oneOfANewerVersionOrWithAnotherDatabaseInItIsRefused() throws Exception {
    Path good = fetched();
    refused(
        rewritten(good, m -> m.replaceAll("\"schema\" : \\d+", "\"schema\" : 9999"), 0),
        "newer version");
    refused(rewritten(good, m -> m, 1), "not the one that was put in");
    refused(
        rewritten(
            good, m -> m.replaceFirst("\"ACCESS_PERSON\" : \\d+", "\"ACCESS_PERSON\" : 999"), 0),
        "does not hold the rows");
    Path stranger = work.resolve("stranger.zip");
    Files.write(stranger, new SmallBook().zip());
    refused(stranger, "is no backup of Sober Tally");
  }

  /** The backup with its manifest changed and so many bytes of the database flipped. */
  private Path rewritten(
      Path backup, java.util.function.UnaryOperator<String> manifest, int flipped)
      throws IOException {
    Path target = work.resolve("rewritten.zip");
    try (ZipFile in = new ZipFile(backup.toFile());
        ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(target))) {
      for (ZipEntry entry : in.stream().toList()) {
        byte[] bytes = in.getInputStream(entry).readAllBytes();
        out.putNextEntry(new ZipEntry(entry.getName()));
        if (entry.getName().equals(MANIFEST)) {
          String text = new String(bytes, StandardCharsets.UTF_8);
          bytes = manifest.apply(text).getBytes(StandardCharsets.UTF_8);
        } else {
          for (int n = 0; n < flipped; n++) {
            bytes[bytes.length / 2 + n] ^= 1;
          }
        }
        out.write(bytes);
      }
    }
    return target;
  }

  @Test
  void itKnowsTheNewestMigration() throws Exception {
    Path migrations = Path.of("src/main/resources/db/migration");
    try (Stream<Path> all = Files.list(migrations)) {
      int newest =
          all.map(file -> file.getFileName().toString())
              .mapToInt(name -> Integer.parseInt(name.substring(1, name.indexOf("__"))))
              .max()
              .orElseThrow();
      assertThat(BackupFile.NEWEST_SCHEMA).isEqualTo(newest);
    }
  }
}
