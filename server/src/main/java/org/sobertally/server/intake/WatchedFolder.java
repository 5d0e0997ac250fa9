package org.sobertally.server.intake;

import static java.nio.file.LinkOption.NOFOLLOW_LINKS;
import static java.nio.file.StandardOpenOption.CREATE;
import static java.nio.file.StandardOpenOption.TRUNCATE_EXISTING;
import static java.nio.file.StandardOpenOption.WRITE;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
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
import org.sobertally.server.names.Logged;
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

  /**
   * Looks once into each source's folder. No link is followed, neither to a folder nor to a file:
   * whoever may put files here may not have others read that are not theirs.
   */
  void look(Path root) {
    for (Path source : list(root)) {
      if (Files.isDirectory(source, NOFOLLOW_LINKS) && isBelow(root, source)) {
        for (Path file : list(source)) {
          if (Files.isRegularFile(file, NOFOLLOW_LINKS) && isBelow(root, file) && isWhole(file)) {
            takeOrRefuse(root, source.getFileName().toString(), file);
          }
        }
      }
    }
  }

  private static boolean isBelow(Path root, Path file) {
    try {
      return file.toRealPath(NOFOLLOW_LINKS).startsWith(root.toRealPath())
          && file.toRealPath().startsWith(root.toRealPath());
    } catch (IOException e) {
      // It went meanwhile, or leads nowhere.
      return false;
    }
  }

  /** A file that breaks whatever reads it is refused, and the next one is taken. */
  private void takeOrRefuse(Path root, String source, Path file) {
    try {
      take(root, source, file);
    } catch (RuntimeException | StackOverflowError e) {
      LOG.errorf(e, "%s broke its reading.", Logged.plain(file.toString()));
      settle(
          root,
          file,
          REFUSED,
          "It could not be read: something in it is not as it should be here.");
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
      Instant written = Files.getLastModifiedTime(file, NOFOLLOW_LINKS).toInstant();
      return written.plus(settled).isBefore(Instant.now());
    } catch (IOException e) {
      return false;
    }
  }

  private void take(Path root, String source, Path file) {
    try {
      Mapping mapping =
          service
              .mapping(source)
              .orElseThrow(() -> Refusal.notTaken(IntakeService.unread(source), List.of()));
      LocalDate madeOn = madeOn(file);
      String id = service.keep(file.getFileName().toString(), content(file), ITSELF);
      service.take(id, mapping.madeOn(madeOn), ITSELF);
      settle(root, file, TAKEN, null);
    } catch (Refusal e) {
      if (IntakeService.NOTHING_NEW.equals(e.getMessage())) {
        settle(root, file, TAKEN, null);
      } else if (!(e instanceof Refusal.Conflict)) {
        settle(root, file, REFUSED, e.getMessage());
      }
      // Else moves are on their way at the vendor: it is looked at again.
    } catch (NoSuchFileException e) {
      // It was taken away meanwhile.
      return;
    } catch (IOException e) {
      LOG.warnf(
          "%s cannot be read: %s", Logged.plain(file.toString()), Logged.plain(e.getMessage()));
    }
  }

  /** Never more of it than may be read, whatever its size is said to be, and of no link. */
  private byte[] content(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file, NOFOLLOW_LINKS)) {
      byte[] content = in.readNBytes((int) Math.min(Integer.MAX_VALUE - 8, mostBytes + 1));
      if (content.length > mostBytes) {
        throw Refusal.tooLarge("A file here has at most %,d bytes.".formatted(mostBytes));
      }
      return content;
    }
  }

  /** Its own day, but none that has not come yet by our clock. */
  private LocalDate madeOn(Path file) throws IOException {
    LocalDate written =
        Files.getLastModifiedTime(file, NOFOLLOW_LINKS)
            .toInstant()
            .atZone(clock.zone())
            .toLocalDate();
    return written.isAfter(clock.today()) ? clock.today() : written;
  }

  private static @Nullable Path folderOf(Path file) {
    Path folder = file.getParent();
    return folder == null ? null : folder.getFileName();
  }

  private void settle(Path root, Path file, String where, @Nullable String why) {
    try {
      Path there = move(root, file, where);
      if (why != null) {
        Files.writeString(
            there.resolveSibling(there.getFileName() + ".why.txt"),
            why + "\n",
            CREATE,
            TRUNCATE_EXISTING,
            WRITE,
            NOFOLLOW_LINKS);
        String text =
            "Did not take %s of %s: %s".formatted(file.getFileName(), folderOf(file), why);
        QuarkusTransaction.requiringNew().run(() -> journal.add(ITSELF, "FILE_REFUSED", text));
      }
    } catch (NoSuchFileException e) {
      // It was taken away meanwhile.
      return;
    } catch (IOException e) {
      LOG.warnf(
          "%s cannot be moved: %s", Logged.plain(file.toString()), Logged.plain(e.getMessage()));
    }
  }

  /** Within the source's own folder; where a link stands in its place nothing is moved. */
  private static Path move(Path root, Path file, String where) throws IOException {
    Path there = file.resolveSibling(where);
    if (!Files.isDirectory(there, NOFOLLOW_LINKS)) {
      Files.createDirectory(there);
    }
    if (!isBelow(root, there) || !isBelow(root, file)) {
      throw new IOException("it would leave the watched folder.");
    }
    return Files.move(file, there.resolve(file.getFileName()), StandardCopyOption.REPLACE_EXISTING);
  }
}
