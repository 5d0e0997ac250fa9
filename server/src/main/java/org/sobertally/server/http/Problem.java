package org.sobertally.server.http;

import io.quarkiverse.resteasy.problem.HttpProblem;
import jakarta.ws.rs.core.Response.Status;
import jakarta.ws.rs.core.Response.StatusType;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Errors as RFC 9457 has them; the detail says what is wrong and what to do. */
public final class Problem {

  private static final StatusType UNPROCESSABLE = status(422, "Unprocessable Content");

  private Problem() {}

  /** A parameter or a body that cannot be read. */
  public static HttpProblem badRequest(@Nullable String detail) {
    return of(Status.BAD_REQUEST, detail);
  }

  public static HttpProblem notFound(String detail) {
    return of(Status.NOT_FOUND, detail);
  }

  /** The thing is not in a state in which that can be done. */
  public static HttpProblem conflict(@Nullable String detail) {
    return of(Status.CONFLICT, detail);
  }

  public static HttpProblem forbidden(String detail) {
    return of(Status.FORBIDDEN, detail);
  }

  public static HttpProblem tooLarge(@Nullable String detail) {
    return of(Status.REQUEST_ENTITY_TOO_LARGE, detail);
  }

  public static HttpProblem tooMany(String detail) {
    return of(Status.TOO_MANY_REQUESTS, detail);
  }

  /** Something that this machine lacks; all else works. */
  public static HttpProblem unavailable(@Nullable String detail) {
    return of(Status.SERVICE_UNAVAILABLE, detail);
  }

  /** A body that is readable but cannot be taken. */
  public static HttpProblem unprocessable(@Nullable String detail, List<?> violations) {
    return HttpProblem.builder()
        .withStatus(UNPROCESSABLE)
        .withTitle(UNPROCESSABLE.getReasonPhrase())
        .withDetail(detail)
        .with("violations", violations)
        .build();
  }

  /** One of a status that has no name here. */
  static HttpProblem other(int code, String phrase, String detail) {
    StatusType status = status(code, phrase);
    return HttpProblem.builder().withStatus(status).withTitle(phrase).withDetail(detail).build();
  }

  private static HttpProblem of(Status status, @Nullable String detail) {
    return HttpProblem.builder()
        .withStatus(status)
        .withTitle(status.getReasonPhrase())
        .withDetail(detail)
        .build();
  }

  private static StatusType status(int code, String phrase) {
    return new StatusType() {
      @Override
      public int getStatusCode() {
        return code;
      }

      @Override
      public Status.Family getFamily() {
        return Status.Family.familyOf(code);
      }

      @Override
      public String getReasonPhrase() {
        return phrase;
      }
    };
  }
}
