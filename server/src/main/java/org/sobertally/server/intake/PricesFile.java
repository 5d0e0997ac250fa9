package org.sobertally.server.intake;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;

/**
 * Takes a vendor's price list: what a seat of a plan costs a year where nothing was agreed. A price
 * a month, where the row or whoever brings it says so, is times twelve.
 */
final class PricesFile {

  private static final BigDecimal MONTHS = BigDecimal.valueOf(12);

  private final FileChanges draft;
  private final Map<String, String> planByName = new HashMap<>();
  private final Set<String> seen = new HashSet<>();

  PricesFile(FileChanges draft, String vendor) {
    this.draft = draft;
    String vendorName = draft.book.vendors().byId(vendor).name();
    for (Plan plan : draft.book.plans().all()) {
      if (plan.vendor().equals(vendor)) {
        planByName.put(plan.id().toLowerCase(Locale.ROOT), plan.id());
        planByName.put(plan.name().toLowerCase(Locale.ROOT), plan.id());
        planByName.put((vendorName + " " + plan.name()).toLowerCase(Locale.ROOT), plan.id());
      }
    }
  }

  void take(Progress progress) {
    Amounts amounts =
        Amounts.ofPrices(
            IntStream.range(0, draft.sheet.rows().size())
                .mapToObj(row -> draft.text(row, "price"))
                .toList());
    draft.notes.add(
        "A listed price is in %s, a seat a year; it counts where no terms say another."
            .formatted(draft.book.rates().reportingCurrency()));
    draft.forEachRow(progress, row -> row(row, amounts));
  }

  private void row(int row, Amounts amounts) throws BadRowException, BookRows.NotAValueException {
    String word = draft.mapping.meant(draft.text(row, "plan"));
    if (word.equals("-")) {
      draft.count(FileChanges.Count.LEFT_OUT);
      return;
    }
    String plan = planByName.get(word.toLowerCase(Locale.ROOT));
    if (plan == null) {
      throw new BadRowException("plan", "This vendor has no plan '%s' here.".formatted(word));
    }
    BigDecimal price = amounts.amount(draft.text(row, "price"));
    if (price == null || price.signum() < 0) {
      throw new BadRowException("price", "'%s' is no price.".formatted(draft.text(row, "price")));
    }
    String text = draft.text(row, "per");
    String per = text.isEmpty() ? draft.mapping.values().get("per") : ContractWords.per(text);
    if (per == null && !text.isEmpty()) {
      throw new BadRowException("per", "'%s' is neither a year nor a month.".formatted(text));
    }
    if ("MONTH".equals(per)) {
      price = price.multiply(MONTHS).setScale(Math.max(2, price.scale()), RoundingMode.HALF_EVEN);
    }
    if (!seen.add(plan)) {
      throw new BadRowException("plan", "An earlier row says its price.");
    }
    String[] before = draft.rows.find(BookSchema.PLANS, plan);
    Map<String, String> values = new HashMap<>(BookRows.byColumn(BookSchema.PLANS, before));
    values.put("listed_price", price.stripTrailingZeros().toPlainString());
    draft.countAndPut(BookSchema.PLANS, before, BookRows.row(BookSchema.PLANS, values));
  }
}
