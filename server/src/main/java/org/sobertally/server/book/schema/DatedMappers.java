package org.sobertally.server.book.schema;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.catalogue.PriceList;

/** The rows of terms and prices that begin on days of their own, and of what vendors propose. */
public final class DatedMappers {

  private static final int USUAL_MONTHS = 12;

  private DatedMappers() {}

  /** A later term of an agreement. */
  public record LaterTerm(String agreement, Term.Later term) {}

  /** Later prices of a subscription, without their breaks, which are rows of their own. */
  public record LaterPrices(String line, Subscription.LaterPrices prices) {}

  /**
   * A price from so many seats on.
   *
   * @param from of the prices that it belongs to; null for those from the start
   */
  public record PriceBreak(String line, @Nullable LocalDate from, PriceList.PriceBreak step) {}

  /**
   * What an offer says of a plan, from so many seats on.
   *
   * @param pricing of the plan; null where another of its rows says it, or none
   */
  public record OfferPrice(
      String offer,
      String plan,
      PriceList.PriceBreak step,
      PriceList.@Nullable Pricing pricing,
      @Nullable Integer minimum) {}

  public static final RowMapper<LaterTerm> TERM =
      new RowMapper<>(
          BookSchema.TERMS,
          row ->
              new LaterTerm(
                  row.text("agreement"),
                  new Term.Later(
                      row.requiredDay("from"),
                      row.day("ends"),
                      row.number("notice_days"),
                      row.choice("renews", Agreement.Renews.class),
                      row.choice("may_shrink", Agreement.MayShrink.class))),
          (one, to) ->
              to.set("agreement", one.agreement())
                  .set("from", one.term().from())
                  .set("ends", one.term().ends())
                  .set("notice_days", one.term().noticeDays())
                  .set("renews", one.term().renews())
                  .set("may_shrink", one.term().mayShrink()));

  public static final RowMapper<LaterPrices> LINE_PRICES =
      new RowMapper<>(
          BookSchema.LINE_PRICES,
          row ->
              new LaterPrices(
                  row.text("line"),
                  new Subscription.LaterPrices(
                      row.requiredDay("from"),
                      row.requiredDecimal("unit_price"),
                      row.choice("pricing", PriceList.Pricing.class),
                      row.number("minimum"),
                      List.of())),
          (one, to) ->
              to.set("line", one.line())
                  .set("from", one.prices().from())
                  .set("unit_price", one.prices().unitPrice())
                  .set("pricing", one.prices().pricing())
                  .set("minimum", one.prices().minimum()));

  public static final RowMapper<PriceBreak> PRICE_BREAK =
      new RowMapper<>(
          BookSchema.PRICE_BREAKS,
          row -> new PriceBreak(row.text("line"), row.day("from"), step(row)),
          (one, to) ->
              to.set("line", one.line())
                  .set("from_seats", one.step().fromSeats())
                  .set("unit_price", one.step().unitPrice())
                  .set("from", one.from()));

  /** Without its prices, which are rows of their own. */
  public static final RowMapper<Offer> OFFER =
      new RowMapper<>(
          BookSchema.OFFERS,
          row ->
              new Offer(
                  row.text("offer"),
                  row.text("agreement"),
                  row.text("name"),
                  row.number("months", USUAL_MONTHS),
                  row.day("valid_until"),
                  row.decimal("added_seat_percent"),
                  List.of()),
          (offer, to) ->
              to.set("offer", offer.id())
                  .set("agreement", offer.agreement())
                  .set("name", offer.name())
                  .set("months", offer.months())
                  .set("valid_until", offer.validUntil())
                  .set("added_seat_percent", offer.addedSeatPercent()));

  public static final RowMapper<OfferPrice> OFFER_PRICE =
      new RowMapper<>(
          BookSchema.OFFER_PRICES,
          row ->
              new OfferPrice(
                  row.text("offer"),
                  row.text("plan"),
                  step(row),
                  row.choice("pricing", PriceList.Pricing.class),
                  row.number("minimum")),
          (one, to) ->
              to.set("offer", one.offer())
                  .set("plan", one.plan())
                  .set("from_seats", one.step().fromSeats())
                  .set("unit_price", one.step().unitPrice())
                  .set("pricing", one.pricing())
                  .set("minimum", one.minimum()));

  private static PriceList.PriceBreak step(Row row) {
    return new PriceList.PriceBreak(
        row.requiredNumber("from_seats"), row.requiredDecimal("unit_price"));
  }

  /** The breaks of a subscription, those of its later prices included, as rows. */
  public static List<PriceBreak> breaksOf(Subscription line) {
    List<PriceBreak> rows = new ArrayList<>();
    line.prices().breaks().forEach(step -> rows.add(new PriceBreak(line.id(), null, step)));
    for (Subscription.LaterPrices later : line.laterPrices()) {
      later.breaks().forEach(step -> rows.add(new PriceBreak(line.id(), later.from(), step)));
    }
    return rows;
  }

  /** What the rows of one plan come to: below the first of them its price holds. */
  public static Offer.PriceOf pricesOf(String plan, List<OfferPrice> rows) {
    List<OfferPrice> sorted =
        rows.stream().sorted(Comparator.comparingInt(one -> one.step().fromSeats())).toList();
    PriceList.Pricing pricing =
        sorted.stream()
            .map(OfferPrice::pricing)
            .filter(Objects::nonNull)
            .findFirst()
            .orElse(sorted.size() > 1 ? PriceList.Pricing.VOLUME : PriceList.Pricing.FLAT);
    int minimum =
        sorted.stream()
            .map(OfferPrice::minimum)
            .filter(Objects::nonNull)
            .mapToInt(Integer::intValue)
            .max()
            .orElse(0);
    PriceList.PriceBreak first = sorted.get(0).step();
    return new Offer.PriceOf(
        plan,
        first.fromSeats(),
        new PriceList(
            pricing,
            first.unitPrice(),
            sorted.stream().skip(1).map(OfferPrice::step).toList(),
            minimum));
  }
}
