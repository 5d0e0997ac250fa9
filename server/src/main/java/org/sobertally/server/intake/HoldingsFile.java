package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;

/** Takes who holds what at one vendor. */
final class HoldingsFile {

  private static final String HOLDINGS = "holdings.csv";

  /** What a product means that nobody counts here. */
  private static final String LEFT_OUT = "-";

  private final FileChanges draft;
  private final Book book;
  private final String vendor;
  private final LocalDate day;
  private final AccountLookup whos;
  private final NewAccounts accounts;
  private final Map<String, List<Integer>> linesByName = new HashMap<>();
  private final Set<String> listed = new HashSet<>();
  private final Set<String> begun = new HashSet<>();
  private final Set<String> ids = new HashSet<>();
  private final List<Integer> taken = new ArrayList<>();
  private final Map<Integer, Integer> more = new TreeMap<>();

  /**
   * @param day on which the file was made
   */
  HoldingsFile(FileChanges draft, String vendor, LocalDate day) {
    this.draft = draft;
    this.book = draft.book;
    this.vendor = vendor;
    this.day = day;
    this.whos = new AccountLookup(book, vendor, draft.leading);
    this.accounts = new NewAccounts(draft, vendor, whos);
    String vendorName = book.vendors().byId(vendor).name();
    for (int line = 0; line < book.lines().size(); line++) {
      Plan plan = book.planOfLine(line);
      if (!plan.vendor().equals(vendor)) {
        continue;
      }
      know(book.lines().get(line).id(), line);
      if (book.agreementOfLine(line).inForce(day)) {
        know(plan.id(), line);
        know(plan.name(), line);
        know(vendorName + " " + plan.name(), line);
      }
    }
  }

  private void know(String name, int line) {
    List<Integer> same =
        linesByName.computeIfAbsent(name.toLowerCase(Locale.ROOT), n -> new ArrayList<>(1));
    if (!same.contains(line)) {
      same.add(line);
    }
  }

  void take(Progress progress) {
    draft.forEachRow(progress, this::row);
    if (draft.mapping.whole()) {
      endTheRest();
    }
    more.forEach(this::warnIfShort);
  }

  /**
   * The last uses that the same rows tell.
   *
   * @param from null where the source's reach begins as it did
   */
  void takeUse(@Nullable LocalDate from) {
    new LastUseFile(draft, vendor, from, day, whos).takeAlso(taken);
  }

  private void warnIfShort(int line, int begin) {
    int held = 0;
    for (int h = 0; h < book.holdings().size(); h++) {
      held += book.holdings().line(h) == line && book.holdings().openOn(h, Days.of(day)) ? 1 : 0;
    }
    int bought = book.boughtOn(line, day);
    if (held + begin > bought && !draft.mapping.whole()) {
      draft.notes.add(
          "%s would be held by %,d, and %,d are bought."
              .formatted(book.planOfLine(line).name(), held + begin, bought));
    }
  }

  private void row(int row) throws BadRowException, BookRows.NotAValueException {
    String who = draft.text(row, "who");
    if (who.isEmpty()) {
      throw new BadRowException("who", "The row names nobody.");
    }
    LocalDate given = draft.day(row, "from", null);
    LocalDate until = draft.day(row, "until", null);
    if (given != null && given.isAfter(day)) {
      throw new BadRowException(
          "from", "The file was made on %s, before they would hold it.".formatted(day));
    }
    List<Integer> lines = lines(row);
    if (given != null && until != null && until.isBefore(given)) {
      throw new BadRowException("until", "The seat would end before it begins.");
    }
    if (lines.isEmpty()) {
      return;
    }
    String account = whos.account(who, "who");
    if (account == null) {
      account = accounts.open(who, row);
    }
    FileChanges.Mark mark = draft.mark();
    try {
      for (int line : lines) {
        hold(account, line, given, until);
      }
      taken.add(row);
    } catch (BadRowException | BookRows.NotAValueException e) {
      // A row of several products is taken with all of them or with none.
      draft.backTo(mark);
      throw e;
    }
  }

  /** The subscriptions of the row's products, without those that are left out on purpose. */
  private List<Integer> lines(int row) throws BadRowException {
    List<Integer> lines = new ArrayList<>();
    for (String product : products(draft.text(row, "plan"))) {
      if (LEFT_OUT.equals(draft.mapping.meant(product))) {
        draft.count(Count.LEFT_OUT);
      } else {
        int line = line(product);
        if (!lines.contains(line)) {
          lines.add(line);
        }
      }
    }
    return lines;
  }

  /** The products that the cell names. */
  private List<String> products(String cell) {
    return words(cell, draft.mapping);
  }

  static List<String> words(String cell, Mapping mapping) {
    String separator = mapping.separator();
    if (separator == null || mapping.values().containsKey(cell)) {
      return List.of(cell);
    }
    List<String> products =
        Arrays.stream(cell.split(Pattern.quote(separator)))
            .map(String::strip)
            .filter(product -> !product.isEmpty())
            .distinct()
            .toList();
    return products.isEmpty() ? List.of(cell) : products;
  }

  private void hold(String account, int line, @Nullable LocalDate given, @Nullable LocalDate until)
      throws BadRowException, BookRows.NotAValueException {
    LocalDate from = given == null ? heldSince(account, line, until) : given;
    if (until != null && until.isBefore(from)) {
      throw new BadRowException("until", "The seat would end before it begins.");
    }
    if (!begun.add(account + "\n" + line)) {
      throw new BadRowException("who", "An earlier row hands them the same seat.");
    }
    if (!isHeld(account, line, from, until)) {
      begin(account, line, from, until);
    }
  }

