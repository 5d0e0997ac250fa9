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

  private static final class Draft {
    final Set<FindingKind> kinds = EnumSet.noneOf(FindingKind.class);
    final Set<Integer> vendors = new LinkedHashSet<>();
    final List<Integer> findings = new ArrayList<>();
  }

  private final Book book;
  private final Findings findings;
  private final Covers covers;

  FindingPeople(Book book, Findings findings, Covers covers) {
    this.book = book;
    this.findings = findings;
    this.covers = covers;
  }

  /**
   * Those in whom one of the combinations is found, the most money first.
   *
   * @param wanted sets of kinds that must be just those; empty for everybody
   */
  List<FindingPerson> of(Set<Set<FindingKind>> wanted) {
    Map<Integer, Draft> drafts = new LinkedHashMap<>();
    int people = book.people().size();
    for (int n = 0; n < findings.size(); n++) {
      int account = findings.account(n);
      if (account >= 0) {
        int who = findings.person(n) >= 0 ? findings.person(n) : people + account;
        Draft draft = drafts.computeIfAbsent(who, w -> new Draft());
        draft.kinds.add(findings.kind(n));
        draft.vendors.add(findings.vendor(n));
        draft.findings.add(n);
      }
    }
    List<FindingPerson> all = new ArrayList<>();
    drafts.forEach(
        (who, draft) -> {
          if (wanted.isEmpty() || wanted.contains(draft.kinds)) {
            all.add(who < people ? person(who, draft) : nobodys(who - people, draft));
          }
        });
    all.sort(
        Comparator.comparing((FindingPerson one) -> new BigDecimal(one.recoverable().amount()))
            .reversed()
            .thenComparing(FindingPerson::name)
            .thenComparing(one -> one.account() == null ? one.person() : one.account()));
    return all;
  }

  private FindingPerson person(int number, Draft draft) {
    Person person = book.people().get(number);
    List<Cover> theirs =
        covers.ofPerson(number).stream()
            .filter(cover -> draft.vendors.contains(cover.vendor()))
            .toList();
    return shown(person.id(), null, person.name(), person.department(), draft, theirs);
  }

  private FindingPerson nobodys(int account, Draft draft) {
    List<Cover> theirs =
        covers.all().subList(covers.ofNobody(), covers.size()).stream()
            .filter(c -> book.holdings().account(c.holdings().get(0)) == account)
            .toList();
    String id = book.accounts().get(account).id();
    return shown(null, id, id, null, draft, theirs);
  }

  private FindingPerson shown(
      String person,
      String account,
      String name,
      String department,
      Draft draft,
      List<Cover> theirs) {
    Money now = Money.zero(book.rates().reportingCurrency());
    Money then = now;
    List<String> holds = new ArrayList<>();
    List<String> wouldDo = new ArrayList<>();
    for (Cover cover : theirs) {
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
    return new FindingPerson(
        person,
        account,
        name,
        department,
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
