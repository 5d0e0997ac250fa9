package org.sobertally.server.access;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.Priority;
import jakarta.ws.rs.Priorities;
import jakarta.ws.rs.container.ContainerRequestContext;
import jakarta.ws.rs.container.ContainerRequestFilter;
import jakarta.ws.rs.ext.Provider;
import java.util.List;
import java.util.Set;
import org.sobertally.server.refusal.Refusal;

/**
 * A change made with a session cookie must carry the session's own token in a header, which a
 * foreign page cannot know. Bearer tokens are not sent by themselves and need none.
 */
@Provider
@Priority(Priorities.AUTHORIZATION + 10)
public class CsrfFilter implements ContainerRequestFilter {

  static final String HEADER = "X-CSRF-Token";

  private static final Set<String> SAFE = Set.of("GET", "HEAD", "OPTIONS");

  /** Here the address itself holds a secret that a foreign page cannot know. */
  private static final List<String> BY_LINK = List.of("/api/v1/rounds/answers/", "/api/v1/ask/by/");

  private final SecurityIdentity identity;

  CsrfFilter(SecurityIdentity identity) {
    this.identity = identity;
  }

  private static boolean isByLink(ContainerRequestContext request) {
    String path = request.getUriInfo().getPath();
    String whole = path.startsWith("/") ? path : "/" + path;
    return BY_LINK.stream().anyMatch(whole::startsWith);
  }

  @Override
  public void filter(ContainerRequestContext request) {
    String expected = identity.getAttribute(TallyAuthentication.CSRF);
    if (SAFE.contains(request.getMethod()) || expected == null || isByLink(request)) {
      return;
    }
    String sent = request.getHeaderString(HEADER);
    if (sent == null || !Secrets.same(sent, expected)) {
      throw Refusal.forbidden(
          "The header %s is missing or does not belong to this session. Load the page again."
              .formatted(HEADER));
    }
  }
}