  private int line(String product) throws BadRowException {
    String text = draft.mapping.meant(product);
    List<Integer> lines = linesByName.getOrDefault(text.toLowerCase(Locale.ROOT), List.of());
    if (lines.isEmpty()) {
      throw new BadRowException(
          "plan", "No subscription of a plan '%s' is in force on %s.".formatted(text, day));
    }
    if (lines.size() > 1) {
      throw new BadRowException(
          "plan", "Several subscriptions are of '%s'. Use a subscription's id.".formatted(text));
    }
    if (book.planOfLine(lines.get(0)).model() == PlanModel.FLOATING) {
      throw new BadRowException(
          "plan", "'%s' is a pool: nobody holds a seat of it. Bring sessions.".formatted(text));
    }
    return lines.get(0);
  }

  /**
   * Where nobody says since when: since before anything is known of its use, so that use counts and
   * nobody is held never to have opened it; but after an earlier seat of theirs.
   */
  private LocalDate heldSince(String account, int line, @Nullable LocalDate until) {
    LocalDate since = book.agreementOfLine(line).starts();
    if (book.hasEvidence(vendor)) {
      LocalDate before = book.evidenceOf(vendor, day).from().minusDays(1);
      since = since.isBefore(before) ? since : before;
    }
    since = since.isBefore(day) ? since : day;
    since = until != null && until.isBefore(since) ? until : since;
    if (book.accounts().has(account)) {
      for (int h : book.holdings().ofAccount(book.accounts().require(account))) {
        boolean over = book.holdings().line(h) == line && book.holdings().until(h) != Days.OPEN;
        if (over && book.holdings().until(h) > Days.of(since)) {
          since = Days.known(book.holdings().until(h));
        }
      }
    }
    return since;
  }

  /** Whether the seat is there already; its end is changed where the file says another. */
  private boolean isHeld(String account, int line, LocalDate from, @Nullable LocalDate until)
      throws BadRowException {
    if (!book.accounts().has(account)) {
      return false;
    }
    var holdings = book.holdings();
    for (int h : holdings.ofAccount(book.accounts().require(account))) {
      if (holdings.line(h) != line) {
        continue;
      }
      String id = holdings.id(h);
      if (holdings.openOn(h, Days.of(day))) {
        listed.add(id);
        end(id, until);
        return true;
      }
      boolean apart = holdings.until(h) <= Days.of(from);
      if (!apart && (until == null || Days.of(until) > holdings.from(h))) {
        throw new BadRowException(
            "from", "They held a seat of it until %s.".formatted(Days.date(holdings.until(h))));
      }
    }
    return false;
  }

  private void end(String holding, @Nullable LocalDate until) {
    if (until == null) {
      draft.count(Count.SAME);
      return;
    }
    List<String> key = List.of(holding);
    String[] now = requireNonNull(draft.rows.find(HOLDINGS, List.of(key)).get(key));
    int place = BookRows.columns(HOLDINGS).indexOf("until");
    if (until.toString().equals(now[place])) {
      draft.count(Count.SAME);
      return;
    }
    String[] after = now.clone();
    after[place] = until.toString();
    draft.changes.add(new BookRows.Change(HOLDINGS, now, after));
    draft.count(Count.CHANGED);
  }

  private void begin(String account, int line, LocalDate from, @Nullable LocalDate until)
      throws BookRows.NotAValueException {
    String lineId = book.lines().get(line).id();
    Map<String, String> values = new HashMap<>();
    values.put("holding", free(account + "-" + lineId));
    values.put("account", account);
    values.put("line", lineId);
    values.put("from", from.toString());
    values.put("until", until == null ? null : until.toString());
    draft.changes.add(new BookRows.Change(HOLDINGS, null, BookRows.row(HOLDINGS, values)));
    draft.count(Count.NEW);
    if (until == null || until.isAfter(day)) {
      more.merge(line, 1, Integer::sum);
    }
  }

  /** An id that no holding has yet. */
  private String free(String wanted) {
    String id = wanted;
    for (int n = 2; ids.contains(id) || book.holdings().numberOf(id) >= 0; n++) {
      id = wanted + "." + n;
    }
    ids.add(id);
    return id;
  }

  /** A row that could not be read may be of anybody, so then nobody's seat ends. */
  private void endTheRest() {
    if (draft.sheet.rows().isEmpty()) {
      draft.notes.add("The file names nobody at all, so no seat is ended.");
      return;
    }
    if (!draft.rejected.isEmpty()) {
      draft.notes.add(
          "No seat is ended while rows are rejected: one of them may be of somebody who would"
              + " lose theirs. Mend them first.");
      return;
    }
    List<List<String>> ends = notListed();
    int place = BookRows.columns(HOLDINGS).indexOf("until");
    Map<List<String>, String[]> stored = draft.rows.find(HOLDINGS, ends);
    for (List<String> key : ends) {
      String[] now = requireNonNull(stored.get(key));
      String[] after = now.clone();
      after[place] = day.toString();
      draft.changes.add(new BookRows.Change(HOLDINGS, now, after));
      draft.count(Count.ENDED);
    }
  }

  private List<List<String>> notListed() {
    Holdings holdings = book.holdings();
    List<List<String>> ends = new ArrayList<>();
    for (int h = 0; h < holdings.size(); h++) {
      boolean ofVendor = book.planOfLine(holdings.line(h)).vendor().equals(vendor);
      if (ofVendor && holdings.openOn(h, Days.of(day)) && !listed.contains(holdings.id(h))) {
        ends.add(List.of(holdings.id(h)));
      }
    }
    return ends;
  }
}
