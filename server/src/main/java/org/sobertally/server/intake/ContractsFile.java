package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;
import org.sobertally.server.names.Slugs;

/**
 * Takes what was bought: a row makes the vendor, the plan, the agreement and the subscription that
 * the book does not have, or brings them up to date. What a row does not say stays as it is; of
 * something new it is assumed with care, and said: notice is due early, and it renews by itself.
 */
final class ContractsFile {

  /** Too early costs a look; too late costs a year. */
  private static final int ASSUMED_NOTICE = 90;

  private final FileChanges draft;
  private final Book book;
  private final LocalDate day;
  private final BookNames names;
  private final CurrencyRates rates;
  private final KnownContract contract;
  private final Map<String, Purchase> firstOfAgreement = new HashMap<>();
  private final Map<String, Purchase> bought = new LinkedHashMap<>();
  private final Set<String> assumed = new HashSet<>();

  /**
   * @param day on which the file was made
   */
  ContractsFile(FileChanges draft, LocalDate day) {
    this.draft = draft;
    this.book = draft.book;
    this.day = day;
    this.names = new BookNames(draft);
    this.rates = new CurrencyRates(draft, day);
    this.contract = new KnownContract(draft, day);
  }

  void take(Progress progress) {
    PurchaseReader reader = new PurchaseReader(draft);
    rates.lookThrough();
    draft.forEachRow(progress, row -> take(reader.read(row)));
    if (bought.isEmpty()) {
      // A currency is not settled by a file of which nothing is taken.
      draft.changes.clear();
    }
    if (!assumed.isEmpty()) {
      draft.notes.add(
          "Of %s the file does not say all terms: taken as renewing by itself, %d days' notice, fewer seats at renewal. Set them right, for days depend on them."
              .formatted(
                  assumed.size() == 1 ? "one agreement" : assumed.size() + " agreements",
                  ASSUMED_NOTICE));
    }
  }

  private void take(Purchase purchase) throws BadRowException, BookRows.NotAValueException {
    // Looked up before anything is changed: a row that cannot be taken leaves nothing behind.
    String vendor = names.vendor(purchase.vendor());
    String plan = names.plan(vendor, purchase.plan());
    Agreement known = knownAgreement(vendor, plan, purchase);
    String agreement = known == null ? newAgreementId(vendor, purchase) : known.id();
    Purchase whole = withTermsOfEarlierRows(agreement, purchase);
    Map<String, String> terms =
        known == null ? firstTerms(agreement, vendor, rates.require(whole), whole) : null;
    if (known != null) {
      contract.terms(known, whole);
    }
    once(agreement, plan, whole);
    firstOfAgreement.putIfAbsent(agreement, whole);
    names.store(vendor, plan, whole);
    rates.store(whole);
    if (terms != null) {
      names.put(BookSchema.AGREEMENTS, terms);
    }
    subscription(agreement, plan, whole);
  }

  private void once(String agreement, String plan, Purchase purchase) throws BadRowException {
    Purchase earlier = bought.putIfAbsent(agreement + "\n" + plan, purchase);
    if (earlier != null) {
      throw new BadRowException(
          "plan",
          "Row %d buys the same plan on the same agreement. Put both into one row, or say which contract each is on."
              .formatted(draft.sheet.lines().get(earlier.row())));
    }
  }

  /** Of an agreement that has several rows often only the first says its terms. */
  private Purchase withTermsOfEarlierRows(String agreement, Purchase purchase)
      throws BadRowException {
    Purchase first = firstOfAgreement.get(agreement);
    if (first == null) {
      return purchase;
    }
    if (purchase.terms().contradicts(first.terms())) {
      throw new BadRowException(
          "agreement",
          "Row %d is of the same agreement and says other days, notice or currency."
              .formatted(draft.sheet.lines().get(first.row())));
    }
    return purchase.withTerms(purchase.terms().or(first.terms()));
  }

  private @Nullable Agreement knownAgreement(String vendor, String plan, Purchase purchase) {
    List<Agreement> ofVendor =
        book.agreements().all().stream().filter(a -> a.vendor().equals(vendor)).toList();
    if (!purchase.agreement().isEmpty()) {
      return ofVendor.stream()
          .filter(
              a ->
                  a.id().equalsIgnoreCase(purchase.agreement())
                      || a.name().equalsIgnoreCase(purchase.agreement())
                      // Called otherwise since it came in.
                      || a.id().equals(Slugs.of(vendor + "-" + purchase.agreement())))
          .findFirst()
          .orElse(null);
    }
    return ofVendor.stream()
        .filter(a -> a.inForce(day))
        .filter(
            a ->
                book.lines().all().stream()
                    .anyMatch(l -> l.agreement().equals(a.id()) && l.plan().equals(plan)))
        .findFirst()
        .orElse(null);
  }

