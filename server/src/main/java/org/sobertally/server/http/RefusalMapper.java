package org.sobertally.server.http;

import io.quarkiverse.resteasy.problem.ExceptionMapperBase;
import io.quarkiverse.resteasy.problem.HttpProblem;
import jakarta.ws.rs.ext.Provider;
import org.sobertally.server.refusal.Refusal;

/** What each kind of refusal is to HTTP. */
@Provider
public class RefusalMapper extends ExceptionMapperBase<Refusal> {

  @Override
  protected HttpProblem toProblem(Refusal refusal) {
    return problemOf(refusal);
  }

  /** The same, for what answers without a resource. */
  static HttpProblem problemOf(Refusal refusal) {
    String detail = refusal.getMessage();
    if (refusal instanceof Refusal.BadInput) {
      return Problem.badRequest(detail);
    } else if (refusal instanceof Refusal.NotFound) {
      return Problem.notFound(detail);
    } else if (refusal instanceof Refusal.Conflict) {
      return Problem.conflict(detail);
    } else if (refusal instanceof Refusal.Forbidden) {
      return Problem.forbidden(detail);
    } else if (refusal instanceof Refusal.TooLarge) {
      return Problem.tooLarge(detail);
    } else if (refusal instanceof Refusal.TooMany) {
      return Problem.tooMany(detail);
    } else if (refusal instanceof Refusal.Unavailable) {
      return Problem.unavailable(detail);
    } else if (refusal instanceof Refusal.NotTaken notTaken) {
      return Problem.unprocessable(detail, notTaken.faults());
    }
    throw new IllegalStateException("A refusal of no known kind", refusal);
  }
}
