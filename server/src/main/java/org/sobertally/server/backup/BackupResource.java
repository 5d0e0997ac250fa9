package org.sobertally.server.backup;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.Response;
import java.time.Instant;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.Role;

/** Backups of everything: made, listed, fetched. They hold what passwords and tokens hash to. */
@Path("/api/v1/backups")
@Tag(name = "backups")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed(Role.KEEPER_NAME)
public class BackupResource {

  private final Backups backups;
  private final SecurityIdentity identity;

  BackupResource(Backups backups, SecurityIdentity identity) {
    this.backups = backups;
    this.identity = identity;
  }

  /**
   * One backup.
   *
   * @param bytes how long its file is
   * @param readable whether its manifest can be read; nothing else is known if not
   * @param application the version that made it
   * @param rows how many rows it holds
   */
  @Schema(name = "Backup")
  record BackupDto(
      String name,
      long bytes,
      boolean readable,
      @Schema(nullable = true) @Nullable Instant made,
      @Schema(nullable = true) @Nullable String application,
      @Schema(nullable = true) @Nullable Long rows) {

    static BackupDto of(Backups.Backup backup) {
      Manifest manifest = backup.manifest();
      return manifest == null
          ? new BackupDto(backup.name(), backup.bytes(), false, null, null, null)
          : new BackupDto(
              backup.name(),
              backup.bytes(),
              true,
              manifest.made(),
              manifest.application(),
              manifest.rows().values().stream().mapToLong(Long::longValue).sum());
    }
  }

  /** The newest first. */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<BackupDto> list() {
    return backups.all().stream().map(BackupDto::of).toList();
  }

  /** Makes one now. */
  @POST
  public RestResponse<BackupDto> make() {
    return RestResponse.status(
        RestResponse.Status.CREATED, BackupDto.of(backups.make(identity.getPrincipal().getName())));
  }

  @GET
  @Path("/{name}")
  @Produces("application/zip")
  public Response fetch(@PathParam("name") String name) {
    return Response.ok(backups.file(name).toFile(), "application/zip")
        .header("Content-Disposition", "attachment; filename=\"%s\"".formatted(name))
        .build();
  }
}
