package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;

/**
 * Takes a vendor's price list: what a seat of a plan costs a year where nothing was agreed. A price
 * a month, where the row or whoever brings it says so, is times twelve.
 */
final class PricesFile {

  private final FileChanges draft;
  private final PricedRows priced;
  private final Set<String> seen = new HashSet<>();

  PricesFile(FileChanges draft, String vendor) {
    this.draft = draft;
    this.priced = new PricedRows(draft, vendor);
  }

  void take(Progress progress) {
    draft.notes.add(
        "A listed price is in %s, a seat a year; it counts where no terms say another."
            .formatted(draft.book.rates().reportingCurrency()));
    draft.forEachRow(progress, this::row);
  }

  private void row(int row) throws BadRowException, BookRows.NotAValueException {
    if (priced.isLeftOut(row)) {
      draft.count(FileChanges.Count.LEFT_OUT);
      return;
    }
    String plan = priced.plan(row);
    BigDecimal price = priced.price(row);
    if (!seen.add(plan)) {
      throw new BadRowException("plan", "An earlier row says its price.");
    }
    String[] before = requireNonNull(draft.rows.find(BookSchema.PLANS, plan));
    Map<String, String> values = new HashMap<>(BookRows.byColumn(BookSchema.PLANS, before));
    values.put("listed_price", price.stripTrailingZeros().toPlainString());
    draft.countAndPut(BookSchema.PLANS, before, BookRows.row(BookSchema.PLANS, values));
  }
}
