package org.sobertally.server.http;

import io.quarkiverse.resteasy.problem.HttpProblem;
import io.quarkiverse.resteasy.problem.postprocessing.ProblemContext;
import io.quarkiverse.resteasy.problem.postprocessing.ProblemPostProcessor;
import io.quarkiverse.resteasy.problem.validation.Violation;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import java.util.stream.Collectors;

/**
 * Says in a sentence which field of a body or parameter breaks its bounds; by itself the framework
 * lists the violations and says no more than that the request is bad.
 */
@ApplicationScoped
public class ViolationDetail implements ProblemPostProcessor {

  private static final int MOST = 5;

  @Override
  public HttpProblem apply(HttpProblem problem, ProblemContext context) {
    boolean unsaid = problem.getDetail() == null || problem.getDetail().isBlank();
    if (!unsaid || !(problem.getParameters().get("violations") instanceof List<?> all)) {
      return problem;
    }
    String said =
        all.stream()
            .filter(Violation.class::isInstance)
            .map(Violation.class::cast)
            .limit(MOST)
            .map(one -> "%s: %s.".formatted(one.field, one.message))
            .collect(Collectors.joining(" "));
    return said.isEmpty() ? problem : HttpProblem.builder(problem).withDetail(said).build();
  }
}
