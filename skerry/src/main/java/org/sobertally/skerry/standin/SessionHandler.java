package org.sobertally.skerry.standin;

import com.fasterxml.jackson.databind.JsonNode;
import de.captaingoldfish.scim.sdk.common.constants.enums.SortOrder;
import de.captaingoldfish.scim.sdk.common.exceptions.NotImplementedException;
import de.captaingoldfish.scim.sdk.common.exceptions.ResourceNotFoundException;
import de.captaingoldfish.scim.sdk.common.resources.ResourceNode;
import de.captaingoldfish.scim.sdk.common.resources.complex.Meta;
import de.captaingoldfish.scim.sdk.common.schemas.SchemaAttribute;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.EndpointDefinition;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceHandler;
import de.captaingoldfish.scim.sdk.server.filter.FilterNode;
import de.captaingoldfish.scim.sdk.server.response.PartialListResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Answers for the sessions of a vendor's pools, a SCIM resource type of its own (RFC 7643 §6): they
 * can be listed, read, and ended by deleting them. Ends are appended to a file, so that a session
 * stays ended when the vendor is started again.
 */
final class SessionHandler extends ResourceHandler<SessionHandler.PoolSession> {

  private static final String SCHEMA = "urn:sobertally:params:scim:schemas:PoolSession";

  private final Map<String, OpenSession> open = new LinkedHashMap<>();
  private final Path file;

  SessionHandler(Collection<OpenSession> sessions, Path file) {
    this.file = file;
    sessions.forEach(session -> open.put(session.id(), session));
    if (file != null && Files.exists(file)) {
      try {
        open.keySet().removeAll(Files.readAllLines(file, StandardCharsets.UTF_8));
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  /** A session as SCIM shows it. */
  public static final class PoolSession extends ResourceNode {

    private static final long serialVersionUID = 1L;
  }

  EndpointDefinition definition() {
    return new EndpointDefinition(
        json(
            """
            {"schemas":["urn:ietf:params:scim:schemas:core:2.0:ResourceType"],
             "id":"PoolSession","name":"PoolSession","endpoint":"/Sessions",
             "description":"Somebody in a shared pool","schema":"%s"}"""
                .formatted(SCHEMA)),
        json(
            """
            {"schemas":["urn:ietf:params:scim:schemas:core:2.0:Schema"],
             "id":"%s","name":"PoolSession","description":"Somebody in a shared pool",
             "attributes":[%s,%s,%s]}"""
                .formatted(SCHEMA, text("userName"), text("plan"), text("started"))),
        List.of(),
        this);
  }

  private static JsonNode json(String text) {
    return JsonHelper.readJsonDocument(text);
  }

  private static String text(String attribute) {
    return """
        {"name":"%s","type":"string","multiValued":false,"description":"%s","required":false,
         "caseExact":true,"mutability":"readOnly","returned":"default","uniqueness":"none"}"""
        .formatted(attribute, attribute);
  }

  /** Whether it was open. */
  synchronized boolean end(String id) {
    if (!open.containsKey(id)) {
      return false;
    }
    if (file != null) {
      try {
        Files.createDirectories(file.getParent());
        Files.writeString(file, id + "\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
    open.remove(id);
    return true;
  }

  synchronized boolean isOpen(String id) {
    return open.containsKey(id);
  }

  private static PoolSession shown(OpenSession session) {
    PoolSession shown = new PoolSession();
    shown.setSchemas(Set.of(SCHEMA));
    shown.setId(session.id());
    shown.put("userName", session.account());
    shown.put("plan", session.plan());
    shown.put("started", session.started().toString());
    shown.setMeta(
        Meta.builder().created(session.started()).lastModified(session.started()).build());
    return shown;
  }

  private static ResourceNotFoundException noSuch(String id) {
    return new ResourceNotFoundException("There is no session " + id + ".");
  }

  @Override
  public synchronized PoolSession getResource(
      String id,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context) {
    if (!open.containsKey(id)) {
      throw noSuch(id);
    }
    return shown(open.get(id));
  }

  @Override
  public synchronized PartialListResponse<PoolSession> listResources(
      long startIndex,
      int count,
      FilterNode filter,
      SchemaAttribute sortBy,
      SortOrder sortOrder,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context) {
    List<PoolSession> all = open.values().stream().map(SessionHandler::shown).toList();
    return PartialListResponse.<PoolSession>builder()
        .resources(all)
        .totalResults(all.size())
        .build();
  }

  @Override
  public void deleteResource(String id, Context context) {
    if (!end(id)) {
      throw noSuch(id);
    }
  }

  @Override
  public PoolSession createResource(PoolSession session, Context context) {
    throw new NotImplementedException("People begin their sessions themselves.");
  }

  @Override
  public PoolSession updateResource(PoolSession session, Context context) {
    throw new NotImplementedException("A session can be ended, not changed.");
  }
}
