package org.sobertally.server.terms;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.BookWords;
import org.sobertally.server.book.schema.Column;
import org.sobertally.server.book.schema.DatedMappers;
import org.sobertally.server.book.store.BookRows;

/**
 * Everything that is written down of a vendor, as rows: how it behaves, its parts, plans,
 * agreements and subscriptions, and what becomes of data there.
 *
 * @param state of the rows; a save names the one it was made from
 */
@Schema(name = "RowSheet")
record RowSheet(String vendor, String name, String state, List<Table> tables) {

  /** In the order in which rows may name each other. */
  static final List<String> FILES =
      List.of(
          BookSchema.VENDORS,
          BookSchema.PARTS_FILE,
          BookSchema.PLANS,
          BookSchema.AGREEMENTS,
          BookSchema.LINES,
          BookSchema.TERMS,
          BookSchema.LINE_PRICES,
          BookSchema.PRICE_BREAKS,
          BookSchema.OFFERS,
          BookSchema.OFFER_PRICES,
          BookSchema.DATA_RULES,
          BookSchema.RATES);

  private static final String VENDOR = "vendor";

  /**
   * @param about what a row is
   * @param grows whether rows may come and go
   */
  @Schema(name = "RowTable")
  record Table(
      String file, String about, boolean grows, List<ColumnDto> columns, List<Cells> rows) {}

  /**
   * @param about what it means, its unit, and what an empty value says
   * @param choices the only values allowed; empty where it is free
   * @param fixed whether it tells rows apart, and so stays as it is in a row that is there
   * @param number whether it is one
   */
  @Schema(name = "RowColumn")
  record ColumnDto(
      String column,
      String about,
      boolean required,
      boolean fixed,
      boolean number,
      List<String> choices) {}

  /** A row's values, in the order of the columns; null where there is none. */
  @Schema(name = "RowCells")
  record Cells(List<String> values) {}

  static RowSheet of(Book book, BookRows rows, String vendor) {
    List<Table> tables = new ArrayList<>();
    for (String name : FILES) {
      BookFile file = BookSchema.byName(name);
      List<Integer> shown = shown(file);
      List<ColumnDto> columns =
          shown.stream().map(c -> column(book, vendor, file, file.columns().get(c))).toList();
      List<Cells> cells = new ArrayList<>();
      for (String[] row : stored(book, rows, vendor, name)) {
        cells.add(new Cells(Arrays.asList(shown.stream().map(c -> row[c]).toArray(String[]::new))));
      }
      tables.add(
          new Table(name, BookWords.of(file), !name.equals(BookSchema.VENDORS), columns, cells));
    }
    return new RowSheet(
        vendor, book.vendors().byId(vendor).name(), state(book, rows, vendor), tables);
  }

  /** All but whose they are, which is the same in all. */
  private static List<Integer> shown(BookFile file) {
    List<Integer> shown = new ArrayList<>();
    for (int c = 0; c < file.columns().size(); c++) {
      if (!file.columns().get(c).name().equals(VENDOR)) {
        shown.add(c);
      }
    }
    return shown;
  }

  private static ColumnDto column(Book book, String vendor, BookFile file, Column column) {
    List<String> choices =
        column.references() == null
            ? column.type().choices()
            : idsOf(book, vendor, column.references());
    String kind = column.type().frictionless();
    return new ColumnDto(
        column.name(),
        BookWords.of(file, column),
        column.required(),
        column.key(),
        kind.equals("integer") || kind.equals("number"),
        choices);
  }

  /** The vendor's rows of a file, in the order of their keys; rates are of all of the house. */
  static List<String[]> stored(Book book, BookRows rows, String vendor, String file) {
    if (file.equals(BookSchema.RATES)) {
      return rows.all(file);
    }
    List<List<String>> keys =
        switch (file) {
          case BookSchema.PARTS_FILE ->
              book.partsOf(vendor).stream().map(part -> List.of(vendor, part)).toList();
          case BookSchema.DATA_RULES ->
              book.dataRules().stream()
                  .filter(rule -> rule.vendor().equals(vendor))
                  .map(
                      rule ->
                          Arrays.asList(
                              vendor,
                              rule.after().name(),
                              String.valueOf(rule.order()),
                              rule.from() == null ? null : rule.from().toString()))
                  .toList();
          case BookSchema.TERMS, BookSchema.LINE_PRICES, BookSchema.PRICE_BREAKS ->
              datedKeys(book, vendor, file);
          case BookSchema.OFFER_PRICES -> offeredKeys(book, vendor);
          default -> idsOf(book, vendor, file).stream().map(List::of).toList();
        };
    Map<String, String[]> sorted = new TreeMap<>();
    rows.find(file, keys).forEach((key, row) -> sorted.put(ordered(key), row));
    return List.copyOf(sorted.values());
  }

