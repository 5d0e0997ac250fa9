package org.sobertally.server.findings;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Cover;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.Board;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Person;
import org.sobertally.server.http.MoneyDto;

/** The people behind combinations of findings. */
final class FindingPeople {

  /** Findings that a take-back settles. */
  private static final Set<FindingKind> SETTLED_BY_TAKE_BACK =
      EnumSet.of(
          FindingKind.SUSPENDED_PAID,
          FindingKind.LEFT_PAID,
          FindingKind.NEVER_OPENED,
          FindingKind.IDLE,
          FindingKind.UNANSWERED,
          FindingKind.COVERED_TWICE,
          FindingKind.NOBODYS);

  /**
   * Somebody (or an account of nobody's) with findings.
   *
   * @param holds plans they hold at the vendors where something was found
   * @param wouldDo the cheapest plans that still give them what they need there
   * @param takeBack holdings that could be taken back
   */
  @Schema(name = "FindingPerson")
  record FindingPerson(
      @Schema(nullable = true) String person,
      @Schema(nullable = true) String account,
      String name,
      @Schema(nullable = true) String department,
      List<FindingKind> kinds,
      List<String> holds,
      List<String> wouldDo,
      List<String> why,
      MoneyDto now,
      MoneyDto wouldBe,
      MoneyDto recoverable,
      List<String> takeBack) {}

  /** Somebody in whom something was found, before it is put into words. */
  static final class Draft {
    private final int account;
    private final int person;
    private final Set<FindingKind> kinds = EnumSet.noneOf(FindingKind.class);
    private final Set<Integer> vendors = new LinkedHashSet<>();
    private final List<Integer> findings = new ArrayList<>();
    private final List<Cover> covers = new ArrayList<>();
    private BigDecimal recoverable = BigDecimal.ZERO;

    private Draft(int account, int person) {
      this.account = account;
      this.person = person;
    }
  }

  private final Book book;
  private final Findings findings;
  private final Covers covers;
  private final Board board;

  FindingPeople(Boards.View view) {
    book = view.book();
    findings = view.findings();
    covers = view.covers();
    board = view.board();
  }

  /**
   * Those in whom one of the combinations is found, the most money first.
   *
   * @param wanted sets of kinds that must be just those; empty for everybody
   */
  List<Draft> of(Set<Set<FindingKind>> wanted) {
    Map<Integer, Draft> byWho = new LinkedHashMap<>();
    int people = book.people().size();
    for (int n = 0; n < findings.size(); n++) {
      int account = findings.account(n);
      if (board.shows(n)) {
        int person = findings.person(n);
        int who = person >= 0 ? person : people + account;
        Draft draft = byWho.computeIfAbsent(who, w -> new Draft(account, person));
        draft.kinds.add(findings.kind(n));
        draft.vendors.add(findings.vendor(n));
        draft.findings.add(n);
      }
    }
    if (!wanted.isEmpty()) {
      byWho.values().removeIf(draft -> !wanted.contains(draft.kinds));
    }
    for (int c = 0; c < covers.size(); c++) {
      int account = book.holdings().account(covers.holding(covers.start(c)));
      int who = covers.person(c) >= 0 ? covers.person(c) : people + account;
      Draft draft = byWho.get(who);
      if (draft != null && draft.vendors.contains(covers.vendor(c))) {
        draft.covers.add(covers.all().get(c));
        draft.recoverable = draft.recoverable.add(covers.recoverable(c));
      }
    }
    List<Draft> all = new ArrayList<>(byWho.values());
    all.sort(
        Comparator.comparing((Draft draft) -> draft.recoverable)
            .reversed()
            .thenComparing(this::name)
            .thenComparing(draft -> draft.account));
    return all;
  }

  private String name(Draft draft) {
    return draft.person >= 0
        ? book.people().get(draft.person).name()
        : book.accounts().get(draft.account).id();
  }

  /** One of them, with the sentences of what was found. */
  FindingPerson shown(Draft draft) {
    Money now = Money.zero(book.rates().reportingCurrency());
    Money then = now;
    List<String> holds = new ArrayList<>();
    List<String> wouldDo = new ArrayList<>();
    for (Cover cover : draft.covers) {
      now = now.plus(cover.now());
      then = then.plus(cover.cost());
      for (int h : cover.holdings()) {
        holds.add(book.planOfLine(book.holdings().line(h)).name());
      }
      cover.plans().forEach(plan -> wouldDo.add(book.plans().byId(plan).name()));
    }
    Set<String> takeBack = new LinkedHashSet<>();
    List<String> why = new ArrayList<>();
    for (int n : draft.findings) {
      why.add(findings.get(n).explanation());
      if (SETTLED_BY_TAKE_BACK.contains(findings.kind(n)) && findings.holding(n) >= 0) {
        takeBack.add(book.holdings().id(findings.holding(n)));
      }
    }
    Person person = draft.person < 0 ? null : book.people().get(draft.person);
    return new FindingPerson(
        person == null ? null : person.id(),
        person == null ? book.accounts().get(draft.account).id() : null,
        name(draft),
        person == null ? null : person.department(),
        List.copyOf(draft.kinds),
        holds,
        wouldDo,
        why,
        MoneyDto.of(now),
        MoneyDto.of(then),
        MoneyDto.of(now.minus(then)),
        List.copyOf(takeBack));
  }
}
