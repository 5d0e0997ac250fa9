package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.names.Slugs;

/**
 * Takes what a vendor proposes: one row per plan and price. An offer of that name is written anew,
 * so that a price which the vendor has struck out goes; other offers stay.
 */
final class OfferFile {

  private final FileChanges draft;
  private final String vendor;
  private final LocalDate day;
  private final PricedRows priced;

  /** Ids of offers by agreement and name. */
  private final Map<List<String>, String> offers = new HashMap<>();

  private final Map<String, Map<String, String>> heads = new LinkedHashMap<>();
  private final Set<List<String>> prices = new HashSet<>();

  OfferFile(FileChanges draft, String vendor, LocalDate day) {
    this.draft = draft;
    this.vendor = vendor;
    this.day = day;
    this.priced = new PricedRows(draft, vendor);
  }

  void take(Progress progress) throws BookRows.NotAValueException {
    draft.forEachRow(progress, this::row);
    for (Map<String, String> head : heads.values()) {
      String offer = requireNonNull(head.get("offer"));
      String[] before = draft.rows.find(BookSchema.OFFERS, offer);
      draft.put(BookSchema.OFFERS, before, head);
      dropStruckOut(offer);
    }
  }

  private void row(int row) throws BadRowException, BookRows.NotAValueException {
    if (priced.isLeftOut(row)) {
      draft.count(FileChanges.Count.LEFT_OUT);
      return;
    }
    String plan = priced.plan(row);
    Agreement agreement = agreement(draft.text(row, "agreement"));
    String name = draft.text(row, "offer");
    String offer = offer(agreement, name.isEmpty() ? draft.mapping.source() : name);
    Map<String, String> values = new HashMap<>();
    values.put("offer", offer);
    values.put("plan", plan);
    String fromSeats = requireNonNull(whole(row, "from_seats", "1"));
    values.put("from_seats", fromSeats);
    values.put("unit_price", priced.price(row).toPlainString());
    values.put("minimum", whole(row, "minimum", null));
    if (!prices.add(List.of(offer, plan, fromSeats))) {
      throw new BadRowException("plan", "An earlier row says its price from so many seats.");
    }
    String[] before = draft.rows.find(BookSchema.OFFER_PRICES, offer, plan, fromSeats);
    String[] after = BookRows.row(BookSchema.OFFER_PRICES, values);
    head(row, agreement, offer, name.isEmpty() ? draft.mapping.source() : name);
    draft.countAndPut(BookSchema.OFFER_PRICES, before, after);
  }

  private Agreement agreement(String said) throws BadRowException {
    List<Agreement> ofVendor =
        draft.book.agreements().all().stream()
            .filter(one -> one.vendor().equals(vendor))
            .filter(
                one ->
                    said.isEmpty()
                        ? one.inForce(day)
                        : one.id().equalsIgnoreCase(said) || one.name().equalsIgnoreCase(said))
            .toList();
    if (ofVendor.size() == 1) {
      return ofVendor.get(0);
    }
    throw new BadRowException(
        "agreement",
        said.isEmpty()
            ? "There are %d agreements with this vendor: a column must say which is meant."
                .formatted(ofVendor.size())
            : "There is no agreement '%s' with this vendor.".formatted(said));
  }

  private String offer(Agreement agreement, String name) {
    return offers.computeIfAbsent(
        List.of(agreement.id(), name.toLowerCase(Locale.ROOT)),
        key -> {
          for (Offer known : draft.book.offers().all()) {
            if (known.agreement().equals(agreement.id()) && known.name().equalsIgnoreCase(name)) {
              return known.id();
            }
          }
          String base = Slugs.of(agreement.id() + "-" + name);
          String id = base;
          for (int n = 2; draft.book.offers().has(id) || offers.containsValue(id); n++) {
            id = base + "-" + n;
          }
          return id;
        });
  }

  private void head(int row, Agreement agreement, String offer, String name)
      throws BadRowException {
    Map<String, String> head = heads.getOrDefault(offer, new HashMap<>());
    head.put("offer", offer);
    head.put("agreement", agreement.id());
    head.put("name", name);
    String months = whole(row, "months", null);
    if (months != null && (Integer.parseInt(months) < 1 || Integer.parseInt(months) > 120)) {
      throw new BadRowException("months", "An offer is for 1 to 120 months.");
    }
    LocalDate until = draft.day(row, "valid_until", null);
    String added = draft.text(row, "added_seat_percent").replace("%", "").strip();
    head.merge("months", months == null ? "12" : months, (was, is) -> months == null ? was : is);
    if (until != null) {
      head.put("valid_until", until.toString());
    }
    if (!added.isEmpty()) {
      head.put("added_seat_percent", canonical("added_seat_percent", Type.PRICE, added));
    }
    heads.put(offer, head);
  }

  private @Nullable String whole(int row, String field, @Nullable String otherwise)
      throws BadRowException {
    String text = draft.text(row, field).strip();
    return text.isEmpty() ? otherwise : canonical(field, Type.COUNT, text);
  }

  private static String canonical(String field, Type type, String text) throws BadRowException {
    try {
      return type.canonicalOf(text);
    } catch (Type.BadValueException e) {
      throw new BadRowException(field, e.getMessage());
    }
  }

  private void dropStruckOut(String offer) throws BookRows.NotAValueException {
    if (!draft.book.offers().has(offer)) {
      return;
    }
    List<List<String>> gone = new ArrayList<>();
    for (Offer.PriceOf price : draft.book.offers().byId(offer).prices()) {
      price
          .steps()
          .forEach(
              step -> gone.add(List.of(offer, price.plan(), String.valueOf(step.fromSeats()))));
    }
    gone.removeAll(prices);
    for (String[] row : draft.rows.find(BookSchema.OFFER_PRICES, gone).values()) {
      draft.put(BookSchema.OFFER_PRICES, row, null);
    }
  }
}
