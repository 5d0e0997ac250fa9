package org.sobertally.server.people;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.people.Person;
import org.sobertally.server.http.MoneyDto;

/**
 * Somebody in a list.
 *
 * @param leads groups they lead
 * @param lastUsed the newest day on which a seat held now was used
 * @param kinds what was found
 */
@Schema(name = "PersonRow")
record PersonRow(
    @JsonUnwrapped Directory directory,
    List<String> groups,
    List<String> leads,
    int seats,
    List<String> plans,
    MoneyDto yearlyCost,
    MoneyDto recoverable,
    @Schema(nullable = true) @Nullable LocalDate lastUsed,
    List<FindingKind> kinds) {
  /**
   * What the directory says.
   *
   * @param status as of the day
   */
  record Directory(
      String person,
      String name,
      String email,
      @Schema(nullable = true) @Nullable String department,
      @Schema(nullable = true) @Nullable String site,
      Person.Status status,
      @Schema(nullable = true) @Nullable LocalDate statusSince,
      Person.Kind kind,
      @Schema(nullable = true) @Nullable String managerName) {}
}
