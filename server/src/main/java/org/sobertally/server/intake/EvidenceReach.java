package org.sobertally.server.intake;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.refusal.Refusal;

/** From when to when a vendor's use is known, and of which parts: before a file and after it. */
final class EvidenceReach {

  private final FileChanges draft;
  private final String vendor;
  private final @Nullable Evidence known;

  EvidenceReach(FileChanges draft, String vendor) {
    this.draft = draft;
    this.vendor = vendor;
    this.known = draft.book.hasEvidence(vendor) ? draft.book.evidenceOf(vendor, draft.today) : null;
  }

  /** Null where nothing was known of this vendor's use. */
  @Nullable Evidence known() {
    return known;
  }

  boolean isKnownByDay() {
    return known != null && known.kind() == Evidence.Kind.DAILY;
  }

  /** The parts whose use was known; none where nothing was. */
  Set<String> knownParts() {
    if (known == null) {
      return Set.of();
    }
    return new TreeSet<>(known.parts() == null ? draft.book.partsOf(vendor) : known.parts());
  }

  boolean isWhole(Set<String> parts) {
    return parts.containsAll(draft.book.partsOf(vendor));
  }

  /** Those of the known parts that are not told of, for a sentence. */
  String untold(Set<String> told) {
    return String.join(", ", knownParts().stream().filter(part -> !told.contains(part)).toList());
  }

  /**
   * Changes what is known.
   *
   * @return false where it is known just so already
   */
  boolean becomes(LocalDate from, LocalDate to, Evidence.Kind kind, Set<String> parts) {
    Map<String, String> values = new HashMap<>();
    values.put("vendor", vendor);
    values.put("complete_from", from.toString());
    values.put("complete_to", to.toString());
    values.put("kind", kind.name());
    values.put("parts", isWhole(parts) ? null : String.join(" ", parts));
    String[] before = draft.rows.find(BookSchema.EVIDENCE, vendor);
    try {
      String[] after = BookRows.row(BookSchema.EVIDENCE, values);
      if (Arrays.equals(before, after)) {
        return false;
      }
      draft.changes.add(new BookRows.Change(BookSchema.EVIDENCE, before, after));
      return true;
    } catch (BookRows.NotAValueException e) {
      throw Refusal.badInput(e.getMessage());
    }
  }
}
