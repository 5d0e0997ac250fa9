package org.sobertally.server.statement;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.inject.Instance;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.RenewalChance;
import org.sobertally.core.book.Book;
import org.sobertally.core.findings.Board;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.findings.Focus;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.statement.Bearing;
import org.sobertally.core.statement.Statement;
import org.sobertally.core.statement.StoppedMoney;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.kept.RenewalsAhead;
import org.sobertally.server.kept.Savings;
import org.sobertally.server.print.Paper;

/**
 * Two pages for those who pay: how it stands at a month's end, how the year went, what was kept,
 * what is due, the largest findings and what was decided.
 */
@ApplicationScoped
class MonthSheet {

  private static final int YEAR = 12;
  private static final int DUE_DAYS = 90;
  private static final int FINDINGS = 5;
  private static final int DECISIONS = 12;
  private static final List<String> DECIDED =
      List.of(
          "SLATE_GRANTED",
          "SLATE_REFUSED",
          "RENEWAL_DECIDED",
          "RENEWAL_KEPT",
          "RENEWED",
          "ROUND_DONE",
          "SAVING_SIGNED");

  private final StatementFigures statements;
  private final FigureCache figures;
  private final Savings savings;
  private final Journal journal;
  private final SignIns sessions;
  private final Instance<RenewalsAhead> renewals;

  MonthSheet(
      StatementFigures statements,
      FigureCache figures,
      Savings savings,
      Journal journal,
      SignIns sessions,
      Instance<RenewalsAhead> renewals) {
    this.renewals = renewals;
    this.sessions = sessions;
    this.statements = statements;
    this.figures = figures;
    this.savings = savings;
    this.journal = journal;
  }

