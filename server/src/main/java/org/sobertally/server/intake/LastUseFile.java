package org.sobertally.server.intake;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.server.book.store.ActivityStore;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;
import org.sobertally.server.refusal.Refusal;

/** Takes the newest day of use per part, a row per account. */
final class LastUseFile {

  /** In place of a part: a sign-in, or whatever else shows that the account was used at all. */
  static final String ANY_USE = "*";

  private final FileChanges draft;
  private final String vendor;
  private final @Nullable LocalDate from;
  private final LocalDate to;
  private final AccountLookup whos;
  private boolean also;
  private int unread;
  private @Nullable String firstUnread;

  /**
   * @param from null where the source's reach begins as it did
   * @param to up to which day the file knows everything
   */
  LastUseFile(FileChanges draft, String vendor, @Nullable LocalDate from, LocalDate to) {
    this(draft, vendor, from, to, new AccountLookup(draft.book, vendor, draft.leading));
  }

  /**
   * @param whos which knows the accounts that the file itself brings
   */
  LastUseFile(
      FileChanges draft,
      String vendor,
      @Nullable LocalDate from,
      LocalDate to,
      AccountLookup whos) {
    this.draft = draft;
    this.vendor = vendor;
    this.from = from;
    this.to = to;
    this.whos = whos;
    if (draft.mapping.parts().isEmpty()) {
      throw Refusal.badInput("parts: say which column has the last use of which part.");
    }
    List<String> known = draft.book.partsOf(vendor);
    for (String part : draft.mapping.parts().keySet()) {
      if (!known.contains(part) && !part.equals(ANY_USE)) {
        throw Refusal.badInput(
            "parts: %s has no part %s. It has %s."
                .formatted(vendor, part, String.join(", ", known)));
      }
    }
  }

  void take(Progress progress) {
    reach();
    draft.forEachRow(progress, this::row);
  }

  /**
   * The use that rows of another kind of file tell beside theirs.
   *
   * @param rows places of those that are taken
   */
  void takeAlso(Iterable<Integer> rows) {
    reach();
    also = true;
    for (int row : rows) {
      try {
        row(row);
      } catch (BadRowException e) {
        draft.reject(row, e.field(), e.getMessage());
      }
    }
    if (unread > 0) {
      draft.notes.add(
          "The last use of %,d rows could not be read, such as %s. Their seats are taken."
              .formatted(unread, firstUnread));
    }
  }

  /** Where a row tells of a seat as well, a use that cannot be read leaves the seat as it is. */
  private boolean cannot(int row, String column, String text, String message) {
    if (!also) {
      draft.rejectColumn(row, column, text, message);
      return false;
    }
    if (unread++ == 0) {
      firstUnread = "'%s' in row %d: %s".formatted(text, draft.sheet.lines().get(row), message);
    }
    return false;
  }

  private void row(int row) throws BadRowException {
    String who = draft.text(row, "who");
    if (who.isEmpty()) {
      throw new BadRowException("who", "The row names nobody.");
    }
    String account = whos.account(who, "who");
    if (account == null) {
      throw new BadRowException("who", "No account at this vendor is called so.");
    }
    for (Map.Entry<String, String> part : draft.mapping.parts().entrySet()) {
      List<String> used =
          part.getKey().equals(ANY_USE) ? draft.book.partsOf(vendor) : List.of(part.getKey());
      if (!use(row, account, used, part.getValue())) {
        return;
      }
    }
  }

  private boolean use(int row, String account, List<String> parts, String column) {
    String text = draft.sheet.rows().get(row)[draft.sheet.columns().indexOf(column)];
    if (text.isEmpty() || text.equals("-") || text.equalsIgnoreCase("never")) {
      return true;
    }
    LocalDate day = draft.mapping.dayForm().day(text);
    if (day == null) {
      return cannot(row, column, text, draft.mapping.dayForm().asked().formatted(text));
    }
    if (day.isAfter(to)) {
      return cannot(row, column, text, "The file was made on %s, before it.".formatted(to));
    }
    parts.forEach(part -> draft.uses.add(new ActivityStore.Use(account, vendor, part, day)));
    draft.count(Count.DAYS);
    return true;
  }

  /** How far the source reaches afterwards. */
  private void reach() {
    EvidenceReach reach = new EvidenceReach(draft, vendor);
    Evidence known = reach.known();
    LocalDate begins = begins(known);
    if (known != null && reach.isKnownByDay()) {
      draft.notes.add(
          "This vendor's use is known day by day to %s. A file of last uses adds its days; it does"
                  .formatted(known.to())
              + " not make that reach further.");
      return;
    }
    Set<String> told = told();
    // Evidence reaches as far for every part that it tells of.
    boolean further = told.containsAll(reach.knownParts());
    LocalDate ends = known == null || further && to.isAfter(known.to()) ? to : known.to();
    if (begins.isAfter(ends)) {
      throw Refusal.badInput("from: the first day known lies after the last, %s.".formatted(ends));
    }
    Set<String> all = new TreeSet<>(reach.knownParts());
    all.addAll(told);
    if (reach.becomes(begins, ends, Evidence.Kind.LAST_SEEN, all)) {
      noteReach(begins, ends, reach.isWhole(all), all);
    }
    if (!further && to.isAfter(ends)) {
      draft.notes.add(
          "Use stays known to %s: this file says nothing of %s. Bring one with all of them."
              .formatted(ends, reach.untold(told)));
    }
  }

  private void noteReach(LocalDate begins, LocalDate ends, boolean whole, Set<String> parts) {
    draft.notes.add("This vendor's use will be known from %s to %s.".formatted(begins, ends));
    if (!whole) {
      draft.notes.add(
          "Only the use of %s is told. Nobody is held to be idle on a plan with other parts. A"
                  .formatted(String.join(", ", parts))
              + " column that says when somebody signed in at all can be read as any use.");
    }
  }

  private LocalDate begins(@Nullable Evidence known) {
    LocalDate first = from == null && known == null ? oldest() : from;
    if (known != null && (first == null || !first.isBefore(known.from()))) {
      return known.from();
    }
    if (first == null) {
      throw Refusal.badInput(
          "from: the file says of nobody that they used anything. Say the first day of which it"
              + " knows.");
    }
    return first;
  }

  /** Who keeps no last use longer than that shows none that is older. */
  private @Nullable LocalDate oldest() {
    LocalDate oldest = null;
    for (String column : draft.mapping.parts().values()) {
      int place = draft.sheet.columns().indexOf(column);
      for (String[] row : draft.sheet.rows()) {
        LocalDate day = draft.mapping.dayForm().day(row[place]);
        boolean older = day != null && !day.isAfter(to) && (oldest == null || day.isBefore(oldest));
        oldest = older ? day : oldest;
      }
    }
    if (oldest != null) {
      draft.notes.add(
          "The oldest use in the file is of %s, so it is taken to know of days from then on. Say another day if that is not so."
              .formatted(oldest));
    }
    return oldest;
  }

  /** The parts that this file tells of. */
  private Set<String> told() {
    return draft.mapping.parts().containsKey(ANY_USE)
        ? new TreeSet<>(draft.book.partsOf(vendor))
        : new TreeSet<>(draft.mapping.parts().keySet());
  }
}
