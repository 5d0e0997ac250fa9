package org.sobertally.server.access;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.enterprise.event.Event;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.locks.ReentrantLock;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.http.Problem;
import org.sobertally.server.time.TallyClock;

/** People with access, their roles, and the tokens of scripts. */
@Path("/api/v1/access")
@Tag(name = "access")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed(Role.KEEPER_NAME)
public class AccessResource {

  private static final int SHORTEST_PASSWORD = 10;

  private final SignIns sessions;
  private final SecurityIdentity identity;
  private final Event<AccessChanged> changed;
  private final TallyClock clock;

  /** Two who give the same person access at once do so in turn. */
  private final ReentrantLock changing = new ReentrantLock();

  AccessResource(
      SignIns sessions, SecurityIdentity identity, Event<AccessChanged> changed, TallyClock clock) {
    this.sessions = sessions;
    this.identity = identity;
    this.changed = changed;
    this.clock = clock;
  }

  /**
   * Somebody with access.
   *
   * @param person who of the directory they are; a lead's groups are those that this person leads
   * @param email where rounds write to
   * @param signs whether they sign off what was kept; it counts for deciders
   */
  @Schema(name = "AccessPerson")
  public record PersonDto(
      String login,
      String name,
      Role role,
      @Schema(nullable = true) @Nullable String person,
      @Schema(nullable = true) @Nullable String email,
      boolean signs) {}

  /**
   * @param signs absent: as before, and somebody new does
   * @param password needed of somebody new; of others it stays where absent
   */
  @Schema(name = "AccessRequest")
  public record PersonForm(
      @NotBlank @Size(max = 200) String name,
      @NotNull Role role,
      @Schema(nullable = true) @Size(max = 200) String person,
      @Schema(nullable = true) @Size(max = 320) String email,
      @Schema(nullable = true) Boolean signs,
      @Schema(nullable = true) @Size(min = SHORTEST_PASSWORD, max = 200) String password) {}

  /** A token; what it is cannot be read again. */
  @Schema(name = "AccessToken")
  public record TokenDto(
      String id,
      String name,
      Role role,
      Instant created,
      @Schema(nullable = true) @Nullable String createdBy) {}

  @Schema(name = "TokenRequest")
  public record TokenForm(@NotBlank @Size(max = 80) String name, @NotNull Role role) {}

  /**
   * @param token to be sent as {@code Authorization: Bearer}; it is told this once
   */
  @Schema(name = "NewToken")
  public record NewToken(String token, List<TokenDto> tokens) {}

  @GET
  @Path("/people")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<PersonDto> people() {
    return sessions.people().stream()
        .map(p -> new PersonDto(p.login, p.name, p.role, p.person, p.email, p.signs))
        .toList();
  }

  /** Gives somebody access, or another role. */
  @PUT
  @Path("/people/{login}")
  public List<PersonDto> allow(
      @PathParam("login")
          @Pattern(
              regexp = "[a-z0-9][a-z0-9._@-]{0,98}",
              message = "use small letters and digits, then also . _ @ and -, 99 at most")
          String login,
      @NotNull @Valid PersonForm form) {
    String hash = form.password() == null ? null : sessions.hashed(form.password());
    changing.lock();
    try {
      return QuarkusTransaction.requiringNew().call(() -> allow(login, form, hash));
    } finally {
      changing.unlock();
    }
  }

  private List<PersonDto> allow(String login, PersonForm form, @Nullable String hash) {
    AccessPerson known = find(login);
    if (known == null && hash == null) {
      throw Problem.badRequest("password: somebody new needs one of at least 10 characters.");
    }
    if (form.role() == Role.LEAD && (form.person() == null || form.person().isBlank())) {
      throw Problem.badRequest("person: a lead must be somebody of the directory.");
    }
    if (known != null && known.role == Role.KEEPER && form.role() != Role.KEEPER) {
      requireAnotherKeeper(login);
    }
    String person = form.person() == null || form.person().isBlank() ? null : form.person();
    Role before = known == null ? null : known.role;
    sessions.allowHashed(login, form.name().strip(), form.role(), person, hash);
    boolean noAddress = form.email() == null || form.email().isBlank();
    sessions.setAddress(login, noAddress ? null : form.email().strip());
    if (form.signs() != null) {
      sessions.setSigns(login, form.signs());
    }
    if (known != null && hash != null) {
      sessions.setPassword(login, hash);
    }
    String role = form.role().name().toLowerCase(Locale.ROOT);
    String text =
        before == null
            ? "Gave %s access as %s.".formatted(form.name(), role)
            : before == form.role()
                ? "Changed the entry of %s, %s.".formatted(form.name(), role)
                : "%s is now %s instead of %s."
                    .formatted(form.name(), role, before.name().toLowerCase(Locale.ROOT));
    tell("ACCESS_GIVEN", text);
    return people();
  }

  @DELETE
  @Path("/people/{login}")
  @Transactional
  public List<PersonDto> remove(@PathParam("login") String login) {
    AccessPerson known = find(login);
    if (known == null) {
      throw Problem.notFound("Nobody with access is called %s.".formatted(login));
    }
    if (known.role == Role.KEEPER) {
      requireAnotherKeeper(login);
    }
    sessions.remove(login);
    tell("ACCESS_TAKEN", "Took the access of %s away.".formatted(known.name));
    return people();
  }

  private @Nullable AccessPerson find(String login) {
    return sessions.people().stream().filter(p -> p.login.equals(login)).findFirst().orElse(null);
  }

  private void requireAnotherKeeper(String login) {
    boolean another =
        sessions.people().stream().anyMatch(p -> p.role == Role.KEEPER && !p.login.equals(login));
    if (!another) {
      throw Problem.conflict("This is the last keeper of keys. Make somebody else one first.");
    }
  }

  @GET
  @Path("/tokens")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<TokenDto> tokens() {
    return sessions.tokens().stream()
        .map(t -> new TokenDto(t.id, t.name, t.role, t.created, t.createdBy))
        .toList();
  }

  @POST
  @Path("/tokens")
  @Transactional
  public NewToken makeToken(@NotNull @Valid TokenForm form) {
    if (form.role() == Role.LEAD) {
      throw Problem.badRequest("role: a lead is a person; a token cannot be one.");
    }
    String token = sessions.makeToken(form.name().strip(), form.role(), actor(), clock.now());
    String role = form.role().name().toLowerCase(Locale.ROOT);
    tell("TOKEN_MADE", "Made the token %s, %s.".formatted(form.name(), role));
    return new NewToken(token, tokens());
  }

  @DELETE
  @Path("/tokens/{id}")
  @Transactional
  public List<TokenDto> takeBack(@PathParam("id") String id) {
    AccessToken token =
        sessions.tokens().stream()
            .filter(t -> id.equals(t.id))
            .findFirst()
            .orElseThrow(() -> Problem.notFound("There is no such token."));
    sessions.takeBackToken(token);
    tell("TOKEN_TAKEN_BACK", "Took the token %s back.".formatted(token.name));
    return tokens();
  }

  private void tell(String kind, String text) {
    changed.fire(new AccessChanged(actor(), kind, text));
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }
}
