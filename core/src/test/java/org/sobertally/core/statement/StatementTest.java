package org.sobertally.core.statement;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;

class StatementTest {

  private static final LocalDate JANUARY = LocalDate.of(2026, 1, 10);
  private static final YearMonth SEPTEMBER = YearMonth.of(2026, 9);

  private final TestBook facts = new TestBook();

  StatementTest() {
    facts.lines.clear();
    facts.plans.clear();
    facts.plan("opus", 3, "365", "mail");
  }

  private void works(String id, String department, String payer) {
    facts.person(id);
    Person plain = facts.people.remove(facts.people.size() - 1);
    facts.people.add(
        new Person(
            id,
            plain.name(),
            plain.email(),
            department,
            null,
            plain.status(),
            null,
            null,
            plain.kind(),
            null,
            null,
            null,
            payer));
  }

  private Statement september(Bearing by, boolean spread) {
    return september(by, spread, TestBook.TODAY);
  }

  private Statement september(Bearing by, boolean spread, LocalDate asOf) {
    Book book = facts.build();
    return Statement.of(
        book, new Statement.Asked(SEPTEMBER, SEPTEMBER, asOf, by, spread), InUse.of(book));
  }

  private static List<String> shares(Statement statement) {
    return statement.months().get(0).shares().stream()
        .map(
            share ->
                "%s %s %s".formatted(share.key(), share.amount().amount(), share.work().amount()))
        .toList();
  }

  private void adaAndBen() {
    works("ada", "Yard", "Ashore");
    works("ben", "Ferries", null);
    facts.holds("ada", "opus", JANUARY);
    facts.holds("ben", "opus", LocalDate.of(2026, 9, 16));
    facts.uses("ada", "mail", LocalDate.of(2026, 9, 20));
  }

  @Test
  void heldSeatsAreBorneByTheirHoldersForTheDaysTheyHeldThem() {
    adaAndBen();
    Statement statement = september(Bearing.DEPARTMENT, false);
    assertThat(statement.months().get(0).paid().amount()).isEqualByComparingTo("300.00");
    assertThat(statement.months().get(0).work().amount()).isEqualByComparingTo("45.00");
    assertThat(shares(statement))
        .containsExactly("null 255.00 0.00", "Yard 30.00 30.00", "Ferries 15.00 15.00");
  }

  @Test
  void whatNobodyHoldsIsSpreadDayByDayOverThoseWhoHold() {
    adaAndBen();
    // 15 days alone: 150.00 to Yard; 15 days by half: 75.00 each.
    assertThat(shares(september(Bearing.DEPARTMENT, true)))
        .containsExactly("Yard 225.00 30.00", "Ferries 75.00 15.00");
  }

  @Test
  void aMonthIsCutAtTheDayAskedWhichCounts() {
    adaAndBen();
    Statement statement = september(Bearing.DEPARTMENT, false, LocalDate.of(2026, 9, 15));
    assertThat(statement.months().get(0).until()).isEqualTo(LocalDate.of(2026, 9, 16));
    assertThat(shares(statement)).containsExactly("null 135.00 0.00", "Yard 15.00 0.00");
    assertThat(september(Bearing.SITE, false, LocalDate.of(2026, 8, 31)).months()).isEmpty();
  }

  @Test
  void somebodyInTwoGroupsCountsHalfInEach() {
    adaAndBen();
    facts.groups.add(new Group("crew", "Crew", null, List.of("ada")));
    facts.groups.add(new Group("yard", "Yard", null, List.of("ada")));
    assertThat(shares(september(Bearing.GROUP, false)))
        .containsExactly(
            "null 255.00 0.00", " 15.00 15.00", "crew 15.00 15.00", "yard 15.00 15.00");
  }

  @Test
  void aSubscriptionsOwnPayerBearsWhatIsHeldOfIt() {
    adaAndBen();
    assertThat(shares(september(Bearing.PAYER, false)))
        .containsExactly("null 255.00 0.00", "Ashore 30.00 30.00", " 15.00 15.00");
    facts.lines.set(0, facts.lines.get(0).bornBy("Group"));
    assertThat(shares(september(Bearing.PAYER, false)))
        .containsExactly("null 255.00 0.00", "Group 45.00 45.00");
  }

  @Test
  void aVendorBearsSpareSeatsToo() {
    adaAndBen();
    assertThat(shares(september(Bearing.VENDOR, false))).containsExactly("quillmoor 300.00 45.00");
  }

