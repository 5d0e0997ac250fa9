package org.sobertally.server.findings;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Cover;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.findings.Board;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Person;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.slates.BlockedSeats;

/** The people behind combinations of findings. */
final class FindingPeople {

  /** Whose findings they are. */
  record Who(
      @Schema(nullable = true) @Nullable String person,
      @Schema(nullable = true) @Nullable String account,
      String name,
      @Schema(nullable = true) @Nullable String department) {}

  /** What their seats cost, would cost, and what that brings. */
  record Worth(MoneyDto now, MoneyDto wouldBe, MoneyDto recoverable) {}

  /**
   * Somebody (or an account without an owner) with findings.
   *
   * @param holds plans they hold at the vendors where something was found
   * @param wouldDo the cheapest plans that still give them what they need there
   * @param moves that lead from what they hold to what would do
   * @param notSold plans of what would do that nobody sells them yet; then there are no moves
   * @param blocked why moves that would lead there cannot go today; they are not among the moves
   * @param sweep whether the moves belong among those of everybody; false where a service account
   *     or an administrator would be touched, or an account that is in use
   */
  @Schema(name = "FindingPerson")
  record FindingPerson(
      @JsonUnwrapped Who who,
      List<FindingKind> kinds,
      List<String> holds,
      List<String> wouldDo,
      List<String> why,
      @JsonUnwrapped Worth worth,
      List<CoverMove> moves,
      List<String> notSold,
      List<String> blocked,
      boolean sweep) {}

  /** In which order they are listed; who is alike by name. */
  enum Sort {
    RECOVERABLE,
    NAME,
    DEPARTMENT,
    /** Those in whom the most was found first. */
    REASONS
  }

  /** Somebody in whom something was found, before it is put into words. */
  static final class Draft {
    private final int account;
    private final int person;
    private final Set<FindingKind> kinds = EnumSet.noneOf(FindingKind.class);
    private final Set<Integer> vendors = new LinkedHashSet<>();
    private final List<Integer> findings = new ArrayList<>();
    private final List<Integer> covers = new ArrayList<>();
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
  private final UseStates states;
  private final CoverMoves moves;

  FindingPeople(Boards.View view, BlockedSeats.Today seats) {
    book = view.book();
    findings = view.findings();
    covers = view.covers();
    board = view.board();
    states = view.states();
    moves = new CoverMoves(covers, seats);
  }

  /**
   * Those in whom one of the combinations is found.
   *
   * @param wanted sets of kinds that must be just those; empty for everybody
   */
  List<Draft> of(Set<Set<FindingKind>> wanted, Sort sort) {
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
        draft.covers.add(c);
        draft.recoverable = draft.recoverable.add(covers.recoverable(c));
      }
    }
    List<Draft> all = new ArrayList<>(byWho.values());
    all.sort(order(sort).thenComparing(this::name).thenComparing(draft -> draft.account));
    return all;
  }

  private Comparator<Draft> order(Sort sort) {
    Comparator<String> words = Comparator.nullsLast(Comparator.naturalOrder());
    return switch (sort) {
      case RECOVERABLE -> Comparator.comparing((Draft draft) -> draft.recoverable).reversed();
      case NAME -> Comparator.comparing(this::name);
      case DEPARTMENT -> Comparator.comparing(this::department, words);
      case REASONS -> Comparator.comparing((Draft draft) -> draft.findings.size()).reversed();
    };
  }

  private @Nullable String department(Draft draft) {
    return draft.person < 0 ? null : book.people().get(draft.person).department();
  }

  private String name(Draft draft) {
    if (draft.person >= 0) {
      return book.people().get(draft.person).name();
    }
    String address = book.accounts().get(draft.account).email();
    return address.isBlank() ? book.accounts().get(draft.account).id() : address;
  }

  /** One of them, with the sentences of what was found. */
  FindingPerson shown(Draft draft) {
    Money now = Money.zero(book.rates().reportingCurrency());
    Money then = now;
    List<String> holds = new ArrayList<>();
    List<String> wouldDo = new ArrayList<>();
    List<CoverMove> led = new ArrayList<>();
    List<String> notSold = new ArrayList<>();
    Set<String> blocked = new LinkedHashSet<>();
    for (int c : draft.covers) {
      Cover cover = covers.all().get(c);
      now = now.plus(cover.now());
      then = then.plus(cover.cost());
      cover.holdings().forEach(h -> holds.add(book.planOfLine(book.holdings().line(h)).name()));
      cover.plans().forEach(plan -> wouldDo.add(book.plans().byId(plan).name()));
      CoverMoves.Way way = moves.to(c);
      led.addAll(way.moves());
      notSold.addAll(way.notSold());
      if (way.blocked() != null) {
        blocked.add(way.blocked());
      }
    }
    boolean sweep = addWhatNoCoverSpeaksOf(draft, led, blocked);
    return new FindingPerson(
        who(draft),
        List.copyOf(draft.kinds),
        holds,
        wouldDo,
        draft.findings.stream().map(n -> findings.get(n).explanation()).toList(),
        new Worth(MoneyDto.of(now), MoneyDto.of(then), MoneyDto.of(now.minus(then))),
        List.copyOf(led),
        notSold,
        List.copyOf(blocked),
        sweep && led.stream().noneMatch(this::isApart));
  }

  private Who who(Draft draft) {
    Person person = draft.person < 0 ? null : book.people().get(draft.person);
    return person == null
        ? new Who(null, book.accounts().get(draft.account).id(), name(draft), null)
        : new Who(person.id(), null, name(draft), person.department());
  }

  /**
   * Extras that a leaver holds, say, and seats of accounts without an owner.
   *
   * @return false where one of these seats is in use
   */
  private boolean addWhatNoCoverSpeaksOf(Draft draft, List<CoverMove> led, Set<String> blocked) {
    boolean sweep = true;
    Set<String> moved = new HashSet<>();
    led.forEach(move -> moved.add(move.holding()));
    for (int n : draft.findings) {
      int h = findings.holding(n);
      FindingKind kind = findings.kind(n);
      boolean settles = h >= 0 && kind.settled() == FindingKind.Settled.BY_TAKE_BACK;
      boolean noCover =
          settles && (kind == FindingKind.NOBODYS || covers.needs().kind(h) == Needs.Kind.APART);
      if (noCover && moved.add(book.holdings().id(h))) {
        CoverMove back = CoverMove.takeBack(book.holdings().id(h));
        String why = moves.blocked(back);
        if (why == null) {
          led.add(back);
          sweep &= states.state(h) != UseState.IN_USE;
        } else {
          blocked.add(why);
        }
      }
    }
    return sweep;
  }

  private boolean isApart(CoverMove move) {
    int h = move.holding() == null ? -1 : book.holdings().numberOf(move.holding());
    if (h < 0) {
      return false;
    }
    int account = book.holdings().account(h);
    int person = book.personOfAccount(account);
    return book.accounts().get(account).admin()
        || person >= 0 && book.people().get(person).kind() == Person.Kind.SERVICE;
  }
}
