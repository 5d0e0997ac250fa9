package org.sobertally.server.intake;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.SealedSecrets;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.FileFetch;

/**
 * Takes files in that are fetched from addresses, each as its source was read before; every run is
 * an intake like any other. A kill in between does no harm: what holds nothing new is not taken.
 */
@ApplicationScoped
class FetchedFiles {

  private static final Logger LOG = Logger.getLogger(FetchedFiles.class);
  private static final String ITSELF = "Fetched file";
  private static final Duration TIMEOUT = Duration.ofMinutes(2);
  private static final int LONGEST_SAID = 1000;

  private final EntityManager entities;
  private final IntakeService service;
  private final SealedSecrets secrets;
  private final Journal journal;
  private final TallyClock clock;
  private final int mostBytes;

  FetchedFiles(
      EntityManager entities,
      IntakeService service,
      SealedSecrets secrets,
      Journal journal,
      TallyClock clock,
      IntakeSettings settings) {
    this.entities = entities;
    this.service = service;
    this.secrets = secrets;
    this.journal = journal;
    this.clock = clock;
    this.mostBytes = settings.mostBytes();
  }

  List<IntakeAddress> all() {
    return QuarkusTransaction.requiringNew()
        .call(
            () ->
                entities
                    .createQuery("from IntakeAddress a order by a.source", IntakeAddress.class)
                    .getResultList());
  }

  IntakeAddress of(String source) {
    return QuarkusTransaction.requiringNew().call(() -> entities.find(IntakeAddress.class, source));
  }

  /** Keeps the address as it is changed; what is said of it goes to the journal. */
  void put(String source, Consumer<IntakeAddress> change, String actor, String text) {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              IntakeAddress known = entities.find(IntakeAddress.class, source);
              IntakeAddress address = known == null ? new IntakeAddress() : known;
              address.source = source;
              change.accept(address);
              if (known == null) {
                entities.persist(address);
              }
              journal.add(actor, "ADDRESS_SET", text);
            });
  }

  void drop(String source, String actor) {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.remove(entities.find(IntakeAddress.class, source));
              journal.add(actor, "ADDRESS_SET", "%s is fetched no more.".formatted(source));
            });
  }

  @Scheduled(
      every = "${sober.intake.look-every}",
      delayed = "20s",
      concurrentExecution = ConcurrentExecution.SKIP)
  void look() {
    Instant now = Instant.now();
    for (IntakeAddress one : all()) {
      if (!one.due.isAfter(now)) {
        fetch(one.source);
      }
    }
  }

  /** Fetches the source's file now, and says what became of it. */
  IntakeAddress fetch(String source) {
    IntakeAddress address = of(source);
    String said = fetched(address);
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              IntakeAddress row = entities.find(IntakeAddress.class, source);
              if (row != null) {
                row.looked = Instant.now();
                row.due = row.looked.plus(Duration.ofHours(row.everyHours));
                row.said = said.length() > LONGEST_SAID ? said.substring(0, LONGEST_SAID) : said;
              }
            });
    return of(source);
  }

  private String fetched(IntakeAddress address) {
    try {
      URI url = URI.create(address.url);
      Mapping mapping =
          service
              .mapping(address.source)
              .orElseThrow(
                  () -> Refusal.conflict("Nobody says any more how files of it are read."));
      byte[] content = FileFetch.get(url, token(address), address.inside, mostBytes, TIMEOUT);
      String id = service.keep(nameOf(url), content, ITSELF);
      FileChanges taken = service.take(id, mapping.madeOn(clock.today()), ITSELF);
      return "Taken: %,d of %,d rows."
          .formatted(taken.sheet.rows().size() - taken.rejected.size(), taken.sheet.rows().size());
    } catch (FileFetch.NoFileException e) {
      return refused(address, e.getMessage());
    } catch (Refusal e) {
      return IntakeService.NOTHING_NEW.equals(e.getMessage())
          ? "Nothing new."
          : refused(address, e.getMessage());
    } catch (RuntimeException e) {
      // Else it would be fetched again every minute, and no other after it.
      LOG.errorf(e, "The file of %s could not be taken.", address.source);
      return refused(address, "Something went wrong here; the log says what.");
    }
  }

  private String token(IntakeAddress address) {
    return address.sealed == null
        ? ""
        : secrets
            .open(address.sealed, address.source)
            .orElseThrow(
                () -> Refusal.conflict("Its token cannot be read here: it must be entered anew."));
  }

  /** Said in the journal when it is new. */
  private String refused(IntakeAddress address, @Nullable String said) {
    String why = said == null ? "It could not be read." : said;
    if (!why.equals(address.said)) {
      QuarkusTransaction.requiringNew()
          .run(
              () ->
                  journal.add(
                      ITSELF,
                      "FILE_REFUSED",
                      "Did not fetch the file of %s: %s".formatted(address.source, why)));
    }
    return why;
  }

  private static String nameOf(URI url) {
    Path name = url.getPath() == null || url.getPath().isEmpty() ? null : Path.of(url.getPath());
    return name == null || name.getFileName() == null
        ? url.getHost()
        : name.getFileName().toString();
  }
}