  @Test
  void promisedSeatsAndAccountsOfNobodyAreHeldByNobody() {
    adaAndBen();
    facts.account("a-ben", "ben", Account.State.INVITED, LocalDate.of(2026, 9, 1));
    facts.account("a-robot", null, Account.State.ACTIVE, null);
    facts.holds("robot", "opus", JANUARY);
    facts.uses("robot", "mail", LocalDate.of(2026, 9, 20));
    assertThat(shares(september(Bearing.DEPARTMENT, false)))
        .containsExactly("null 270.00 30.00", "Yard 30.00 30.00");
    assertThat(shares(september(Bearing.DEPARTMENT, true))).containsExactly("Yard 300.00 60.00");
  }

  @Test
  void centsLeftGoToTheLargestRemaindersThenByKey() {
    for (String id : List.of("a", "b", "c")) {
      works(id, id, null);
      facts.holds(id, "opus", JANUARY);
    }
    // 100.00 a month of 30 days, on three seats.
    facts.lines.set(
        0,
        new Subscription(
            "opus",
            "qm",
            "opus",
            3,
            new PriceList(
                PriceList.Pricing.FLAT,
                new BigDecimal("1216.666666666666666667")
                    .divide(new BigDecimal(3), MathContext.DECIMAL128),
                List.of(),
                0),
            List.of()));
    assertThat(shares(september(Bearing.DEPARTMENT, false)))
        .extracting(share -> share.substring(0, 7))
        .containsExactly("a 33.34", "b 33.33", "c 33.33");
  }

  @Test
  void aShareOpensToTheHoldingsItIsMadeOf() {
    adaAndBen();
    Book book = facts.build();
    var asked =
        new Statement.Asked(SEPTEMBER, SEPTEMBER, TestBook.TODAY, Bearing.DEPARTMENT, false);
    assertThat(Statement.rows(book, asked, "Ferries", InUse.of(book)))
        .extracting(row -> book.holdings().id(row.holding()) + " " + row.amount().amount())
        .containsExactly("ben-opus 15.00");
    assertThat(Statement.rows(book, asked, null, InUse.of(book)))
        .extracting(row -> row.holding() + " " + row.amount().amount())
        .containsExactly("-1 255.00");
    assertThat(Statement.rows(book, asked, "Nowhere", InUse.of(book))).isEmpty();
  }

  static LongStream drawn() {
    return RandomBook.seeds();
  }

  /** Money is counted once: whoever is asked for, the shares are what was paid, to the cent. */
  @ParameterizedTest
  @MethodSource("drawn")
  void sharesAddUpToWhatWasPaid(long seed) {
    RandomBook drawn = new RandomBook(seed);
    InUse inUse = countedOnce(drawn.book);
    for (Bearing by : Bearing.values()) {
      addsUp(drawn, inUse, by, false);
      addsUp(drawn, inUse, by, true);
    }
  }

  private static InUse countedOnce(Book book) {
    Map<LocalDate, BitSet> counted = new HashMap<>();
    return day -> counted.computeIfAbsent(day, InUse.of(book)::on);
  }

  private static void addsUp(RandomBook drawn, InUse inUse, Bearing by, boolean spread) {
    var asked =
        new Statement.Asked(YearMonth.of(2026, 1), YearMonth.of(2026, 12), drawn.asOf, by, spread);
    for (Statement.Month month : Statement.of(drawn.book, asked, inUse).months()) {
      BigDecimal amounts = BigDecimal.ZERO;
      BigDecimal works = BigDecimal.ZERO;
      for (Statement.Share share : month.shares()) {
        assertThat(share.amount().amount().scale()).as("%s", asked).isEqualTo(2);
        amounts = amounts.add(share.amount().amount());
        works = works.add(share.work().amount());
      }
      assertThat(amounts).as("%s", asked).isEqualByComparingTo(month.paid().amount());
      assertThat(works).as("%s", asked).isEqualByComparingTo(month.work().amount());
      assertThat(month.paid())
          .isEqualTo(Statement.paid(drawn.book, month.month().atDay(1), month.until()));
    }
  }

