package org.sobertally.server.access;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.Priority;
import jakarta.ws.rs.Priorities;
import jakarta.ws.rs.container.ContainerRequestContext;
import jakarta.ws.rs.container.ContainerRequestFilter;
import jakarta.ws.rs.container.ResourceInfo;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.ext.Provider;
import java.lang.reflect.Method;
import org.sobertally.server.refusal.Refusal;

/** Keeps leads to what is open to them; what nobody thought of is closed. */
@Provider
@Priority(Priorities.AUTHORIZATION + 20)
public class LeadGate implements ContainerRequestFilter {

  private final SecurityIdentity identity;
  private final ResourceInfo resource;

  LeadGate(SecurityIdentity identity, @Context ResourceInfo resource) {
    this.identity = identity;
    this.resource = resource;
  }

  @Override
  public void filter(ContainerRequestContext request) {
    if (identity.hasRole(Role.LEAD_NAME)) {
      Method method = resource.getResourceMethod();
      if (method == null || !method.isAnnotationPresent(OpenToLeads.class)) {
        throw Refusal.forbidden("This is not open to leads: they see the groups they lead.");
      }
    }
  }
}
