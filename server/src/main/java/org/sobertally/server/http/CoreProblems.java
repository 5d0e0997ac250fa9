package org.sobertally.server.http;

import jakarta.ws.rs.core.Response;
import org.hibernate.exception.ConstraintViolationException;
import org.jboss.logging.Logger;
import org.jboss.resteasy.reactive.server.ServerExceptionMapper;
import org.sobertally.core.money.MissingRateException;

/** What the core cannot answer, and a body that does not end, as problems. */
class CoreProblems {

  private static final Logger LOG = Logger.getLogger(CoreProblems.class);

  /** The book lacks a rate: whoever keeps the book can add it. */
  @ServerExceptionMapper
  Response missingRate(MissingRateException e) {
    return Problem.conflict(e.getMessage()).toResponse();
  }

  /** Two wrote the same thing at the same moment, and the database took one of them. */
  @ServerExceptionMapper
  Response twoAtOnce(ConstraintViolationException e) {
    LOG.warnf("A change was refused by the database: %s", e.getConstraintName());
    return Problem.conflict(
            "Somebody else changed the same thing at this moment. Look again, and repeat it if it is"
                + " still wanted.")
        .toResponse();
  }

  @ServerExceptionMapper
  Response tooLarge(BoundedStream.TooLargeException e) {
    return Problem.tooLarge(e.getMessage()).toResponse();
  }
}
