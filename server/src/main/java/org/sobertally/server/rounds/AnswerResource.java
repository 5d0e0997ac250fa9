package org.sobertally.server.rounds;

import jakarta.annotation.security.PermitAll;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.server.access.OpenToLeads;

/** What holders say who follow a link of a letter. */
@Path("/api/v1/rounds/answers")
@Tag(name = "rounds")
@Produces(MediaType.APPLICATION_JSON)
public class AnswerResource {

  private final Answers answers;

  AnswerResource(Answers answers) {
    this.answers = answers;
  }

  /** What the holder of a link is asked. */
  @GET
  @Path("/{token}")
  @OpenToLeads
  @PermitAll
  public Answers.Question question(@PathParam("token") String token) {
    return answers.question(token);
  }

  /** What the holder of a link says of one seat. */
  @POST
  @Path("/{token}")
  @OpenToLeads
  @PermitAll
  public Answers.Question answer(
      @PathParam("token") String token, @NotNull @Valid Answers.AnswerForm form) {
    return answers.answer(token, form);
  }
}
