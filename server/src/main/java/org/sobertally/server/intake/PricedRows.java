package org.sobertally.server.intake;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.server.intake.FileChanges.BadRowException;

/** Which plan a row of a vendor's prices means, and what a seat of it costs a year. */
final class PricedRows {

  private static final BigDecimal MONTHS = BigDecimal.valueOf(12);

  private final FileChanges draft;
  private final Amounts amounts;
  private final Map<String, String> planByName = new HashMap<>();

  PricedRows(FileChanges draft, String vendor) {
    this.draft = draft;
    this.amounts =
        Amounts.ofPrices(
            IntStream.range(0, draft.sheet.rows().size())
                .mapToObj(row -> draft.text(row, "price"))
                .toList());
    String vendorName = draft.book.vendors().byId(vendor).name();
    for (Plan plan : draft.book.plans().all()) {
      if (plan.vendor().equals(vendor)) {
        planByName.put(plan.id().toLowerCase(Locale.ROOT), plan.id());
        planByName.put(plan.name().toLowerCase(Locale.ROOT), plan.id());
        planByName.put((vendorName + " " + plan.name()).toLowerCase(Locale.ROOT), plan.id());
      }
    }
  }

  /** Whether somebody said that such rows are left out. */
  boolean isLeftOut(int row) {
    return draft.mapping.meant(draft.text(row, "plan")).equals("-");
  }

  String plan(int row) throws BadRowException {
    String word = draft.mapping.meant(draft.text(row, "plan"));
    String plan = planByName.get(word.toLowerCase(Locale.ROOT));
    if (plan == null) {
      throw new BadRowException("plan", "This vendor has no plan '%s' here.".formatted(word));
    }
    return plan;
  }

  /** A year's: one of a month, where the row or whoever brings it says so, is times twelve. */
  BigDecimal price(int row) throws BadRowException {
    BigDecimal price = amounts.amount(draft.text(row, "price"));
    if (price == null || price.signum() < 0) {
      throw new BadRowException("price", "'%s' is no price.".formatted(draft.text(row, "price")));
    }
    String text = draft.text(row, "per");
    String per = text.isEmpty() ? draft.mapping.values().get("per") : ContractWords.per(text);
    if (per == null && !text.isEmpty()) {
      throw new BadRowException("per", "'%s' is neither a year nor a month.".formatted(text));
    }
    return "MONTH".equals(per)
        ? price.multiply(MONTHS).setScale(Math.max(2, price.scale()), RoundingMode.HALF_EVEN)
        : price;
  }
}
