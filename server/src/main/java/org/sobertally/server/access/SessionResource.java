package org.sobertally.server.access;

import io.quarkus.security.identity.SecurityIdentity;
import io.vertx.core.http.HttpServerRequest;
import jakarta.annotation.security.PermitAll;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.CookieParam;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.NewCookie;
import jakarta.ws.rs.core.Response;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.time.TallyClock;

/** Signing in and out. */
@Path("/api/v1")
@Tag(name = "session")
@Produces(MediaType.APPLICATION_JSON)
public class SessionResource {

  private final SignIns sessions;
  private final SecurityIdentity identity;
  private final TallyClock clock;
  private final FirstKeeper firstKeeper;
  private final DemoPeople demo;
  private final HttpServerRequest request;
  private final boolean secureCookie;

  SessionResource(
      SignIns sessions,
      SecurityIdentity identity,
      TallyClock clock,
      FirstKeeper firstKeeper,
      DemoPeople demo,
      HttpServerRequest request,
      @ConfigProperty(name = "sober.cookie.secure") boolean secureCookie) {
    this.sessions = sessions;
    this.identity = identity;
    this.clock = clock;
    this.firstKeeper = firstKeeper;
    this.demo = demo;
    this.request = request;
    this.secureCookie = secureCookie;
  }

  /** What somebody signs in with. */
  public record Credentials(
      @NotNull @NotBlank @Size(max = 100) String login,
      @NotNull @Size(max = 200) String password) {}

  /** The first keeper's code from the console, and the password they choose. */
  public record FirstKeeperForm(
      @NotNull @Size(max = 100) String code, @NotNull @Size(min = 10, max = 200) String password) {}

  /**
   * Who is signed in.
   *
   * @param csrf to be sent as X-CSRF-Token with every change; absent for a token
   * @param today the application's day
   * @param zone the time zone that days and times are told in
   * @param signs whether they sign off what was kept
   */
  @Schema(name = "Session")
  public record SessionDto(
      String login,
      String name,
      Role role,
      @Schema(nullable = true) @Nullable String csrf,
      String today,
      String zone,
      boolean signs) {}

  /** What the sign-in page needs to know before anybody is signed in. */
  @Schema(name = "Welcome")
  public record Welcome(boolean needsFirstKeeper, List<DemoPeople.DemoPerson> demoPeople) {}

  @GET
  @Path("/welcome")
  @PermitAll
  public Welcome welcome() {
    return new Welcome(firstKeeper.isAwaited(), demo.people());
  }

  @GET
  @Path("/session")
  @OpenToLeads
  @RolesAllowed("**")
  public SessionDto session() {
    return new SessionDto(
        identity.getPrincipal().getName(),
        identity.getAttribute("name"),
        Role.valueOf(identity.getRoles().iterator().next()),
        identity.getAttribute(TallyAuthentication.CSRF),
        clock.today().toString(),
        clock.zone().getId(),
        identity.hasRole(Role.DECIDER_NAME) && sessions.signs(identity.getPrincipal().getName()));
  }

  @POST
  @Path("/sign-in")
  @PermitAll
  public RestResponse<SessionDto> signIn(@Valid @NotNull Credentials credentials) {
    return answer(sessions.signIn(credentials.login(), credentials.password(), address()));
  }

  @POST
  @Path("/first-keeper")
  @PermitAll
  public RestResponse<SessionDto> firstKeeper(@Valid @NotNull FirstKeeperForm form) {
    firstKeeper.choose(form.code(), form.password());
    return answer(sessions.signIn(FirstKeeper.LOGIN, form.password(), address()));
  }

  /** Where whoever asks is, as far as this machine sees. */
  private String address() {
    return request.remoteAddress() == null ? "" : request.remoteAddress().hostAddress();
  }

  private RestResponse<SessionDto> answer(SignIns.SignedIn signedIn) {
    SignIns.Visitor visitor = signedIn.visitor();
    return RestResponse.ResponseBuilder.ok(
            new SessionDto(
                visitor.login(),
                visitor.name(),
                visitor.role(),
                visitor.csrf(),
                clock.today().toString(),
                clock.zone().getId(),
                visitor.role() == Role.DECIDER && sessions.signs(visitor.login())))
        .cookie(cookie(signedIn.cookie(), NewCookie.DEFAULT_MAX_AGE))
        .build();
  }

  /** The password somebody has, and the one that they want. */
  public record PasswordForm(
      @NotNull @Size(max = 200) String now, @NotNull @Size(min = 10, max = 200) String wanted) {}

  /** Changes one's own password; one is signed out everywhere, here too. */
  @POST
  @Path("/session/password")
  @OpenToLeads
  @RolesAllowed("**")
  public Response changePassword(@Valid @NotNull PasswordForm form) {
    String login = identity.getPrincipal().getName();
    sessions.changePassword(login, form.now(), form.wanted(), address());
    return Response.noContent().cookie(cookie("", 0)).build();
  }

  @DELETE
  @Path("/session")
  @OpenToLeads
  @RolesAllowed("**")
  public Response signOut(@CookieParam(TallyAuthentication.COOKIE) String cookie) {
    if (cookie != null) {
      sessions.signOut(cookie);
    }
    return Response.noContent().cookie(cookie("", 0)).build();
  }

  private NewCookie cookie(String value, int maxAge) {
    return new NewCookie.Builder(TallyAuthentication.COOKIE)
        .value(value)
        .path("/")
        .httpOnly(true)
        .secure(secureCookie)
        .sameSite(NewCookie.SameSite.STRICT)
        .maxAge(maxAge)
        .build();
  }
}
