package org.sobertally.server.http;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.exc.StreamReadException;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.JsonMappingException.Reference;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.MismatchedInputException;
import io.quarkiverse.resteasy.problem.HttpProblem;
import jakarta.ws.rs.WebApplicationException;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.UriInfo;
import jakarta.ws.rs.ext.Provider;
import jakarta.ws.rs.ext.ReaderInterceptor;
import jakarta.ws.rs.ext.ReaderInterceptorContext;
import java.io.IOException;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.stream.Collectors;
import org.sobertally.server.refusal.Refusal;

/**
 * Reads no body further than its limit. One that cannot be read is answered with where it goes
 * wrong and what is wanted there, in the interface's words; by itself the framework would say that
 * it is a bad request and no more.
 */
@Provider
public class BodyReading implements ReaderInterceptor {

  private final BodyLimits limits;
  private final UriInfo uri;

  BodyReading(BodyLimits limits, @Context UriInfo uri) {
    this.limits = limits;
    this.uri = uri;
  }

  @Override
  public Object aroundReadFrom(ReaderInterceptorContext context) throws IOException {
    context.setInputStream(limits.bounded(uri.getPath(), context.getInputStream()));
    try {
      return context.proceed();
    } catch (JsonProcessingException e) {
      throw problem(e, e);
    } catch (WebApplicationException e) {
      throw e.getCause() instanceof JsonProcessingException cause ? problem(cause, e) : e;
    }
  }

  private static RuntimeException problem(JsonProcessingException cause, Exception whole) {
    for (Throwable inner = cause; inner != null; inner = inner.getCause()) {
      if (inner instanceof HttpProblem said) {
        return said;
      }
      if (inner instanceof Refusal said) {
        return RefusalMapper.problemOf(said);
      }
      if (inner instanceof BoundedStream.TooLargeException) {
        return Problem.tooLarge(inner.getMessage());
      }
    }
    HttpProblem problem = Problem.badRequest(detail(cause));
    problem.initCause(whole);
    return problem;
  }

  private static String detail(JsonProcessingException e) {
    if (e instanceof StreamReadException broken) {
      return "The body is not JSON: line %d, column %d."
          .formatted(broken.getLocation().getLineNr(), broken.getLocation().getColumnNr());
    }
    if (e instanceof MismatchedInputException wrong) {
      return where(wrong) + wanted(wrong) + ".";
    }
    return e instanceof JsonMappingException other
        ? where(other) + "cannot be read."
        : "The body cannot be read.";
  }

  /** For instance "groups[1]: ". */
  private static String where(JsonMappingException e) {
    StringBuilder path = new StringBuilder();
    for (Reference step : e.getPath()) {
      if (step.getFieldName() == null) {
        path.append('[').append(step.getIndex()).append(']');
      } else {
        path.append(path.isEmpty() ? "" : ".").append(step.getFieldName());
      }
    }
    return path.isEmpty() ? "The body: " : path + ": ";
  }

  private static String wanted(MismatchedInputException e) {
    Class<?> type = e.getTargetType();
    if (type == null) {
      return "use another kind of value";
    }
    if (type.isEnum()) {
      String choices =
          Arrays.stream(type.getEnumConstants())
              .map(one -> ((Enum<?>) one).name())
              .collect(Collectors.joining(", "));
      return e instanceof InvalidFormatException said
          ? "'%.100s' is none of %s".formatted(said.getValue(), choices)
          : "use one of " + choices;
    }
    return "use " + kind(type);
  }

  private static String kind(Class<?> type) {
    if (type == String.class) {
      return "a text";
    }
    if (type == Boolean.class || type == boolean.class) {
      return "true or false";
    }
    if (List.of(Integer.class, int.class, Long.class, long.class).contains(type)) {
      return "a whole number";
    }
    if (Number.class.isAssignableFrom(type) || type == double.class) {
      return "a number";
    }
    return Collection.class.isAssignableFrom(type) ? "a list" : "an object with named fields";
  }
}
