package org.sobertally.core.people;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * People who belong together.
 *
 * @param retentionDays for how long their data must be kept; null where nothing is asked
 * @param members person ids
 * @param leads those of the members who lead it
 */
public record Group(
    String id,
    String name,
    @Nullable Integer retentionDays,
    List<String> members,
    List<String> leads) {

  public Group {
    members = List.copyOf(members);
    leads = List.copyOf(leads);
  }

  /** A group without leads. */
  public Group(String id, String name, @Nullable Integer retentionDays, List<String> members) {
    this(id, name, retentionDays, members, List.of());
  }
}
