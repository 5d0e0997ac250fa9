package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.Cash;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;

/**
 * What was found, by who it was found in: which kinds meet in the same people, and the money of
 * these people, once per person and vendor. "Who" is the number of a person, or of an account of
 * nobody's after all people.
 */
public final class Board {

  private static final FindingKind[] KINDS = FindingKind.values();

  private final Findings findings;
  private final Covers covers;
  private final Book book;
  private final Focus focus;
  private final int people;

  /** By who, the kinds found as bits; 0 where nothing is, or not enough money. */
  private final int[] kinds;

  private final BigDecimal[] money;

  private Board(Findings findings, Focus focus) {
    this.findings = findings;
    this.focus = focus;
    covers = findings.covers;
    book = findings.book;
    people = book.people().size();
    kinds = new int[people + book.accounts().size()];
    money = new BigDecimal[kinds.length];
  }

  /** One pass over the findings and one over the covers. */
  public static Board of(Findings findings, Focus focus) {
    Board board = new Board(findings, focus);
    board.look();
    return board;
  }

  private void look() {
    for (int n = 0; n < findings.size(); n++) {
      if (findings.account(n) >= 0 && focus.takes(findings, n)) {
        kinds[who(n)] |= 1 << findings.kind(n).ordinal();
      }
    }
    for (int c = 0; c < covers.size(); c++) {
      int who = whoOfCover(c);
      if (kinds[who] != 0 && takesCover(c)) {
        BigDecimal more = covers.recoverable(c);
        money[who] = money[who] == null ? more : money[who].add(more);
      }
    }
    if (focus.atLeast() != null) {
      for (int who = 0; who < kinds.length; who++) {
        if (recoverableOf(who).compareTo(focus.atLeast()) < 0) {
          kinds[who] = 0;
        }
      }
    }
  }

  private boolean takesCover(int c) {
    return focus.vendor() < 0 || covers.vendor(c) == focus.vendor();
  }

  private int whoOfCover(int c) {
    return covers.person(c) >= 0
        ? covers.person(c)
        : people + book.holdings().account(covers.holding(covers.start(c)));
  }

  private int who(int finding) {
    int person = findings.person(finding);
    return person >= 0 ? person : people + findings.account(finding);
  }

  /** Whether the n-th finding is in the focus, and found in somebody who is. */
  public boolean shows(int n) {
    return findings.account(n) >= 0 && kinds[who(n)] != 0 && focus.takes(findings, n);
  }

  /** Whether the n-th cover is of somebody shown, at a vendor in the focus. */
  public boolean showsCover(int c) {
    return kinds[whoOfCover(c)] != 0 && takesCover(c);
  }

  private BigDecimal recoverableOf(int who) {
    return money[who] == null ? BigDecimal.ZERO : money[who];
  }

  /** In how many people and accounts without an owner something is found. */
  public int found() {
    return (int) Arrays.stream(kinds).filter(bits -> bits != 0).count();
  }

  /** How many findings are in the focus. */
  public int findings() {
    int count = 0;
    for (int n = 0; n < findings.size(); n++) {
      count += shows(n) ? 1 : 0;
    }
    return count;
  }

  /**
   * What could be had back a year: of those shown once per person and vendor, and of the
   * subscriptions in the focus what lies unassigned beyond need; unrounded.
   */
  public Money recoverable() {
    BigDecimal sum = surplus().amount();
    for (int who = 0; who < kinds.length; who++) {
      sum = kinds[who] == 0 ? sum : sum.add(recoverableOf(who));
    }
    return findings.money(sum);
  }

  /** The part of {@link #recoverable()} that lies unassigned beyond need. */
  public Money surplus() {
    BigDecimal sum = BigDecimal.ZERO;
    for (int n = 0; n < findings.size(); n++) {
      sum = isSurplus(n) ? sum.add(findings.amount(n)) : sum;
    }
    return findings.money(sum);
  }

  private boolean isSurplus(int n) {
    return findings.kind(n) == FindingKind.MORE_SPARE && showsWhole(n);
  }

  /**
   * What the seats cost a year that are held by those who are looked at, unrounded.
   *
   * @param inUse of that, the seats in use
   */
  public record Held(Money all, Money inUse) {}

  /** Of everybody in the focus, whether or not anything was found in them. */
  public Held held() {
    UseStates states = covers.needs().states();
    BigDecimal all = BigDecimal.ZERO;
    BigDecimal inUse = BigDecimal.ZERO;
    for (int line = 0; line < book.lines().size(); line++) {
      if (focus.vendor() >= 0 && book.vendorOfLine(line) != focus.vendor()) {
        continue;
      }
      int seats = 0;
      int used = 0;
      for (int h = book.holdings().lineStart(line); h < book.holdings().lineEnd(line); h++) {
        if (states.isOpen(h)
            && focus.takesPerson(book.personOfAccount(book.holdings().account(h)))) {
          seats++;
          used += states.state(h) == UseState.IN_USE ? 1 : 0;
        }
      }
      if (seats > 0) {
        BigDecimal price = book.seatPrice(line, findings.asOf).amount();
        all = all.add(price.multiply(BigDecimal.valueOf(seats)));
        inUse = inUse.add(price.multiply(BigDecimal.valueOf(used)));
      }
    }
    return new Held(findings.money(all), findings.money(inUse));
  }

