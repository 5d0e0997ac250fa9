package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.server.book.store.ActivityStore;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;
import org.sobertally.server.refusal.Refusal;

/** Takes days of use, a row each: who used which part on which day. */
final class UseFile {

  private final FileChanges draft;
  private final String vendor;
  private final LocalDate to;
  private final AccountLookup whos;
  private final Map<String, String> parts = new HashMap<>();
  private final Set<String> told = new TreeSet<>();
  private @Nullable LocalDate first;

  /**
   * @param from the first day of which the file knows everything; null for the oldest in it
   * @param to the last such day
   */
  UseFile(FileChanges draft, String vendor, @Nullable LocalDate from, LocalDate to) {
    this.draft = draft;
    this.vendor = vendor;
    this.first = from;
    this.to = to;
    this.whos = new AccountLookup(draft.book, vendor, draft.leading);
    List<String> ids = draft.book.partsOf(vendor);
    for (int n = 0; n < ids.size(); n++) {
      parts.put(ids.get(n).toLowerCase(Locale.ROOT), ids.get(n));
      parts.put(draft.book.partTitles(vendor, 1L << n).get(0).toLowerCase(Locale.ROOT), ids.get(n));
    }
  }

  void take(Progress progress) {
    boolean given = first != null;
    draft.forEachRow(progress, this::row);
    if (first == null) {
      throw Refusal.badInput(
          "from: the file says of nobody that they used anything. Say the first day of which it"
              + " knows.");
    }
    if (!given) {
      draft.notes.add(
          "The oldest use in the file is of %s, so it is taken to know of days from then on. Say another day if that is not so."
              .formatted(first));
    }
    reach();
  }

  private void row(int row) throws BadRowException {
    String who = draft.text(row, "who");
    String account = who.isEmpty() ? null : whos.account(who, "who");
    if (account == null) {
      throw new BadRowException(
          "who",
          who.isEmpty() ? "The row names nobody." : "No account at this vendor is called so.");
    }
    LocalDate day = draft.day(row, "day", null);
    if (day == null || day.isAfter(to)) {
      throw new BadRowException(
          "day",
          day == null
              ? "The row says no day."
              : "The file was made on %s, before it.".formatted(to));
    }
    for (String part : parts(row)) {
      draft.uses.add(new ActivityStore.Use(account, vendor, part, day));
      told.add(part);
    }
    draft.count(Count.DAYS);
    first = first == null || day.isBefore(first) ? day : first;
  }

  /** Without a part, or with a word for any, all of them. */
  private List<String> parts(int row) throws BadRowException {
    String text = draft.text(row, "part");
    String meant = draft.mapping.meant(text);
    if (text.isEmpty() || meant.equals(LastUseFile.ANY_USE)) {
      return draft.book.partsOf(vendor);
    }
    String part = parts.get(meant.toLowerCase(Locale.ROOT));
    if (part == null) {
      throw new BadRowException(
          "part",
          "This vendor has no part '%s'. It has %s."
              .formatted(text, String.join(", ", draft.book.partsOf(vendor))));
    }
    return List.of(part);
  }

  /** Days between what was known and what the file knows are not known: then nothing grows. */
  private void reach() {
    EvidenceReach reach = new EvidenceReach(draft, vendor);
    Evidence known = reach.known();
    String whyNot = known == null ? null : whyNotFurther(known, reach);
    if (whyNot != null) {
      draft.notes.add(whyNot);
      return;
    }
    LocalDate begins = requireNonNull(first, "said or found in the rows");
    LocalDate ends = to;
    Set<String> seen = new TreeSet<>(told);
    if (known != null && reach.isKnownByDay()) {
      begins = known.from().isBefore(begins) ? known.from() : begins;
      ends = known.to().isAfter(to) ? known.to() : to;
      seen.retainAll(reach.knownParts());
    }
    if (reach.becomes(begins, ends, Evidence.Kind.DAILY, seen)) {
      draft.notes.add(
          "This vendor's use will be known day by day from %s to %s.".formatted(begins, ends));
      if (!reach.isWhole(seen)) {
        draft.notes.add(
            "Only the use of %s is told. Nobody is held to be idle on a plan with other parts."
                .formatted(String.join(", ", seen)));
      }
    }
  }

  /** Null where the days that are known and those of the file make one reach. */
  private @Nullable String whyNotFurther(Evidence known, EvidenceReach reach) {
    if (!reach.isKnownByDay()) {
      return to.isBefore(known.to())
          ? "Last uses are known to %s, the file ends before that: its days are added, and what is known stays as it is."
              .formatted(known.to())
          : null;
    }
    LocalDate oldest = requireNonNull(first, "said or found in the rows");
    if (oldest.isAfter(known.to().plusDays(1)) || to.isBefore(known.from().minusDays(1))) {
      return "Use is known from %s to %s and the file tells of %s to %s: of the days between nobody knows, so it does not reach further. Bring those days too."
          .formatted(known.from(), known.to(), oldest, to);
    }
    return told.containsAll(reach.knownParts())
        ? null
        : "The file says nothing of %s, so that use does not become known further. Bring one with all of them."
            .formatted(reach.untold(told));
  }
}
