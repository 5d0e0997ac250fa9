package org.sobertally.server.intake;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.intake.FileChanges.BadRowException;

/** Reads the rows of a file of contracts. */
final class PurchaseReader {

  private static final BigDecimal MONTHS = BigDecimal.valueOf(12);

  /** A total seldom divides evenly by its seats. */
  private static final int PLACES_OF_PRICE = 10;

  /** Under this word it is remembered of which span a source's prices are that do not say so. */
  private static final String PER = "per";

  private static final int LONGEST_NAME = 200;
  private static final int MOST_PARTS = 30;
  private static final int MOST_SEATS = 10_000_000;
  private static final Pattern BETWEEN_PARTS = Pattern.compile("\\s*[,;+|\\n]\\s*");

  private final FileChanges draft;
  private final Amounts amounts;

  PurchaseReader(FileChanges draft) {
    this.draft = draft;
    List<String> texts =
        IntStream.range(0, draft.sheet.rows().size())
            .boxed()
            .flatMap(row -> Stream.of(draft.text(row, "unit_price"), draft.text(row, "total")))
            .toList();
    this.amounts = Amounts.ofPrices(texts);
    if (texts.stream().anyMatch(text -> text.indexOf(',') >= 0 || text.indexOf('.') >= 0)) {
      draft.notes.add("Amounts are read as written like %s.".formatted(amounts.example()));
    }
    if (!draft.isMapped("per") && !draft.mapping.values().containsKey(PER)) {
      draft.notes.add("Prices are taken as a year's, for no column says otherwise.");
    }
  }

  /** The row; of a currency that it does not say nothing is guessed here. */
  Purchase read(int row) throws BadRowException {
    String vendor = needed(row, "vendor", "The row names no vendor.");
    String plan = needed(row, "plan", "The row names no product.");
    for (String field : List.of("vendor", "plan", "agreement")) {
      requireShort(row, field);
    }
    int seats = seats(row);
    LocalDate starts = draft.day(row, "starts", null);
    LocalDate ends = draft.day(row, "ends", null);
    if (starts != null && ends != null && !starts.isBefore(ends)) {
      throw new BadRowException(
          "ends", "The agreement would end on %s, before it starts.".formatted(ends));
    }
    BigDecimal price = price(row, seats);
    Purchase.Terms terms =
        new Purchase.Terms(
            currency(row),
            starts,
            ends,
            notice(row, ends),
            word(row, "renews", ContractWords::renews, "AUTO or MANUAL"),
            word(row, "may_shrink", ContractWords::mayShrink, "MONTHLY, AT_RENEWAL or NEVER"));
    return new Purchase(
        row,
        vendor,
        plan,
        draft.text(row, "agreement"),
        seats,
        price,
        terms,
        word(row, "model", ContractWords::model, "NAMED, FLOATING, ADDON or RESTING"),
        parts(row));
  }

  private void requireShort(int row, String field) throws BadRowException {
    if (draft.text(row, field).length() > LONGEST_NAME) {
      throw new BadRowException(
          field, "Use a name of at most %d characters.".formatted(LONGEST_NAME));
    }
  }

  private String needed(int row, String field, String otherwise) throws BadRowException {
    String text = draft.text(row, field);
    if (text.isEmpty()) {
      throw new BadRowException(field, otherwise);
    }
    return text;
  }

  private int seats(int row) throws BadRowException {
    BigDecimal seats = amounts.amount(draft.text(row, "seats"));
    try {
      int whole = seats == null ? -1 : seats.intValueExact();
      if (whole >= 0 && whole <= MOST_SEATS) {
        return whole;
      }
    } catch (ArithmeticException e) {
      // Half a seat is refused below.
    }
    throw new BadRowException(
        "seats", "'%s' is no whole number of seats.".formatted(draft.text(row, "seats")));
  }

  private BigDecimal price(int row, int seats) throws BadRowException {
    String each = draft.text(row, "unit_price");
    String total = draft.text(row, "total");
    if (each.isEmpty() && total.isEmpty()) {
      throw new BadRowException(
          draft.isMapped("unit_price") ? "unit_price" : "total",
          "The row says neither what a seat costs nor what all do.");
    }
    String field = each.isEmpty() ? "total" : "unit_price";
    BigDecimal amount = amounts.amount(each.isEmpty() ? total : each);
    if (amount == null || amount.signum() < 0) {
      throw new BadRowException(
          field, "'%s' is no amount of money.".formatted(draft.text(row, field)));
    }
    if (each.isEmpty() && seats == 0) {
      throw new BadRowException("total", "Of no seats at all a total says no price.");
    }
    String said = word(row, "per", ContractWords::per, "YEAR or MONTH");
    String per = said == null ? draft.mapping.values().get(PER) : said;
    BigDecimal year = "MONTH".equals(per) ? amount.multiply(MONTHS) : amount;
    return each.isEmpty()
        ? year.divide(BigDecimal.valueOf(seats), PLACES_OF_PRICE, RoundingMode.HALF_EVEN)
        : year;
  }

  private @Nullable String currency(int row) throws BadRowException {
    String text = draft.text(row, "currency").toUpperCase(Locale.ROOT);
    if (text.isEmpty()) {
      return null;
    }
    try {
      return Type.CURRENCY.canonicalOf(text);
    } catch (Type.BadValueException e) {
      throw new BadRowException("currency", e.getMessage());
    }
  }

  private @Nullable Integer notice(int row, @Nullable LocalDate ends) throws BadRowException {
    String text = draft.text(row, "notice");
    if (text.isEmpty()) {
      return null;
    }
    Integer days = ContractWords.noticeDays(text, ends == null ? draft.today : ends);
    if (days == null) {
      throw new BadRowException(
          "notice", "'%s' is no notice: write 30, 30 days or 3 months.".formatted(text));
    }
    return days;
  }

  private @Nullable String word(
      int row, String field, Function<String, String> meaning, String wanted)
      throws BadRowException {
    String text = draft.text(row, field);
    if (text.isEmpty()) {
      return null;
    }
    String meant = meaning.apply(draft.mapping.meant(text));
    if (meant == null) {
      throw new BadRowException(field, "'%s' is none of %s.".formatted(text, wanted));
    }
    return meant;
  }

  private List<String> parts(int row) throws BadRowException {
    List<String> parts =
        Arrays.stream(BETWEEN_PARTS.split(draft.text(row, "parts").strip()))
            .filter(part -> !part.isEmpty())
            .distinct()
            .toList();
    if (parts.size() > MOST_PARTS
        || parts.stream().anyMatch(part -> part.length() > LONGEST_NAME)) {
      throw new BadRowException(
          "parts",
          "Name at most %d parts, each in at most %d characters."
              .formatted(MOST_PARTS, LONGEST_NAME));
    }
    return parts;
  }
}
