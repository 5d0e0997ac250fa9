package org.sobertally.server.intake;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/**
 * Takes files in that somebody's machine puts into a folder: {@code <folder>/<source>/<file>} is
 * read as that source's files were read before. What was taken is moved to {@code taken}, what was
 * not to {@code refused}, with the reason beside it. A kill between taking and moving does no harm:
 * the file holds nothing new when it is looked at again.
 */
@ApplicationScoped
class WatchedFolder {

  private static final Logger LOG = Logger.getLogger(WatchedFolder.class);
  private static final String ITSELF = "Watched folder";
  private static final String TAKEN = "taken";
  private static final String REFUSED = "refused";

  private final IntakeService service;
  private final Journal journal;
  private final TallyClock clock;
  private final Optional<Path> folder;
  private final Duration settled;
  private final long mostBytes;

  WatchedFolder(IntakeService service, Journal journal, TallyClock clock, IntakeSettings settings) {
    this.service = service;
    this.journal = journal;
    this.clock = clock;
    this.folder = settings.folder();
    this.settled = settings.settled();
    this.mostBytes = settings.mostBytes();
  }

  @Scheduled(
      every = "${sober.intake.look-every}",
      delayed = "10s",
      concurrentExecution = ConcurrentExecution.SKIP)
  void look() {
    folder.filter(Files::isDirectory).ifPresent(this::look);
  }

  /** Looks once into each source's folder. */
  void look(Path root) {
    for (Path source : list(root)) {
      if (Files.isDirectory(source)) {
        for (Path file : list(source)) {
          if (Files.isRegularFile(file) && isWhole(file)) {
            take(source.getFileName().toString(), file);
          }
        }
      }
    }
  }

  private static List<Path> list(Path folder) {
    try (Stream<Path> all = Files.list(folder)) {
      return all.filter(one -> !one.getFileName().toString().startsWith(".")).sorted().toList();
    } catch (IOException e) {
      LOG.warnf("The folder %s cannot be read: %s", folder, e.getMessage());
      return List.of();
    }
  }

  /** A file that is still being written was written to just now. */
  private boolean isWhole(Path file) {
    try {
      Instant written = Files.getLastModifiedTime(file).toInstant();
      return written.plus(settled).isBefore(Instant.now());
    } catch (IOException e) {
      return false;
    }
  }

  private void take(String source, Path file) {
    try {
      Mapping mapping =
          service
              .mapping(source)
              .orElseThrow(() -> Refusal.notTaken(IntakeService.unread(source), List.of()));
      if (Files.size(file) > mostBytes) {
        throw Refusal.tooLarge("A file here has at most %,d bytes.".formatted(mostBytes));
      }
      String id = service.keep(file.getFileName().toString(), Files.readAllBytes(file), ITSELF);
      service.take(id, mapping.madeOn(madeOn(file)), ITSELF);
      move(file, TAKEN);
    } catch (Refusal e) {
      if (IntakeService.NOTHING_NEW.equals(e.getMessage())) {
        settle(file, TAKEN, null);
      } else if (!(e instanceof Refusal.Conflict)) {
        settle(file, REFUSED, e.getMessage());
      }
      // Else moves are on their way at the vendor: it is looked at again.
    } catch (IOException e) {
      LOG.warnf("%s cannot be read or moved: %s", file, e.getMessage());
    }
  }

  /** Its own day, but none that has not come yet by our clock. */
  private LocalDate madeOn(Path file) throws IOException {
    LocalDate written =
        Files.getLastModifiedTime(file).toInstant().atZone(clock.zone()).toLocalDate();
    return written.isAfter(clock.today()) ? clock.today() : written;
  }

  private static @Nullable Path folderOf(Path file) {
    Path folder = file.getParent();
    return folder == null ? null : folder.getFileName();
  }

  private void settle(Path file, String where, @Nullable String why) {
    try {
      Path there = move(file, where);
      if (why != null) {
        Files.writeString(there.resolveSibling(there.getFileName() + ".why.txt"), why + "\n");
        String text =
            "Did not take %s of %s: %s".formatted(file.getFileName(), folderOf(file), why);
        QuarkusTransaction.requiringNew().run(() -> journal.add(ITSELF, "FILE_REFUSED", text));
      }
    } catch (IOException e) {
      LOG.warnf("%s cannot be moved: %s", file, e.getMessage());
    }
  }

  private static Path move(Path file, String where) throws IOException {
    Path there = file.resolveSibling(where);
    Files.createDirectories(there);
    return Files.move(file, there.resolve(file.getFileName()), StandardCopyOption.REPLACE_EXISTING);
  }
}
