package org.sobertally.server.rounds;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.visibility.Reach;

/** Freezes the list of seats that a round is about, with what is known of each. */
final class Gathering {

  private static final int LONGEST_WHY = 2000;

  private final Book book;
  private final LocalDate day;
  private final Findings findings;
  private final UseStates states;

  /** A seat whose data must be kept cannot be taken back: nobody is asked for it. */
  private final Needs needs;

  private final RoundPlan plan;
  private final Set<String> elsewhere;
  private final @Nullable BitSet people;
  private final Money[] priceOfLine;

  /**
   * @param elsewhere holdings that an open round or slate is about already
   */
  Gathering(Book book, Findings findings, UseStates states, RoundPlan plan, Set<String> elsewhere) {
    this.book = book;
    this.day = states.asOf();
    this.findings = findings;
    this.states = states;
    this.needs = Needs.of(states);
    this.plan = plan;
    this.elsewhere = elsewhere;
    List<Group> groups =
        RoundPlan.words(plan.groups).stream()
            .filter(book.groups()::has)
            .map(book.groups()::byId)
            .toList();
    people = plan.groups.isBlank() ? null : Reach.members(book, groups);
    priceOfLine = new Money[book.lines().size()];
  }

  /** A seat and the findings about it. */
  private record Found(int holding, List<Integer> findings) {}

  /** One item a seat, without an id and a round's. */
  List<RoundItem> items() {
    Set<FindingKind> kinds = plan.findingKinds();
    Set<String> vendors = Set.copyOf(RoundPlan.words(plan.vendors));
    Map<Integer, Found> found = new LinkedHashMap<>();
    for (int n = 0; n < findings.size(); n++) {
      int h = findings.holding(n);
      boolean wanted =
          h >= 0
              && kinds.contains(findings.kind(n))
              && (vendors.isEmpty() || vendors.contains(vendor(n)))
              && (people == null || findings.person(n) >= 0 && people.get(findings.person(n)));
      if (wanted && mayBeTaken(h, findings.person(n))) {
        found.computeIfAbsent(h, key -> new Found(h, new ArrayList<>())).findings().add(n);
      }
    }
    return found.values().stream().map(this::item).toList();
  }

  private String vendor(int finding) {
    return book.vendors().get(findings.vendor(finding)).id();
  }

  private boolean mayBeTaken(int h, int person) {
    Account account = book.accounts().get(book.holdings().account(h));
    boolean service =
        account.admin() || person >= 0 && book.people().get(person).kind() == Person.Kind.SERVICE;
    String id = book.holdings().id(h);
    return states.isOpen(h)
        && (plan.withService || !service)
        && !elsewhere.contains(id)
        && !needs.dataWouldBeLost(h)
        && book.keepOn(id, day) == null;
  }

  private RoundItem item(Found found) {
    int h = found.holding();
    Account account = book.accounts().get(book.holdings().account(h));
    int person = book.personOfAccount(book.holdings().account(h));
    int line = book.holdings().line(h);
    RoundItem item = new RoundItem();
    item.holding = book.holdings().id(h);
    item.account = account.id();
    item.person = person < 0 ? null : book.people().get(person).id();
    item.name = person < 0 ? account.email() : book.people().get(person).name();
    item.plan = book.planOfLine(line).id();
    item.line = book.lines().get(line).id();
    item.kinds =
        String.join(" ", found.findings().stream().map(n -> findings.kind(n).name()).toList());
    String why =
        String.join(
            " ", found.findings().stream().map(n -> findings.get(n).explanation()).toList());
    item.why = why.length() > LONGEST_WHY ? why.substring(0, LONGEST_WHY) : why;
    item.lastUsed = Days.date(states.lastUsed(h));
    item.yearly = price(line).amount().setScale(10, RoundingMode.HALF_EVEN);
    item.currency = price(line).currency();
    item.state = RoundItem.State.ASKED;
    return item;
  }

  private Money price(int line) {
    if (priceOfLine[line] == null) {
      priceOfLine[line] = book.seatPrice(line, day);
    }
    return priceOfLine[line];
  }

  /** What the items cost a year together, rounded. */
  static Money sum(List<RoundItem> items, String currency) {
    BigDecimal sum = BigDecimal.ZERO;
    for (RoundItem item : items) {
      sum = sum.add(item.yearly);
    }
    return new Money(sum, currency).rounded();
  }
}
