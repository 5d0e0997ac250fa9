package org.sobertally.server.leading;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Who leads which field: the leader's value stands; what the other says of it only fills what is
 * empty, and is else kept aside, so that nothing is overwritten to and fro. A field that nobody
 * leads follows whoever spoke last.
 */
public final class LeadRules {

  /** The fields that may be led, with the columns that each is made of; the first says it. */
  static final Map<String, List<String>> FIELDS = fields();

  private final Map<String, Source> leaders;

  LeadRules(Map<String, Source> leaders) {
    this.leaders = Map.copyOf(leaders);
  }

  /**
   * What the other said of a field that it does not lead.
   *
   * @param said null where it agrees now
   */
  public record Aside(String person, String field, Source source, @Nullable String said) {}

  /**
   * What becomes of somebody.
   *
   * @param values by column
   * @param asides of the fields that the speaker does not lead
   */
  public record Led(Map<String, String> values, List<Aside> asides) {}

  private static Map<String, List<String>> fields() {
    Map<String, List<String>> fields = new LinkedHashMap<>();
    for (String field : List.of("name", "email", "department", "site", "manager")) {
      fields.put(field, List.of(field));
    }
    fields.put("status", List.of("status", "status_since", "until"));
    return fields;
  }

  boolean isEmpty() {
    return leaders.isEmpty();
  }

  /**
   * What becomes of somebody when a source speaks.
   *
   * @param before as they are, by column; null for somebody new
   * @param after as the speaker would have them
   */
  public Led led(Source speaker, @Nullable Map<String, String> before, Map<String, String> after) {
    Map<String, String> values = new HashMap<>(after);
    List<Aside> asides = new ArrayList<>();
    leaders.forEach(
        (field, leader) -> {
          if (leader == speaker || before == null) {
            return;
          }
          List<String> columns = requireNonNull(FIELDS.get(field), field);
          String stands = before.get(columns.get(0));
          String said = after.get(columns.get(0));
          boolean differs = stands != null && !Objects.equals(stands, said);
          if (stands != null) {
            columns.forEach(column -> values.put(column, before.get(column)));
          }
          asides.add(
              new Aside(
                  requireNonNull(before.get("person")), field, speaker, differs ? said : null));
        });
    return new Led(values, asides);
  }
}
