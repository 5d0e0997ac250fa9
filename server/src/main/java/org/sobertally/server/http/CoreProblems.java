package org.sobertally.server.http;

import jakarta.ws.rs.core.Response;
import org.jboss.resteasy.reactive.server.ServerExceptionMapper;
import org.sobertally.core.money.MissingRateException;

/** What the core cannot answer, and a body that does not end, as problems. */
class CoreProblems {

  /** The book lacks a rate: whoever keeps the book can add it. */
  @ServerExceptionMapper
  Response missingRate(MissingRateException e) {
    return Problem.conflict(e.getMessage()).toResponse();
  }

  @ServerExceptionMapper
  Response tooLarge(BoundedStream.TooLargeException e) {
    return Problem.tooLarge(e.getMessage()).toResponse();
  }
}