  /**
   * {@link #recoverable()} by the day on which it stops being paid at the earliest.
   *
   * @param byDay a year, unrounded
   * @param never what no agreement lets go of
   */
  public record Stops(SortedMap<LocalDate, Money> byDay, Money never) {}

  /** Each subscription's share goes by the day on which that may shrink. */
  public Stops stops() {
    BigDecimal[] byLine = new BigDecimal[book.lines().size()];
    for (int c = 0; c < covers.size(); c++) {
      if (showsCover(c)) {
        for (int place = covers.start(c); place < covers.start(c + 1); place++) {
          BigDecimal saved = covers.saved(c, place);
          if (saved.signum() != 0) {
            int line = book.holdings().line(covers.holding(place));
            byLine[line] = byLine[line] == null ? saved : byLine[line].add(saved);
          }
        }
      }
    }
    for (int n = 0; n < findings.size(); n++) {
      if (isSurplus(n)) {
        int line = findings.line(n);
        BigDecimal amount = findings.amount(n);
        byLine[line] = byLine[line] == null ? amount : byLine[line].add(amount);
      }
    }
    SortedMap<LocalDate, Money> byDay = new TreeMap<>();
    Money never = findings.money(BigDecimal.ZERO);
    for (int line = 0; line < byLine.length; line++) {
      if (byLine[line] == null) {
        continue;
      }
      Optional<LocalDate> day = Cash.stopsOn(book, line, findings.asOf);
      Money saved = findings.money(byLine[line]);
      if (day.isPresent()) {
        byDay.merge(day.get(), saved, Money::plus);
      } else {
        never = never.plus(saved);
      }
    }
    return new Stops(byDay, never);
  }

  /** Which kinds meet in the same people, the most money first. */
  public List<Combination> combinations() {
    Map<Integer, Tally> byKinds = new HashMap<>();
    for (int who = 0; who < kinds.length; who++) {
      if (kinds[who] != 0) {
        Tally tally = byKinds.computeIfAbsent(kinds[who], k -> new Tally());
        tally.people++;
        tally.money = tally.money.add(recoverableOf(who));
      }
    }
    return byKinds.entrySet().stream()
        .map(
            e ->
                new Combination(
                    set(e.getKey()), e.getValue().people, findings.money(e.getValue().money)))
        .sorted(
            Comparator.comparing((Combination c) -> c.recoverable().amount())
                .thenComparing(Combination::people)
                .reversed()
                .thenComparing(c -> new TreeSet<>(c.kinds()).toString()))
        .toList();
  }

  /**
   * One kind by itself.
   *
   * @param people in how many people and accounts without an owner it is found; 0 where it is of
   *     subscriptions as a whole
   * @param amount what its findings alone would give back, unrounded; kinds overlap
   */
  public record KindTally(FindingKind kind, int findings, int people, Money amount) {}

  /**
   * Each kind that is found, in the order of their names' list; those of subscriptions as a whole
   * as well where everybody is looked at.
   */
  public List<KindTally> kinds() {
    int[] counts = new int[KINDS.length];
    BigDecimal[] amounts = new BigDecimal[KINDS.length];
    Arrays.fill(amounts, BigDecimal.ZERO);
    for (int n = 0; n < findings.size(); n++) {
      boolean whole = findings.account(n) < 0 && showsWhole(n);
      if (whole || shows(n)) {
        int kind = findings.kind(n).ordinal();
        counts[kind]++;
        amounts[kind] = amounts[kind].add(findings.amount(n));
      }
    }
    int[] in = new int[KINDS.length];
    for (int bits : kinds) {
      for (int left = bits; left != 0; left &= left - 1) {
        in[Integer.numberOfTrailingZeros(left)]++;
      }
    }
    List<KindTally> tallies = new ArrayList<>();
    for (FindingKind kind : KINDS) {
      int k = kind.ordinal();
      if (counts[k] > 0) {
        tallies.add(new KindTally(kind, counts[k], in[k], findings.money(amounts[k])));
      }
    }
    return tallies;
  }

  /** Whether the n-th finding is of a subscription as a whole, and in the focus. */
  public boolean showsWhole(int n) {
    return findings.account(n) < 0
        && focus.people() == null
        && focus.atLeast() == null
        && focus.takes(findings, n);
  }

  private static final class Tally {
    int people;
    BigDecimal money = BigDecimal.ZERO;
  }

  private static Set<FindingKind> set(int bits) {
    Set<FindingKind> kinds = EnumSet.noneOf(FindingKind.class);
    for (FindingKind one : KINDS) {
      if ((bits >> one.ordinal() & 1) != 0) {
        kinds.add(one);
      }
    }
    return kinds;
  }
}
