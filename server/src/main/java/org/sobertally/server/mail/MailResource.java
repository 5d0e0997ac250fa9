package org.sobertally.server.mail;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.time.Instant;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.Role;
import org.sobertally.server.http.Params;

/** What was written to whom, and whether it went. */
@Path("/api/v1/mail")
@Tag(name = "mail")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed({Role.KEEPER_NAME, Role.STEWARD_NAME})
public class MailResource {

  private final Mailroom mailroom;
  private final boolean readable;

  MailResource(Mailroom mailroom, MailSettings settings) {
    this.mailroom = mailroom;
    this.readable = settings.readable();
  }

  /**
   * One mail.
   *
   * @param body null unless mail may be read here: it holds links that are their reader's alone
   * @param answer what the mail server said, where it did not take it
   */
  @Schema(name = "Mail")
  record MailDto(
      String id,
      String recipient,
      String subject,
      @Schema(nullable = true) @Nullable String body,
      String kind,
      Mail.State state,
      int attempts,
      Instant created,
      @Schema(nullable = true) @Nullable Instant sent,
      @Schema(nullable = true) @Nullable String answer) {}

  /** The newest first. */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<MailDto> mail(@QueryParam("limit") @Nullable String limit) {
    return mailroom.newest(Params.number("limit", limit, 1, 1_000).orElse(100)).stream()
        .map(
            mail ->
                new MailDto(
                    mail.id,
                    mail.recipient,
                    mail.subject,
                    readable ? mail.body : null,
                    mail.kind,
                    mail.state,
                    mail.attempts,
                    mail.created,
                    mail.sent,
                    mail.answer))
        .toList();
  }

  /** Tries again now what waits or was given up. */
  @POST
  @Path("/again")
  public List<MailDto> again() {
    mailroom.again();
    mailroom.deliver();
    return mail(null);
  }
}
