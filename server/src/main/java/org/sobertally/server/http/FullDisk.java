package org.sobertally.server.http;

import jakarta.ws.rs.core.Response;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Locale;
import org.hibernate.exception.GenericJDBCException;
import org.jboss.logging.Logger;
import org.jboss.resteasy.reactive.server.ServerExceptionMapper;

/** What goes wrong with the disk is logged, and told as such. */
class FullDisk {

  private static final Logger LOG = Logger.getLogger(FullDisk.class);
  private static final int INSUFFICIENT_STORAGE = 507;

  @ServerExceptionMapper
  Response database(GenericJDBCException e) {
    return answer(e);
  }

  @ServerExceptionMapper
  Response file(UncheckedIOException e) {
    return answer(e);
  }

  @ServerExceptionMapper
  Response stream(IOException e) {
    return answer(e);
  }

  private static Response answer(Exception e) {
    if (isFull(e)) {
      LOG.error("The disk is full. What was asked for was not done.", e);
      return Problem.other(
              INSUFFICIENT_STORAGE,
              "Insufficient Storage",
              "The disk is full: nothing was changed. Whoever runs Sober Tally has to make room.")
          .toResponse();
    }
    LOG.error("Something could not be read or written.", e);
    return Problem.other(
            500,
            "Internal Server Error",
            "Something could not be read or written. It is in the log.")
        .toResponse();
  }

  /** As operating systems and the database say it; there is no code for it. */
  static boolean isFull(Throwable e) {
    for (Throwable cause = e; cause != null; cause = cause.getCause()) {
      String said = cause.getMessage() == null ? "" : cause.getMessage().toLowerCase(Locale.ROOT);
      if (said.contains("no space left") || said.contains("not enough space")) {
        return true;
      }
    }
    return false;
  }
}
