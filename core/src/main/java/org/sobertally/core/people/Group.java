package org.sobertally.core.people;

import java.util.List;

/**
 * People who belong together.
 *
 * @param retentionDays for how long their data must be kept; null where nothing is asked
 * @param members person ids
 */
public record Group(String id, String name, Integer retentionDays, List<String> members) {
  public Group {
    members = List.copyOf(members);
  }
}
