package org.sobertally.server.leading;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.sobertally.server.leading.LeadRules.Aside;
import org.sobertally.server.leading.LeadRules.Led;

@Tag("unit")
class LeadRulesTest {

  private final LeadRules rules =
      new LeadRules(Map.of("department", Source.FILE, "status", Source.DIRECTORY));

  private static Map<String, String> ann(String department, String status, String since) {
    Map<String, String> values = new HashMap<>();
    values.put("person", "ann");
    values.put("department", department);
    values.put("status", status);
    values.put("status_since", since);
    values.put("site", "Tolsand");
    return values;
  }

  @Test
  void whatTheOtherSaysOfALedFieldIsKeptAside() {
    Led led =
        rules.led(
            Source.DIRECTORY,
            ann("Yard", "ACTIVE", null),
            ann("Dockyard", "SUSPENDED", "2026-09-30"));
    assertThat(led.values())
        .containsEntry("department", "Yard")
        .containsEntry("status", "SUSPENDED")
        .containsEntry("status_since", "2026-09-30");
    assertThat(led.asides())
        .containsExactly(new Aside("ann", "department", Source.DIRECTORY, "Dockyard"));
  }

  @Test
  void aStatusIsKeptWithItsDays() {
    Led led =
        rules.led(
            Source.FILE, ann("Yard", "ACTIVE", "2026-01-01"), ann("Sails", "LEFT", "2026-09-01"));
    assertThat(led.values())
        .containsEntry("department", "Sails")
        .containsEntry("status", "ACTIVE")
        .containsEntry("status_since", "2026-01-01");
    assertThat(led.asides()).containsExactly(new Aside("ann", "status", Source.FILE, "LEFT"));
  }

  @Test
  void whatIsEmptyIsFilledAndWhatAgreesIsNoAside() {
    Led filled =
        rules.led(Source.DIRECTORY, ann(null, "ACTIVE", null), ann("Dockyard", "ACTIVE", null));
    assertThat(filled.values()).containsEntry("department", "Dockyard");
    Led same =
        rules.led(Source.DIRECTORY, ann("Yard", "ACTIVE", null), ann("Yard", "ACTIVE", null));
    assertThat(same.asides())
        .containsExactly(new Aside("ann", "department", Source.DIRECTORY, null));
  }

  @Test
  void somebodyNewIsAsTheyAreSaidToBe() {
    Led led = rules.led(Source.DIRECTORY, null, ann("Dockyard", "ACTIVE", null));
    assertThat(led.values()).containsEntry("department", "Dockyard");
    assertThat(led.asides()).isEmpty();
  }
}
