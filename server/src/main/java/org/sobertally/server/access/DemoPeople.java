package org.sobertally.server.access;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;

/** People whom the sign-in page offers in the demo; nobody otherwise. */
@ApplicationScoped
public class DemoPeople {

  private volatile List<DemoPerson> people = List.of();

  /** Everybody can read the password: such people exist in the demo only. */
  public record DemoPerson(String login, String name, Role role, String password) {}

  public List<DemoPerson> people() {
    return people;
  }

  public void offer(List<DemoPerson> demoPeople) {
    people = List.copyOf(demoPeople);
  }
}