  private String newAgreementId(String vendor, Purchase purchase) {
    Purchase.Terms terms = purchase.terms();
    return purchase.agreement().isEmpty()
        ? names.agreement(
            vendor + "\n" + terms.currency() + "\n" + terms.starts() + "\n" + terms.ends(), vendor)
        : names.agreement(
            vendor + "\n" + purchase.agreement().toLowerCase(Locale.ROOT),
            vendor + "-" + purchase.agreement());
  }

  private Map<String, String> firstTerms(
      String id, String vendor, String currency, Purchase purchase) throws BadRowException {
    Purchase.Terms terms = purchase.terms();
    if (terms.starts() == null && terms.ends() == null) {
      throw new BadRowException(
          draft.isMapped("ends") ? "ends" : null, "Say when the agreement ends, or when it began.");
    }
    LocalDate ends =
        terms.ends() == null ? anniversary(requireNonNull(terms.starts())) : terms.ends();
    LocalDate starts = terms.starts() == null ? earlier(ends.minusYears(1), day) : terms.starts();
    if (!starts.isBefore(ends)) {
      throw new BadRowException("ends", "It ended on %s: say when it began.".formatted(ends));
    }
    if (terms.noticeDays() == null || terms.renews() == null || terms.mayShrink() == null) {
      assumed.add(id);
    }
    Map<String, String> values = new HashMap<>();
    values.put("agreement", id);
    values.put("vendor", vendor);
    values.put("name", purchase.agreement().isEmpty() ? purchase.vendor() : purchase.agreement());
    values.put("currency", currency);
    values.put("starts", starts.toString());
    values.put("ends", ends.toString());
    values.put(
        "notice_days",
        String.valueOf(terms.noticeDays() == null ? ASSUMED_NOTICE : terms.noticeDays()));
    values.put("renews", terms.renews() == null ? "AUTO" : terms.renews());
    values.put("may_shrink", terms.mayShrink() == null ? "AT_RENEWAL" : terms.mayShrink());
    return values;
  }

  private LocalDate anniversary(LocalDate starts) {
    LocalDate ends = starts.plusYears(1);
    for (int years = 2; !ends.isAfter(day); years++) {
      ends = starts.plusYears(years);
    }
    return ends;
  }

  private static LocalDate earlier(LocalDate one, LocalDate other) {
    return one.isBefore(other) ? one : other;
  }

  /**
   * Another quantity than today's is a change from the file's day on, or from the day of a new term
   * that is still to come; what was is not rewritten.
   */
  private void subscription(String agreement, String plan, Purchase purchase)
      throws BookRows.NotAValueException {
    Subscription known =
        book.lines().all().stream()
            .filter(line -> line.agreement().equals(agreement) && line.plan().equals(plan))
            .findFirst()
            .orElse(null);
    if (known == null) {
      Map<String, String> values = new HashMap<>();
      values.put("line", names.line(agreement, plan, purchase.plan()));
      values.put("agreement", agreement);
      values.put("plan", plan);
      values.put("seats", String.valueOf(purchase.seats()));
      values.put("unit_price", purchase.price().toPlainString());
      draft.count(Count.NEW);
      names.put(BookSchema.LINES, values);
      return;
    }
    int before = draft.changes.size();
    LocalDate begins = KnownContract.newTerm(book.agreements().byId(agreement), purchase.terms());
    LocalDate from = begins == null || begins.isBefore(day) ? day : begins;
    int more = purchase.seats() - known.quantityOn(from);
    if (more != 0) {
      change(known, from, more);
    }
    contract.price(book.agreements().byId(agreement), known, purchase);
    draft.count(draft.changes.size() == before ? Count.SAME : Count.CHANGED);
  }

  private void change(Subscription known, LocalDate from, int more)
      throws BookRows.NotAValueException {
    List<String> key = List.of(known.id(), from.toString());
    String[] now = draft.rows.find(BookSchema.LINE_CHANGES, List.of(key)).get(key);
    Map<String, String> values =
        now == null ? new HashMap<>() : BookRows.byColumn(BookSchema.LINE_CHANGES, now);
    int delta = now == null ? more : more + Integer.parseInt(values.get("delta"));
    values.put("line", known.id());
    values.put("day", from.toString());
    values.put("delta", String.valueOf(delta));
    values.putIfAbsent("reason", "as told by " + draft.mapping.source());
    draft.put(BookSchema.LINE_CHANGES, now, delta == 0 ? null : values);
  }
}