  /** The same told day by day and holding by holding, as the rule reads. */
  @ParameterizedTest
  @MethodSource("drawn")
  void everyShareIsWhatAPlainCountOfDaysGives(long seed) {
    RandomBook drawn = new RandomBook(seed);
    InUse inUse = countedOnce(drawn.book);
    YearMonth month = YearMonth.from(drawn.asOf.minusMonths(seed % 3));
    for (Bearing by : Bearing.values()) {
      if (by != Bearing.MANAGER && by != Bearing.VENDOR) {
        countsDays(drawn.book, inUse, new Statement.Asked(month, month, drawn.asOf, by, false));
        countsDays(drawn.book, inUse, new Statement.Asked(month, month, drawn.asOf, by, true));
      }
    }
  }

  private static void countsDays(Book book, InUse inUse, Statement.Asked asked) {
    Statement.Month counted = Statement.of(book, asked, inUse).months().get(0);
    Map<String, BigDecimal> plain = plain(book, counted, asked.by(), asked.spread());
    for (Statement.Share share : counted.shares()) {
      BigDecimal exact = plain.getOrDefault(share.key(), BigDecimal.ZERO);
      assertThat(share.amount().amount().subtract(exact).abs())
          .as("%s", asked)
          .isLessThan(new BigDecimal("0.01"));
    }
    assertThat(plain.keySet().stream().filter(key -> plain.get(key).signum() != 0))
        .as("%s", asked)
        .hasSizeGreaterThanOrEqualTo(counted.shares().size());
    rowsAddUp(book, inUse, asked, counted);
  }

  private static void rowsAddUp(
      Book book, InUse inUse, Statement.Asked asked, Statement.Month month) {
    for (Statement.Share share : month.shares()) {
      BigDecimal sum = BigDecimal.ZERO;
      BigDecimal work = BigDecimal.ZERO;
      for (Statement.Row row : Statement.rows(book, asked, share.key(), inUse)) {
        sum = sum.add(row.amount().amount());
        work = work.add(row.work().amount());
      }
      assertThat(sum).isEqualByComparingTo(share.amount().amount());
      assertThat(work).isEqualByComparingTo(share.work().amount());
    }
  }

  private static Map<String, BigDecimal> plain(
      Book book, Statement.Month month, Bearing by, boolean spread) {
    Map<String, BigDecimal> sums = new HashMap<>();
    for (LocalDate day = month.month().atDay(1);
        day.isBefore(month.until());
        day = day.plusDays(1)) {
      for (int line = 0; line < book.lines().size(); line++) {
        plainDay(book, line, day, by, spread, sums);
      }
    }
    return sums;
  }

  private static void plainDay(
      Book book, int line, LocalDate day, Bearing by, boolean spread, Map<String, BigDecimal> to) {
    BigDecimal cost =
        book.yearlyCost(line, day)
            .amount()
            .divide(BigDecimal.valueOf(365), 20, RoundingMode.HALF_EVEN);
    Holdings holdings = book.holdings();
    int held = 0;
    List<Person> bearers = new ArrayList<>();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (holdings.openOn(h, Days.of(day))) {
        held++;
        int person = book.personOfAccount(holdings.account(h));
        if (person >= 0 && !Promise.of(book, h).on(Days.of(day))) {
          bearers.add(book.people().get(person));
        }
      }
    }
    int seats = Math.max(held, book.boughtOn(line, day));
    int among = spread && !bearers.isEmpty() ? bearers.size() : Math.max(1, seats);
    BigDecimal each = cost.divide(BigDecimal.valueOf(among), 20, RoundingMode.HALF_EVEN);
    BigDecimal nobody = cost.subtract(each.multiply(BigDecimal.valueOf(bearers.size())));
    String plan = book.planOfLine(line).id();
    for (Person person : bearers) {
      String key =
          switch (by) {
            case DEPARTMENT -> person.department();
            case PLAN -> plan;
            default -> "";
          };
      to.merge(key, each, BigDecimal::add);
    }
    to.merge(by == Bearing.PLAN ? plan : null, nobody, BigDecimal::add);
  }

  @Test
  void inUseIsAskedOnTheLastDayThatCounts() {
    RandomBook drawn = new RandomBook(3);
    UseStates states = UseStates.of(drawn.book, drawn.asOf);
    var set = InUse.of(drawn.book).on(drawn.asOf);
    for (int h = 0; h < drawn.book.holdings().size(); h++) {
      assertThat(set.get(h)).isEqualTo(states.isOpen(h) && states.state(h) == UseState.IN_USE);
    }
  }
}