  /** The vendor's ids in a file whose rows have one each. */
  private static List<String> idsOf(Book book, String vendor, String file) {
    return switch (file) {
      case BookSchema.VENDORS -> List.of(vendor);
      case BookSchema.PLANS ->
          book.plans().all().stream()
              .filter(plan -> plan.vendor().equals(vendor))
              .map(plan -> plan.id())
              .toList();
      case BookSchema.AGREEMENTS ->
          book.agreements().all().stream()
              .filter(agreement -> agreement.vendor().equals(vendor))
              .map(agreement -> agreement.id())
              .toList();
      case BookSchema.LINES -> linesOf(book, vendor).map(Subscription::id).toList();
      case BookSchema.OFFERS -> offersOf(book, vendor).map(Offer::id).toList();
      default -> throw new IllegalArgumentException(file + " has rows of several columns each.");
    };
  }

  private static Stream<Subscription> linesOf(Book book, String vendor) {
    return book.lines().all().stream()
        .filter(line -> book.agreements().byId(line.agreement()).vendor().equals(vendor));
  }

  private static Stream<Offer> offersOf(Book book, String vendor) {
    return book.offers().all().stream()
        .filter(offer -> book.agreements().byId(offer.agreement()).vendor().equals(vendor));
  }

  private static List<List<String>> datedKeys(Book book, String vendor, String file) {
    List<List<String>> keys = new ArrayList<>();
    if (file.equals(BookSchema.TERMS)) {
      for (String agreement : idsOf(book, vendor, BookSchema.AGREEMENTS)) {
        for (Term.Later term : book.agreements().byId(agreement).later()) {
          keys.add(List.of(agreement, term.from().toString()));
        }
      }
      return keys;
    }
    linesOf(book, vendor)
        .forEach(
            line -> {
              if (file.equals(BookSchema.LINE_PRICES)) {
                line.laterPrices()
                    .forEach(prices -> keys.add(List.of(line.id(), prices.from().toString())));
              } else {
                DatedMappers.breaksOf(line).forEach(one -> keys.add(key(one)));
              }
            });
    return keys;
  }

  private static List<String> key(DatedMappers.PriceBreak one) {
    return Arrays.asList(
        one.line(),
        String.valueOf(one.step().fromSeats()),
        one.from() == null ? null : one.from().toString());
  }

  private static List<List<String>> offeredKeys(Book book, String vendor) {
    List<List<String>> keys = new ArrayList<>();
    for (Offer offer : offersOf(book, vendor).toList()) {
      for (Offer.PriceOf price : offer.prices()) {
        price
            .steps()
            .forEach(
                step ->
                    keys.add(List.of(offer.id(), price.plan(), String.valueOf(step.fromSeats()))));
      }
    }
    return keys;
  }

  /** Rows in the order of their keys, one by one: by number where it is one. */
  private static String ordered(List<String> key) {
    return key.stream()
        .map(part -> part == null ? "" : part)
        .map(part -> part.matches("\\d{1,9}") ? "0".repeat(10 - part.length()) + part : part)
        .collect(Collectors.joining("\n"));
  }

  /** Another one once anything of the rows is otherwise. */
  static String state(Book book, BookRows rows, String vendor) {
    StringBuilder all = new StringBuilder();
    for (String file : FILES) {
      stored(book, rows, vendor, file)
          .forEach(row -> all.append(Arrays.toString(row)).append('\n'));
    }
    return UUID.nameUUIDFromBytes(all.toString().getBytes(StandardCharsets.UTF_8)).toString();
  }
}
