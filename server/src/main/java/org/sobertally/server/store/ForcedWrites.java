package org.sobertally.server.store;

import jakarta.ws.rs.container.ContainerRequestContext;
import jakarta.ws.rs.container.ContainerResponseContext;
import jakarta.ws.rs.container.ContainerResponseFilter;
import jakarta.ws.rs.ext.Provider;
import java.util.Set;

/** Nobody is told of a change before it is on the disk. */
@Provider
public class ForcedWrites implements ContainerResponseFilter {

  private static final Set<String> READING = Set.of("GET", "HEAD", "OPTIONS");

  private final OnDisk disk;

  ForcedWrites(OnDisk disk) {
    this.disk = disk;
  }

  @Override
  public void filter(ContainerRequestContext request, ContainerResponseContext response) {
    if (!READING.contains(request.getMethod()) && response.getStatus() < 400) {
      disk.force();
    }
  }
}
