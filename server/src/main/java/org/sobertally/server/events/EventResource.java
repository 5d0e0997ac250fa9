package org.sobertally.server.events;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.cloudevents.CloudEvent;
import io.cloudevents.jackson.JsonFormat;
import io.cloudevents.rw.CloudEventRWException;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.Role;
import org.sobertally.server.http.Problem;

/**
 * Activity as CloudEvents 1.0, in batches: a batch is taken whole or not at all, and an event that
 * is sent again (same source and id) counts once.
 */
@Path("/api/v1/events")
@Tag(name = "events")
@RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
public class EventResource {

  private static final int MOST_EVENTS = 20_000;
  private static final ObjectMapper JSON =
      new ObjectMapper().registerModule(JsonFormat.getCloudEventJacksonModule());

  private final EventIntake intake;

  EventResource(EventIntake intake) {
    this.intake = intake;
  }

  /**
   * @param taken events that said something new
   * @param repeated events that were taken before
   */
  @Schema(name = "EventsTaken")
  record Taken(int taken, int repeated) {}

  @POST
  @Consumes("application/cloudevents-batch+json")
  @Produces(MediaType.APPLICATION_JSON)
  public Taken take(byte[] body) {
    JsonNode batch = parse(body);
    if (!batch.isArray()) {
      throw Problem.badRequest("A batch is a JSON array of events.");
    }
    if (batch.size() > MOST_EVENTS) {
      throw Problem.tooLarge("A batch has at most %,d events. Split it.".formatted(MOST_EVENTS));
    }
    List<EventFault> faults = new ArrayList<>();
    List<CloudEvent> events = new ArrayList<>();
    for (int n = 0; n < batch.size(); n++) {
      CloudEvent event = event(n, batch.get(n), faults);
      if (event != null) {
        events.add(event);
      }
    }
    if (!faults.isEmpty()) {
      throw Problem.unprocessable("Nothing was taken.", faults);
    }
    return intake.take(events);
  }

  private static JsonNode parse(byte[] body) {
    try {
      return JSON.readTree(body);
    } catch (IOException e) {
      throw Problem.badRequest("The body is not JSON: %s".formatted(firstLine(e)));
    }
  }

  private static String firstLine(Exception e) {
    return e.getMessage() == null ? "" : e.getMessage().lines().findFirst().orElse("");
  }

  private static @Nullable CloudEvent event(int n, JsonNode node, List<EventFault> faults) {
    // The library takes an empty id and other versions than it names.
    if (!node.path("specversion").asText().equals("1.0")) {
      faults.add(new EventFault(n, "specversion", "Only specversion 1.0 is understood."));
      return null;
    }
    if (node.path("id").asText("").isBlank() || node.path("source").asText("").isBlank()) {
      faults.add(new EventFault(n, "id", "An event needs an id and a source."));
      return null;
    }
    try {
      return JSON.treeToValue(node, CloudEvent.class);
    } catch (JsonProcessingException | CloudEventRWException e) {
      faults.add(new EventFault(n, "event", firstLine(e)));
      return null;
    }
  }

  /** What is wrong with one event; counted from 0. */
  @Schema(name = "EventFault")
  record EventFault(int index, String field, String message) {}
}
