package org.sobertally.server.access;

import io.quarkus.security.AuthenticationFailedException;
import io.quarkus.security.identity.IdentityProviderManager;
import io.quarkus.security.identity.SecurityIdentity;
import io.quarkus.security.runtime.QuarkusPrincipal;
import io.quarkus.security.runtime.QuarkusSecurityIdentity;
import io.quarkus.vertx.http.runtime.security.ChallengeData;
import io.quarkus.vertx.http.runtime.security.HttpAuthenticationMechanism;
import io.smallrye.mutiny.Uni;
import io.vertx.core.http.Cookie;
import io.vertx.core.http.HttpVersion;
import io.vertx.ext.web.RoutingContext;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.Optional;

/** Knows a request by its session cookie or its bearer token; without either it is a 401. */
@ApplicationScoped
public class TallyAuthentication implements HttpAuthenticationMechanism {

  static final String COOKIE = "sober_session";
  static final String CSRF = "csrf";

  /** Who of the directory they are, in the identity's attributes. */
  public static final String PERSON = "person";

  /** The hash of what they came in with, in the identity's attributes. */
  public static final String PROOF = "proof";

  private static final String BEARER = "Bearer ";
  private static final String UNAUTHORIZED =
      """
      {"status":401,"title":"Unauthorized","detail":"Sign in, or send a valid bearer token."}""";

  private static final String SCIM_UNAUTHORIZED =
      """
      {"schemas":["urn:ietf:params:scim:api:messages:2.0:Error"],"status":"401",\
      "detail":"Send a valid bearer token."}""";

  private final SignIns sessions;

  TallyAuthentication(SignIns sessions) {
    this.sessions = sessions;
  }

  @Override
  public Uni<SecurityIdentity> authenticate(
      RoutingContext context, IdentityProviderManager providers) {
    String authorization = context.request().getHeader("Authorization");
    if (authorization != null) {
      String token =
          authorization.startsWith(BEARER) ? authorization.substring(BEARER.length()).strip() : "";
      Optional<SignIns.Visitor> visitor =
          token.isEmpty() ? Optional.empty() : sessions.byToken(token);
      return visitor
          .map(known -> Uni.createFrom().item(identity(known, token)))
          .orElseGet(() -> Uni.createFrom().failure(new AuthenticationFailedException()));
    }
    Cookie cookie = context.request().getCookie(COOKIE);
    return cookie == null
        ? Uni.createFrom().nullItem()
        : Uni.createFrom()
            .item(
                sessions
                    .byCookie(cookie.getValue())
                    .map(known -> identity(known, cookie.getValue()))
                    .orElse(null));
  }

  private static SecurityIdentity identity(SignIns.Visitor visitor, String secret) {
    QuarkusSecurityIdentity.Builder identity =
        QuarkusSecurityIdentity.builder()
            .setPrincipal(new QuarkusPrincipal(visitor.login()))
            .addRole(visitor.role().name())
            .addAttribute(PROOF, Secrets.hash(secret))
            .addAttribute("name", visitor.name());
    if (visitor.person() != null) {
      identity.addAttribute(PERSON, visitor.person());
    }
    if (visitor.csrf() != null) {
      identity.addAttribute(CSRF, visitor.csrf());
    }
    return identity.build();
  }

  /** Says in the body, too, what is missing; it never redirects. */
  @Override
  public Uni<Boolean> sendChallenge(RoutingContext context) {
    boolean scim = context.normalizedPath().startsWith("/scim/");
    if (!context.request().isEnded() && context.request().version() != HttpVersion.HTTP_2) {
      // Nobody is nobody: what they still send is not waited for.
      context.response().putHeader("Connection", "close");
      context.addEndHandler(sent -> context.request().connection().close());
    }
    context
        .response()
        .setStatusCode(401)
        .putHeader("WWW-Authenticate", "Bearer")
        .putHeader("Content-Type", scim ? "application/scim+json" : "application/problem+json")
        .end(scim ? SCIM_UNAUTHORIZED : UNAUTHORIZED);
    return Uni.createFrom().item(true);
  }

  @Override
  public Uni<ChallengeData> getChallenge(RoutingContext context) {
    return Uni.createFrom().item(new ChallengeData(401, "WWW-Authenticate", "Bearer"));
  }
}
