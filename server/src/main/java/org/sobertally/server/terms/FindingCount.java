package org.sobertally.server.terms;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;

/** How many findings of a kind there are, and would be. */
@Schema(name = "FindingsDifference")
record FindingCount(FindingKind kind, String title, int before, int after) {

  /** By kind, those of which there would be more or fewer; what vendors say is left aside. */
  static List<FindingCount> differences(Findings before, Findings after) {
    Map<FindingKind, Integer> were = counts(before);
    Map<FindingKind, Integer> are = counts(after);
    List<FindingCount> findings = new ArrayList<>();
    for (FindingKind kind : FindingKind.values()) {
      int was = were.getOrDefault(kind, 0);
      int is = are.getOrDefault(kind, 0);
      if (was != is && kind != FindingKind.DRIFT) {
        findings.add(new FindingCount(kind, kind.title(), was, is));
      }
    }
    return findings;
  }

  private static Map<FindingKind, Integer> counts(Findings findings) {
    Map<FindingKind, Integer> counts = new EnumMap<>(FindingKind.class);
    for (int n = 0; n < findings.size(); n++) {
      counts.merge(findings.kind(n), 1, Integer::sum);
    }
    return counts;
  }
}
