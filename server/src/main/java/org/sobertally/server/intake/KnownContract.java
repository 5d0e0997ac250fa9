package org.sobertally.server.intake;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;

/**
 * What a file of contracts says of an agreement that the book has: a term that begins when the one
 * before was to end is a new one, from its day on; anything else puts right the term that holds.
 */
final class KnownContract {

  private final FileChanges draft;
  private final LocalDate day;

  /** Rows put by this file, by file and key: several rows of a file are of one agreement. */
  private final Map<List<String>, Map<String, String>> put = new HashMap<>();

  KnownContract(FileChanges draft, LocalDate day) {
    this.draft = draft;
    this.day = day;
  }

  /**
   * The first day of a term that the book does not have, or that a file before this one brought.
   */
  static @Nullable LocalDate newTerm(Agreement known, Purchase.Terms said) {
    LocalDate starts = said.starts();
    if (starts == null || !starts.isAfter(known.starts())) {
      return null;
    }
    boolean there = known.later().stream().anyMatch(term -> term.from().equals(starts));
    return there || !starts.isBefore(known.termOn(starts).ends()) ? starts : null;
  }

  void terms(Agreement known, Purchase purchase)
      throws BadRowException, BookRows.NotAValueException {
    Purchase.Terms said = purchase.terms();
    if (said.currency() != null && !said.currency().equals(known.currency())) {
      throw new BadRowException(
          "currency",
          "Agreement %s is in %s. Another currency needs another contract."
              .formatted(known.id(), known.currency()));
    }
    LocalDate begins = newTerm(known, said);
    LocalDate held = known.termOn(day).from();
    boolean first = begins == null && held.equals(known.starts());
    String file = first ? BookSchema.AGREEMENTS : BookSchema.TERMS;
    LocalDate from = begins == null ? held : begins;
    List<String> key = first ? List.of(known.id()) : List.of(known.id(), from.toString());
    Map<String, String> values = stored(file, key);
    if (first) {
      say(values, "starts", said.starts());
    }
    say(values, "ends", said.ends());
    say(values, "notice_days", said.noticeDays());
    say(values, "renews", said.renews());
    say(values, "may_shrink", said.mayShrink());
    String starts = first ? values.get("starts") : from.toString();
    String ends = values.get("ends");
    if (starts != null && ends != null && starts.compareTo(ends) >= 0) {
      throw new BadRowException(
          "ends", "The agreement would end on %s, and it starts on %s.".formatted(ends, starts));
    }
    if (begins != null || !first || !values.equals(stored(file, key))) {
      store(file, key, values);
    }
  }

  /** Another price than what holds then; prices by quantity stay as they are. */
  void price(Agreement known, Subscription line, Purchase purchase)
      throws BookRows.NotAValueException {
    LocalDate begins = newTerm(known, purchase.terms());
    if (!line.pricesOn(begins == null ? day : begins).breaks().isEmpty()) {
      draft.notes.add("%s keeps its prices by quantity.".formatted(line.id()));
      return;
    }
    LocalDate held =
        line.laterPrices().stream()
            .map(Subscription.LaterPrices::from)
            .filter(from -> !from.isAfter(day))
            .reduce((earlier, newer) -> newer)
            .orElse(null);
    LocalDate from = begins == null ? held : begins;
    BigDecimal now = line.pricesOn(from == null ? day : from).unitPrice();
    if (purchase.price().compareTo(now) == 0) {
      return;
    }
    String file = from == null ? BookSchema.LINES : BookSchema.LINE_PRICES;
    List<String> key = from == null ? List.of(line.id()) : List.of(line.id(), from.toString());
    Map<String, String> values = stored(file, key);
    values.put("unit_price", purchase.price().toPlainString());
    store(file, key, values);
  }

  /** As it is stored, or as this file has left it; a row that is new has its key only. */
  private Map<String, String> stored(String file, List<String> key) {
    Map<String, String> left = put.get(rowOf(file, key));
    if (left != null) {
      return new HashMap<>(left);
    }
    String[] now = draft.rows.find(file, key.toArray(String[]::new));
    if (now != null) {
      return BookRows.byColumn(file, now);
    }
    Map<String, String> values = new HashMap<>();
    List<String> columns = BookRows.columns(file);
    for (int k = 0; k < key.size(); k++) {
      values.put(columns.get(k), key.get(k));
    }
    return values;
  }

  private void store(String file, List<String> key, Map<String, String> values)
      throws BookRows.NotAValueException {
    Map<String, String> left = put.get(rowOf(file, key));
    String[] before =
        left == null ? draft.rows.find(file, key.toArray(String[]::new)) : BookRows.row(file, left);
    if (!Arrays.equals(before, BookRows.row(file, values))) {
      draft.put(file, before, values);
    }
    put.put(rowOf(file, key), values);
  }

  private static List<String> rowOf(String file, List<String> key) {
    List<String> row = new ArrayList<>(key);
    row.add(0, file);
    return row;
  }

  private static void say(Map<String, String> values, String column, @Nullable Object said) {
    if (said != null) {
      values.put(column, said.toString());
    }
  }
}
