package org.sobertally.server.store;

import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.eclipse.microprofile.health.HealthCheck;
import org.eclipse.microprofile.health.HealthCheckResponse;
import org.eclipse.microprofile.health.Readiness;
import org.jboss.logging.Logger;

/** Not ready while the disk is so full that the next change may not fit. */
@Readiness
@ApplicationScoped
public class DiskReady implements HealthCheck {

  private static final Logger LOG = Logger.getLogger(DiskReady.class);

  private final Path folder;
  private final long least;
  private volatile boolean wasFull;

  DiskReady(
      @ConfigProperty(name = "sober.tally.data") Path folder,
      @ConfigProperty(name = "sober.least-free-bytes") long least) {
    this.folder = folder;
    this.least = least;
  }

  @Override
  public HealthCheckResponse call() {
    long free = free();
    boolean full = free >= 0 && free < least;
    if (full && !wasFull) {
      LOG.errorf(
          "Only %,d bytes are free where the database is (%s); at least %,d are needed. Changes may"
              + " be refused until there is room.",
          free, folder, least);
    }
    wasFull = full;
    return HealthCheckResponse.named("Room for the database")
        .status(!full)
        .withData("free bytes", free)
        .withData("needed bytes", least)
        .build();
  }

  /** −1 where it cannot be told. */
  private long free() {
    try {
      Path there = folder.toAbsolutePath();
      while (there != null && !Files.exists(there)) {
        there = there.getParent();
      }
      return there == null ? -1 : Files.getFileStore(there).getUsableSpace();
    } catch (IOException e) {
      return -1;
    }
  }
}
