package org.sobertally.server.statement;

import jakarta.enterprise.context.ApplicationScoped;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.findings.Board;
import org.sobertally.core.findings.Focus;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.statement.Bearing;
import org.sobertally.core.statement.Statement;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.words.Words;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.print.Paper;
import org.sobertally.server.visibility.Reach;

/**
 * The month's sheet of one group, for whoever leads it: what its people hold and what of it does
 * work, what it bears, what was found, who comes and goes. Of nobody else.
 */
@ApplicationScoped
class GroupSheet {

  private static final int YEAR = 12;
  private static final int SOON_DAYS = 90;
  private static final int SHOWN = 12;
  private static final int LOOKED_AT = 2_000;

  private final StatementFigures statements;
  private final FigureCache figures;
  private final Journal journal;

  GroupSheet(StatementFigures statements, FigureCache figures, Journal journal) {
    this.statements = statements;
    this.figures = figures;
    this.journal = journal;
  }

  /**
   * @param asOf the last day that counts, in that month or after it
   */
  Paper of(Book book, Group group, YearMonth month, LocalDate asOf) {
    LocalDate end = month.atEndOfMonth();
    LocalDate day = end.isAfter(asOf) ? asOf : end;
    BitSet people = Reach.members(book, List.of(group));
    Focus focus = new Focus(people, -1, null, Days.NONE);
    Paper paper =
        new Paper("Software seats of %s in %s".formatted(group.name(), MonthSheet.said(month)));
    standing(book, day, people, focus, paper);
    trend(book, group, month, day, paper);
    plans(book, day, people, paper);
    paper.nextPage();
    MonthSheet.findings(figures.findings(book, day), focus, paper);
    coming(book, day, people, paper);
    happened(book, month, day, people, paper);
    return paper.note(
        "Counted to %s, of the people of %s only.".formatted(Words.day(day), group.name()));
  }

  private void standing(Book book, LocalDate day, BitSet people, Focus focus, Paper paper) {
    Board board = Board.of(figures.findings(book, day), focus);
    paper
        .heading("How it stands")
        .table(
            List.of("On " + Words.day(day), ">"),
            List.of(
                List.of("People", Integer.toString(people.cardinality())),
                List.of("Their seats, a year", MonthSheet.about(board.held().all())),
                List.of("of that in use", MonthSheet.about(board.held().inUse())),
                List.of("Recoverable a year", MonthSheet.about(board.recoverable()))));
  }

  /** What the group bears; of people in several groups its part. */
  private void trend(Book book, Group group, YearMonth month, LocalDate day, Paper paper) {
    Statement statement =
        statements.of(
            book,
            new Statement.Asked(month.minusMonths(YEAR - 1), month, day, Bearing.GROUP, false));
    List<List<String>> rows = new ArrayList<>();
    BigDecimal most = BigDecimal.ONE;
    for (Statement.Month one : statement.months()) {
      most = most.max(shareOf(one, group).amount().amount());
    }
    for (Statement.Month one : statement.months()) {
      Statement.Share share = shareOf(one, group);
      BigDecimal part =
          share
              .amount()
              .amount()
              .multiply(BigDecimal.valueOf(100))
              .divide(most, 1, java.math.RoundingMode.HALF_EVEN);
      rows.add(
          List.of(
              MonthSheet.said(one.month()),
              part.toPlainString(),
              MoneyWords.exact(share.amount()),
              MoneyWords.exact(share.work())));
    }
    paper
        .heading("What it bears, month by month")
        .table(List.of("Month", "|", ">paid", ">did work"), rows);
  }

  private static Statement.Share shareOf(Statement.Month month, Group group) {
    return month.shares().stream()
        .filter(share -> group.id().equals(share.key()))
        .findFirst()
        .orElseGet(
            () -> {
              Money nothing = Money.zero(month.paid().currency());
              return new Statement.Share(group.id(), nothing, nothing);
            });
  }

  /** So many seats of one plan. */
  private static final class Tally {
    private int held;
    private int inUse;
  }

  private void plans(Book book, LocalDate day, BitSet people, Paper paper) {
    UseStates states = figures.of(book, day).states();
    Holdings holdings = book.holdings();
    Map<String, Tally> plans = new TreeMap<>();
    for (int h = 0; h < holdings.size(); h++) {
      int person = book.personOfAccount(holdings.account(h));
      if (person >= 0 && people.get(person) && states.isOpen(h)) {
        int line = holdings.line(h);
        String vendor = book.vendors().get(book.vendorOfLine(line)).name();
        Tally tally =
            plans.computeIfAbsent(vendor + " " + book.planOfLine(line).name(), key -> new Tally());
        tally.held++;
        tally.inUse += states.state(h) == UseState.IN_USE ? 1 : 0;
      }
    }
    paper
        .heading("What its people hold")
        .table(
            List.of("Plan", ">held", ">in use"),
            plans.entrySet().stream()
                .map(
                    one ->
                        List.of(one.getKey(), "" + one.getValue().held, "" + one.getValue().inUse))
                .toList());
  }

  private record Change(LocalDate on, String name, String what) {}

  private static Stream<Change> changes(Person person, LocalDate day) {
    Stream<Change> leaves =
        soon(person.leaves(), day).map(on -> new Change(on, person.name(), "leaves")).stream();
    if (person.statusOn(day) == Person.Status.ACTIVE) {
      return leaves;
    }
    return Stream.concat(
        leaves,
        soon(person.until(), day).map(on -> new Change(on, person.name(), "is back")).stream());
  }

  private static void coming(Book book, LocalDate day, BitSet people, Paper paper) {
    List<Change> changes =
        people.stream()
            .mapToObj(book.people()::get)
            .flatMap(person -> changes(person, day))
            .sorted(Comparator.comparing(Change::on).thenComparing(Change::name))
            .toList();
    paper.heading("Who comes and goes within %d days".formatted(SOON_DAYS));
    if (changes.isEmpty()) {
      paper.paragraph("Nobody, as far as is known.");
      return;
    }
    paper.table(
        List.of("Day", "Who", ""),
        changes.stream()
            .limit(SHOWN)
            .map(one -> List.of(Words.day(one.on()), one.name(), one.what()))
            .toList());
    if (changes.size() > SHOWN) {
      paper.note("%d more.".formatted(changes.size() - SHOWN));
    }
  }

  private static boolean isOf(Book book, BitSet people, @Nullable String person) {
    return person != null && book.people().has(person) && people.get(book.people().require(person));
  }

  private static Optional<LocalDate> soon(@Nullable LocalDate on, LocalDate day) {
    return Optional.ofNullable(on)
        .filter(one -> !one.isBefore(day) && !one.isAfter(day.plusDays(SOON_DAYS)));
  }

  private void happened(Book book, YearMonth month, LocalDate day, BitSet people, Paper paper) {
    List<JournalEntry> entries =
        journal.of(month.atDay(1), day, List.of("MOVE_CONFIRMED"), LOOKED_AT).stream()
            .filter(entry -> isOf(book, people, entry.person))
            .toList();
    paper.heading("What became of their seats");
    if (entries.isEmpty()) {
      paper.paragraph("Nothing changed in this month.");
      return;
    }
    paper.table(
        List.of("Day", "What"),
        entries.stream()
            .limit(SHOWN)
            .map(entry -> List.of(Words.day(entry.day), entry.text))
            .toList());
    if (entries.size() > SHOWN) {
      paper.note("%d more.".formatted(entries.size() - SHOWN));
    }
  }
}
