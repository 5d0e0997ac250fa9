package org.sobertally.server.directory;

import de.captaingoldfish.scim.sdk.common.constants.ScimType;
import de.captaingoldfish.scim.sdk.common.constants.enums.HttpMethod;
import de.captaingoldfish.scim.sdk.common.exceptions.BadRequestException;
import de.captaingoldfish.scim.sdk.common.exceptions.ForbiddenException;
import de.captaingoldfish.scim.sdk.common.resources.ServiceProvider;
import de.captaingoldfish.scim.sdk.common.resources.complex.ETagConfig;
import de.captaingoldfish.scim.sdk.common.resources.complex.FilterConfig;
import de.captaingoldfish.scim.sdk.common.resources.complex.PatchConfig;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.AuthenticationScheme;
import de.captaingoldfish.scim.sdk.common.response.ErrorResponse;
import de.captaingoldfish.scim.sdk.common.response.ScimResponse;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceEndpoint;
import de.captaingoldfish.scim.sdk.server.endpoints.authorize.Authorization;
import de.captaingoldfish.scim.sdk.server.endpoints.base.GroupEndpointDefinition;
import de.captaingoldfish.scim.sdk.server.endpoints.base.UserEndpointDefinition;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PATCH;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.HttpHeaders;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.Response;
import jakarta.ws.rs.core.UriInfo;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.Operation;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.Role;

/** Hands every call under {@code /scim/v2} to the SCIM library; a keeper's token is needed. */
@Path("/scim/v2/{path:.*}")
@Consumes("*/*")
@Produces({ScimResource.SCIM_JSON, MediaType.APPLICATION_JSON, "*/*"})
public class ScimResource {

  static final String SCIM_JSON = "application/scim+json";

  private static final int MOST_RESULTS = 500;

  /** What the service is, which cannot be searched (RFC 7644 §4). */
  private static final Set<String> DISCOVERY =
      Set.of("ServiceProviderConfig", "Schemas", "ResourceTypes");

  private final SecurityIdentity identity;
  private final PersonHandler people;
  private final GroupHandler groups;
  private volatile @Nullable ResourceEndpoint endpoint;

  ScimResource(SecurityIdentity identity, Directory directory, ScimStore store) {
    this.identity = identity;
    this.people = new PersonHandler(directory, store);
    this.groups = new GroupHandler(directory, store);
  }

  /** The caller was let in before the library is asked. */
  private record Caller(String name) implements Authorization {

    @Override
    public Set<String> getClientRoles() {
      return Set.of();
    }

    @Override
    public boolean authenticate(Map<String, String> headers, Map<String, String> parameters) {
      return true;
    }
  }

  @GET
  @Operation(hidden = true)
  public Response get(
      @jakarta.ws.rs.core.Context UriInfo uri, @jakarta.ws.rs.core.Context HttpHeaders headers) {
    return answer(HttpMethod.GET, uri, headers, "");
  }

  @POST
  @Operation(hidden = true)
  public Response post(
      @jakarta.ws.rs.core.Context UriInfo uri,
      @jakarta.ws.rs.core.Context HttpHeaders headers,
      byte[] body) {
    String sent = text(body);
    Optional<String> query =
        path(uri).length == 2 ? Search.asQuery(path(uri)[1], sent) : Optional.empty();
    if (query.isPresent()) {
      String whole = uri.getRequestUri().toString();
      String list = whole.substring(0, whole.lastIndexOf('/'));
      return answer(HttpMethod.GET, uri, list + query.get(), headers, "");
    }
    return answer(HttpMethod.POST, uri, headers, sent);
  }

  @PUT
  @Operation(hidden = true)
  public Response put(
      @jakarta.ws.rs.core.Context UriInfo uri,
      @jakarta.ws.rs.core.Context HttpHeaders headers,
      byte[] body) {
    return answer(HttpMethod.PUT, uri, headers, text(body));
  }

  @PATCH
  @Operation(hidden = true)
  public Response patch(
      @jakarta.ws.rs.core.Context UriInfo uri,
      @jakarta.ws.rs.core.Context HttpHeaders headers,
      byte[] body) {
    String[] path = path(uri);
    String change = text(body);
    if (path.length == 2 && path[0].equals("Users") && identity.hasRole(Role.KEEPER_NAME)) {
      change = ScimCleanup.withNewValues(change, people.asItIs(path[1]));
    }
    return answer(HttpMethod.PATCH, uri, headers, change);
  }