  /** For instance September 2026. */
  static String said(YearMonth month) {
    return "%s %d"
        .formatted(
            month.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH), month.getYear());
  }

  /**
   * The sheet of a month.
   *
   * @param asOf the last day that counts, in that month or after it
   */
  Paper of(Book book, YearMonth month, LocalDate asOf) {
    LocalDate end = month.atEndOfMonth();
    LocalDate day = end.isAfter(asOf) ? asOf : end;
    Statement statement =
        statements.of(
            book,
            new Statement.Asked(month.minusMonths(YEAR - 1), month, day, Bearing.VENDOR, false));
    Paper paper = new Paper("Software seats in %s".formatted(said(month)));
    standing(book, day, paper);
    trend(book, statement, paper);
    vendors(book, statement, paper);
    paper.nextPage();
    due(book, day, paper);
    findings(figures.findings(book, day), Focus.EVERYTHING, paper);
    decided(month, day, paper);
    return paper.note("Counted to %s.".formatted(Words.day(day)));
  }

  private void standing(Book book, LocalDate day, Paper paper) {
    String currency = book.rates().reportingCurrency();
    Money recoverable = figures.recoverable(book, day);
    paper
        .heading("How it stands")
        .table(
            List.of("On " + Words.day(day), ">"),
            List.of(
                List.of("Paid a year", about(book.yearlyCost(day))),
                List.of("Recoverable a year", about(recoverable)),
                List.of(
                    "Kept this year, to date (not paid any more because somebody decided so)",
                    about(savings.cashToDate(day, currency))),
                List.of("The same, a year", about(savings.yearlyOn(day, currency)))));
  }

  static String about(Money money) {
    return MoneyWords.about(money);
  }

  private void trend(Book book, Statement statement, Paper paper) {
    BigDecimal most = BigDecimal.ONE;
    for (Statement.Month month : statement.months()) {
      most = most.max(month.paid().amount());
    }
    List<StoppedMoney> stopped = savings.stopped(book.rates().reportingCurrency());
    List<List<String>> rows = new ArrayList<>();
    for (Statement.Month month : statement.months()) {
      LocalDate first = month.month().atDay(1);
      Money kept =
          StoppedMoney.within(stopped, first, month.until(), book.rates().reportingCurrency());
      rows.add(
          List.of(
              said(month.month()),
              month
                  .paid()
                  .amount()
                  .multiply(BigDecimal.valueOf(100))
                  .divide(most, 1, RoundingMode.HALF_EVEN)
                  .toPlainString(),
              MoneyWords.exact(month.paid()),
              MoneyWords.exact(month.work()),
              MoneyWords.exact(kept)));
    }
    paper
        .heading("The year, month by month")
        .table(List.of("Month", "|", ">paid", ">did work", ">kept"), rows);
  }

  private static void vendors(Book book, Statement statement, Paper paper) {
    if (statement.months().isEmpty()) {
      paper.paragraph("Nothing was bought by then.");
      return;
    }
    Statement.Month last = statement.months().get(statement.months().size() - 1);
    List<List<String>> rows = new ArrayList<>();
    for (Statement.Share share : last.shares()) {
      rows.add(
          List.of(
              BearerNames.of(book, Bearing.VENDOR, share.key()),
              MoneyWords.exact(share.amount()),
              MoneyWords.exact(share.work())));
    }
    paper
        .heading("By vendor, in %s".formatted(said(last.month())))
        .table(List.of("Vendor", ">paid", ">did work"), rows);
  }

  private record Due(
      Agreement agreement, RenewalChance chance, RenewalsAhead.@Nullable Ahead money) {}

  /** The soonest first. */
  private List<Due> dueSoon(Book book, LocalDate day) {
    List<Due> all = new ArrayList<>();
    for (Agreement agreement : book.agreements().all()) {
      RenewalChance chance = agreement.nextChance(day).orElse(null);
      if (chance != null
          && agreement.inForce(day)
          && !chance.noticeBy().isAfter(day.plusDays(DUE_DAYS))) {
        RenewalsAhead.Ahead money =
            renewals.stream()
                .flatMap(source -> source.ahead(book, day, agreement.id()).stream())
                .findFirst()
                .orElse(null);
        all.add(new Due(agreement, chance, money));
      }
    }
    all.sort(Comparator.comparing(one -> one.chance().noticeBy()));
    return all;
  }

  private void due(Book book, LocalDate day, Paper paper) {
    List<Due> all = dueSoon(book, day);
    paper.heading("Due within %d days".formatted(DUE_DAYS));
    if (all.isEmpty()) {
      paper.paragraph("No notice is due.");
      return;
    }
    paper.table(
        List.of("Notice by", "Agreement", "renews", ">as it stands", ">then"),
        all.stream().map(MonthSheet::row).toList());
  }

  private static List<String> row(Due one) {
    RenewalsAhead.Ahead money = one.money();
    Money then = money == null ? null : money.then();
    return List.of(
        Words.day(one.chance().noticeBy()),
        one.agreement().name(),
        Words.day(one.chance().renews()),
        money == null ? "–" : about(money.stands()),
        money == null || then == null
            ? "–"
            : about(then) + (money.decided() ? ", decided" : ", recommended"));
  }

  static void findings(Findings all, Focus focus, Paper paper) {
    List<Board.KindTally> largest =
        Board.of(all, focus).kinds().stream()
            .filter(kind -> kind.findings() > 0)
            .sorted(
                Comparator.comparing((Board.KindTally kind) -> kind.amount().amount()).reversed())
            .limit(FINDINGS)
            .toList();
    paper.heading("The largest findings");
    if (largest.isEmpty()) {
      paper.paragraph("There is none.");
      return;
    }
    paper.table(
        List.of("Finding", ">how many", ">a year"),
        largest.stream()
            .map(
                kind ->
                    List.of(
                        kind.kind().title(),
                        Integer.toString(kind.findings()),
                        about(kind.amount())))
            .toList());
  }

  private void decided(YearMonth month, LocalDate day, Paper paper) {
    List<JournalEntry> entries = journal.of(month.atDay(1), day, DECIDED, DECISIONS);
    paper.heading("What was decided");
    if (entries.isEmpty()) {
      paper.paragraph("Nothing was decided in this month.");
      return;
    }
    paper.table(
        List.of("Day", "By", "What"),
        entries.stream()
            .map(entry -> List.of(Words.day(entry.day), sessions.nameOf(entry.actor), entry.text))
            .toList());
  }
}
