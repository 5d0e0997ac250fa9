package org.sobertally.server.statement;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.MissingRateException;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.statement.Bearing;
import org.sobertally.core.statement.Statement;
import org.sobertally.core.statement.Statement.Asked;
import org.sobertally.core.statement.StoppedMoney;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.kept.KeptLedger;
import org.sobertally.server.kept.Savings;
import org.sobertally.server.store.AsOf;

/** What was paid, did work and was kept, by month and by whom. */
@Path("/api/v1")
@Tag(name = "statement")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class StatementResource {

  private static final String CSV = "text/csv";
  private static final int USUAL_MONTHS = 12;
  private static final int MOST_MONTHS = 120;
  private static final int MOST_AHEAD = 36;

  private final Books books;
  private final AsOf asOf;
  private final StatementFigures figures;
  private final Savings savings;
  private final KeptLedger kept;
  private final Forecast forecast;

  StatementResource(
      Books books,
      AsOf asOf,
      StatementFigures figures,
      Savings savings,
      KeptLedger kept,
      Forecast forecast) {
    this.forecast = forecast;
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.savings = savings;
    this.kept = kept;
  }

  /** Seats that were found again, and what they would have cost a year. */
  @Schema(name = "FoundAgain")
  record FoundAgain(int seats, MoneyDto amount) {}

  /**
   * What one bears of a month.
   *
   * @param key empty of holders without one; null of what nobody holds
   * @param work what of the amount did work
   */
  @Schema(name = "StatementShare")
  record Share(
      @Schema(nullable = true) @Nullable String key, String name, MoneyDto amount, MoneyDto work) {}

  /**
   * One month.
   *
   * @param until the first day that is not counted
   * @param kept what was not paid in it of money that has stopped
   * @param nobody what of it nobody holds; nothing where that is spread
   * @param yearAgo what was paid in the same days a year before; null where nothing is known
   */
  @Schema(name = "StatementMonth")
  record MonthDto(
      String month,
      LocalDate until,
      MoneyDto paid,
      MoneyDto work,
      MoneyDto kept,
      FoundAgain foundAgain,
      List<Share> shares,
      MoneyDto nobody,
      @Schema(nullable = true) @Nullable MoneyDto yearAgo) {}

  /** One row per month, with everybody's share of it. */
  @GET
  @Path("/statement")
  public RestResponse<List<MonthDto>> statement(
      @QueryParam("by") String by,
      @QueryParam("from") String from,
      @QueryParam("to") String to,
      @QueryParam("spread") boolean spread,
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    Asked asked = asked(book, by, from, to, spread, asOfText);
    List<MonthDto> months = months(book, asked);
    return Page.ofPlaces(months.size(), months::get, limit, cursor, uri, book.version());
  }

  private List<MonthDto> months(Book book, Asked asked) {
    Statement statement = figures.of(book, asked);
    List<LocalDate> days = new ArrayList<>();
    statement.months().forEach(month -> days.add(month.month().atDay(1)));
    if (days.isEmpty()) {
      return List.of();
    }
    days.add(statement.months().get(statement.months().size() - 1).until());
    List<KeptLedger.Found> found = kept.foundAgain(book, days);
    List<StoppedMoney> stopped = savings.stopped(book.rates().reportingCurrency());
    List<MonthDto> months = new ArrayList<>();
    for (int m = 0; m < found.size(); m++) {
      months.add(month(book, asked, statement.months().get(m), found.get(m), stopped));
    }
    return months;
  }

  private static MonthDto month(
      Book book,
      Asked asked,
      Statement.Month month,
      KeptLedger.Found foundAgain,
      List<StoppedMoney> stopped) {
    String currency = book.rates().reportingCurrency();
    LocalDate first = month.month().atDay(1);
    Money nobody =
        month.shares().stream()
            .filter(share -> share.key() == null)
            .map(Statement.Share::amount)
            .findFirst()
            .orElse(Money.zero(currency));
    return new MonthDto(
        month.month().toString(),
        month.until(),
        MoneyDto.of(month.paid()),
        MoneyDto.of(month.work()),
        MoneyDto.of(StoppedMoney.within(stopped, first, month.until(), currency)),
        new FoundAgain(foundAgain.seats(), MoneyDto.of(foundAgain.yearly())),
        month.shares().stream().map(share -> share(book, asked.by(), share)).toList(),
        MoneyDto.of(nobody),
        paidYearBefore(book, first, month.until()));
  }

  /** Null where nothing was paid, or no rate is known for what was. */
  private static @Nullable MoneyDto paidYearBefore(Book book, LocalDate first, LocalDate until) {
    LocalDate then = first.minusYears(1);
    boolean whole = until.getDayOfMonth() == 1;
    LocalDate end =
        whole ? until.minusYears(1) : then.plusDays(ChronoUnit.DAYS.between(first, until));
    try {
      Money paid = Statement.paid(book, then, end);
      return paid.isZero() ? null : MoneyDto.of(paid);
    } catch (MissingRateException e) {
      return null;
    }
  }

  private static Share share(Book book, Bearing by, Statement.Share share) {
    return new Share(
        share.key(),
        BearerNames.of(book, by, share.key()),
        MoneyDto.of(share.amount()),
        MoneyDto.of(share.work()));
  }

  /** A share of a month as a row of a table. */
  @Schema(name = "StatementLine")
  record Line(
      String month,
      LocalDate until,
      @Nullable String key,
      String name,
      MoneyDto amount,
      MoneyDto work) {}

  /** The same as a table: one row per month and share; they add up to what was paid. */
  @GET
  @Path("/statement")
  @Produces({CSV, XlsxListWriter.XLSX})
  public List<Line> table(
      @QueryParam("by") String by,
      @QueryParam("from") String from,
      @QueryParam("to") String to,
      @QueryParam("spread") boolean spread,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    Asked asked = asked(book, by, from, to, spread, asOfText);
    return figures.of(book, asked).months().stream()
        .flatMap(month -> lines(book, asked, month))
        .toList();
  }

  private static Stream<Line> lines(Book book, Asked asked, Statement.Month month) {
    return month.shares().stream()
        .map(
            share ->
                new Line(
                    month.month().toString(),
                    month.until(),
                    share.key(),
                    BearerNames.of(book, asked.by(), share.key()),
                    MoneyDto.of(share.amount()),
                    MoneyDto.of(share.work())));
  }

  private Asked asked(
      Book book, String by, String from, String to, boolean spread, String asOfText) {
    LocalDate day = asOf.of(book, asOfText);
    YearMonth last = Params.month("to", to).orElse(YearMonth.from(day));
    YearMonth first = Params.month("from", from).orElse(last.minusMonths(USUAL_MONTHS - 1));
    if (first.isAfter(last)) {
      throw Problem.badRequest(
          "to: %s comes before %s. Swap the two, or leave one out.".formatted(last, first));
    }
    if (ChronoUnit.MONTHS.between(first, last) >= MOST_MONTHS) {
      throw Problem.badRequest(
          "from: more than %d months at once cannot be asked for.".formatted(MOST_MONTHS));
    }
    Bearing bearing = Params.choice("by", by, Bearing.class).orElse(Bearing.DEPARTMENT);
    return new Asked(first, last, day, bearing, spread);
  }

  /**
   * One row behind a share: a holding, or what nobody holds of a subscription.
   *
   * @param holding null of seats that nobody holds
   */
  @Schema(name = "StatementRow")
  record Row(
      String line,
      String planName,
      String vendor,
      String vendorName,
      @Schema(nullable = true) @Nullable String holding,
      @Schema(nullable = true) @Nullable String account,
      @Schema(nullable = true) @Nullable String person,
      @Schema(nullable = true) @Nullable String name,
      MoneyDto amount,
      MoneyDto work) {}

  /** What one share of one month is made of, the largest first; without a key: held by nobody. */
  @GET
  @Path("/statement/rows")
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<Row>> rows(
      @QueryParam("by") String by,
      @QueryParam("month") String month,
      @QueryParam("key") String key,
      @QueryParam("spread") boolean spread,
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    if (month == null || month.isBlank()) {
      throw Problem.badRequest("month: say which, like 2026-09.");
    }
    Book book = books.current();
    Asked asked = asked(book, by, month, month, spread, asOfText);
    List<Statement.Row> rows = figures.rows(book, asked, key);
    return Page.ofPlaces(
        rows.size(), place -> row(book, rows.get(place)), limit, cursor, uri, book.version());
  }

  private static Row row(Book book, Statement.Row row) {
    boolean held = row.holding() >= 0;
    Account account = held ? book.accounts().get(book.holdings().account(row.holding())) : null;
    int person = held ? book.personOfAccount(book.holdings().account(row.holding())) : -1;
    return new Row(
        book.lines().get(row.line()).id(),
        book.planOfLine(row.line()).name(),
        book.vendors().get(book.vendorOfLine(row.line())).id(),
        book.vendors().get(book.vendorOfLine(row.line())).name(),
        held ? book.holdings().id(row.holding()) : null,
        account == null ? null : account.id(),
        person < 0 ? null : book.people().get(person).id(),
        person < 0 ? (account == null ? null : account.email()) : book.people().get(person).name(),
        MoneyDto.of(row.amount()),
        MoneyDto.of(row.work()));
  }

  /** How much less, or below zero more, is paid a year from a day on, and why. */
  @Schema(name = "ExpectedChange")
  record Change(LocalDate day, String what, MoneyDto yearly) {}

  /**
   * A month to come.
   *
   * @param book what it costs by the terms, prices and quantities known
   * @param expected less what decided renewals stop
   * @param withSlate less what the slate would stop as well; null where none is asked for
   * @param changes that begin in it
   */
  @Schema(name = "ExpectedMonth")
  record ExpectedMonth(
      String month,
      LocalDate until,
      MoneyDto book,
      MoneyDto expected,
      @Schema(nullable = true) @Nullable MoneyDto withSlate,
      List<Change> changes) {}

  /** What is expected to be paid in the months after that of the day. */
  @GET
  @Path("/statement/expected")
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public List<ExpectedMonth> expected(
      @QueryParam("months") String monthsText,
      @QueryParam("slate") String slate,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    int months = Params.number("months", monthsText, 1, MOST_AHEAD).orElse(USUAL_MONTHS);
    String of = slate == null || slate.isBlank() ? null : slate;
    return forecast.of(book, day, months, of).stream().map(StatementResource::expected).toList();
  }

  private static ExpectedMonth expected(Forecast.Month month) {
    return new ExpectedMonth(
        month.month().toString(),
        month.until(),
        MoneyDto.of(month.book()),
        MoneyDto.of(month.expected()),
        month.withSlate() == null ? null : MoneyDto.of(month.withSlate()),
        month.changes().stream()
            .map(one -> new Change(one.day(), one.what(), MoneyDto.of(one.yearly())))
            .toList());
  }
}