  @DELETE
  @Operation(hidden = true)
  public Response delete(
      @jakarta.ws.rs.core.Context UriInfo uri, @jakarta.ws.rs.core.Context HttpHeaders headers) {
    return answer(HttpMethod.DELETE, uri, headers, "");
  }

  private static String text(byte[] body) {
    return body == null ? "" : ScimCleanup.body(new String(body, StandardCharsets.UTF_8));
  }

  private static String[] path(UriInfo uri) {
    return uri.getPath().replaceFirst("^/?scim/v2/?", "").split("/");
  }

  private static @Nullable String filterOf(String address) {
    int query = address.indexOf('?');
    return query < 0
        ? null
        : URLDecoder.decode(address.substring(query + 1), StandardCharsets.UTF_8);
  }

  private Response answer(HttpMethod method, UriInfo uri, HttpHeaders headers, String body) {
    return answer(method, uri, uri.getRequestUri().toString(), headers, body);
  }

  private Response answer(
      HttpMethod method, UriInfo uri, String address, HttpHeaders headers, String body) {
    if (!identity.hasRole(Role.KEEPER_NAME)) {
      return response(
          new ErrorResponse(new ForbiddenException("The directory is kept with a keeper's token.")),
          headers);
    }
    if (DISCOVERY.contains(path(uri)[0]) && uri.getQueryParameters().containsKey("filter")) {
      return response(
          new ErrorResponse(new ForbiddenException("What the service is cannot be filtered.")),
          headers);
    }
    if (Search.isBeyondMeasure(filterOf(address)) || ScimCleanup.isBeyondMeasure(body)) {
      return response(
          new ErrorResponse(
              new BadRequestException(
                  "A filter or path is longer, or nested deeper, than can be followed.",
                  ScimType.RFC7644.INVALID_FILTER)),
          headers);
    }
    Map<String, String> given = new HashMap<>();
    headers.getRequestHeaders().forEach((name, values) -> given.put(name, values.get(0)));
    if (method != HttpMethod.GET && method != HttpMethod.DELETE) {
      // Some clients send plain JSON; the body is checked all the same.
      given.keySet().removeIf(name -> name.equalsIgnoreCase(HttpHeaders.CONTENT_TYPE));
      given.put(HttpHeaders.CONTENT_TYPE, "application/scim+json");
    }
    String caller = identity.getPrincipal().getName();
    return response(
        endpoint().handleRequest(address, method, body, given, new Context(new Caller(caller))),
        headers);
  }

  /**
   * As plain JSON to who asks for that and does not know SCIM's own name for it (RFC 7644 §3.8).
   */
  private static Response response(ScimResponse scim, HttpHeaders asked) {
    String accept = String.join(",", asked.getRequestHeader(HttpHeaders.ACCEPT));
    boolean plain = accept.contains(MediaType.APPLICATION_JSON) && !accept.contains(SCIM_JSON);
    Response.ResponseBuilder response =
        Response.status(scim.getHttpStatus()).type(plain ? MediaType.APPLICATION_JSON : SCIM_JSON);
    scim.getHttpHeaders()
        .forEach(
            (name, value) -> {
              if (!name.equalsIgnoreCase(HttpHeaders.CONTENT_TYPE)) {
                response.header(name, value);
              }
            });
    return scim.getHttpStatus() == 204 || scim.getHttpStatus() == 304
        ? response.build()
        : response.entity(Faults.named(scim.toString(), scim.getHttpStatus())).build();
  }

  /** Made when first asked: reading its schemas would hold up the start. */
  private synchronized ResourceEndpoint endpoint() {
    if (endpoint == null) {
      ResourceEndpoint made = new ResourceEndpoint(provider());
      made.registerEndpoint(new UserEndpointDefinition(people));
      made.registerEndpoint(new GroupEndpointDefinition(groups));
      endpoint = made;
    }
    return endpoint;
  }

  private static ServiceProvider provider() {
    return ServiceProvider.builder()
        .filterConfig(FilterConfig.builder().supported(true).maxResults(MOST_RESULTS).build())
        .patchConfig(PatchConfig.builder().supported(true).build())
        .eTagConfig(ETagConfig.builder().supported(false).build())
        .authenticationSchemes(
            List.of(
                AuthenticationScheme.builder()
                    .name("Bearer token")
                    .description("A keeper's token in the Authorization header.")
                    .type("oauthbearertoken")
                    .build()))
        .build();
  }
}
