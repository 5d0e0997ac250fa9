package org.sobertally.core.findings;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.AbstractList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.money.Money;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;

/**
 * Everything found on one day, as columns: first by person, then accounts without an owner, then
 * subscriptions. Sentences are made when asked for.
 */
public final class Findings {

  static final int NONE = -1;
  private static final FindingKind[] KINDS = FindingKind.values();
  private static final int SOME = 1 << 10;

  final Book book;
  final LocalDate asOf;
  final UseStates states;
  final Covers covers;
  private int size;
  private byte[] kind = new byte[SOME];
  private int[] cover = new int[SOME];
  private int[] account = new int[SOME];
  private int[] holding = new int[SOME];
  private int[] line = new int[SOME];
  private int[] vendor = new int[SOME];
  private BigDecimal[] amount = new BigDecimal[SOME];
  private int[] since = new int[SOME];
  private int[] plan = new int[SOME];
  private long[] detail = new long[SOME];
  private final Map<Integer, String> said = new HashMap<>();
  private final Map<FindingKind, Finder> finders = new EnumMap<>(FindingKind.class);

  private Findings(Covers covers) {
    this.covers = covers;
    states = covers.needs().states();
    book = states.book();
    asOf = states.asOf();
  }

  /** Every finder there is; {@code docs/adding.md} tells how to add one. */
  private static final List<Function<Look, Finder>> FINDERS =
      List.of(
          Nobodys::new,
          NotInUse::new,
          SmallerTier::new,
          AddOnTooLarge::new,
          PartNotSetUp::new,
          Together::new,
          TooFew::new,
          MoreSpare::new,
          FloorAtRisk::new,
          DriftSeen::new);

  /**
   * @param zone in which the days of sessions begin
   * @param reported what vendors were read to say: plan ids by account id, by vendor number; a
   *     vendor that was not read has no entry
   */
  public static Findings of(
      Covers covers, ZoneId zone, Map<Integer, Map<String, Set<String>>> reported) {
    return of(covers, zone, reported, FINDERS);
  }

  /** One finder of each sort, for a look at that. */
  static List<Finder> finders(Covers covers, ZoneId zone) {
    Look look = new Look(covers, zone);
    return FINDERS.stream().map(make -> make.apply(look)).toList();
  }

  static Findings of(
      Covers covers,
      ZoneId zone,
      Map<Integer, Map<String, Set<String>>> reported,
      List<Function<Look, Finder>> finders) {
    Findings findings = new Findings(covers);
    Look look = new Look(covers, zone);
    List<Finder> all = finders.stream().map(make -> make.apply(look)).toList();
    all.forEach(finder -> finder.kinds().forEach(kind -> findings.finders.put(kind, finder)));
    new Search(look, all, new Sink(findings)).search(reported);
    return findings;
  }

  /**
   * @param atCover the cover it was found at, or −1
   * @param sinceDay epoch day, or {@link Days#NONE}
   * @param otherPlan a plan that the sentence speaks of, or −1
   * @param figure a set of parts or a number that the sentence speaks of
   * @param explanation null where its finder makes it when somebody asks
   */
  void add(
      FindingKind what,
      int atCover,
      int ofAccount,
      int ofHolding,
      int ofLine,
      int ofVendor,
      BigDecimal givesBack,
      int sinceDay,
      int otherPlan,
      long figure,
      @Nullable String explanation) {
    reserve();
    kind[size] = (byte) what.ordinal();
    cover[size] = atCover;
    account[size] = ofAccount;
    holding[size] = ofHolding;
    line[size] = ofLine;
    vendor[size] = ofVendor;
    amount[size] = givesBack;
    since[size] = sinceDay;
    plan[size] = otherPlan;
    detail[size] = figure;
    if (explanation != null) {
      said.put(size, explanation);
    }
    size++;
  }

  private void reserve() {
    if (size < kind.length) {
      return;
    }
    int more = 2 * size;
    kind = Arrays.copyOf(kind, more);
    cover = Arrays.copyOf(cover, more);
    account = Arrays.copyOf(account, more);
    holding = Arrays.copyOf(holding, more);
    line = Arrays.copyOf(line, more);
    vendor = Arrays.copyOf(vendor, more);
    amount = Arrays.copyOf(amount, more);
    since = Arrays.copyOf(since, more);
    plan = Arrays.copyOf(plan, more);
    detail = Arrays.copyOf(detail, more);
  }

  public int size() {
    return size;
  }

  public FindingKind kind(int n) {
    return KINDS[kind[n]];
  }

  /** The person's number, or −1. */
  public int person(int n) {
    return account[n] == NONE ? NONE : book.personOfAccount(account[n]);
  }

  public int vendor(int n) {
    return vendor[n];
  }

  /** The subscription's number, or −1. */
  public int line(int n) {
    return line[n];
  }

  /** The plan that a finding of a smaller tier, extra or bundle proposes, or −1. */
  public int otherPlan(int n) {
    return plan[n];
  }

  /** What the n-th finding alone would give back a year, unrounded. */
  public Money gives(int n) {
    return money(amount[n]);
  }

  /** The account's number, or −1. */
  public int account(int n) {
    return account[n];
  }

  /** The holding's number, or −1. */
  public int holding(int n) {
    return holding[n];
  }

  int coverOf(int n) {
    return cover[n];
  }

  int sinceDay(int n) {
    return since[n];
  }

  /** The number of the plan that would do instead, or {@link #NONE}. */
  public int plan(int n) {
    return plan[n];
  }

  long detail(int n) {
    return detail[n];
  }

  BigDecimal amount(int n) {
    return amount[n];
  }

  /** The n-th finding, with its sentence. */
  public Finding get(int n) {
    String told = said.get(n);
    String explanation = told != null ? told : requireNonNull(finders.get(kind(n))).say(this, n);
    return new Finding(
        kind(n),
        person(n),
        account[n],
        holding[n],
        line[n],
        vendor[n],
        money(amount[n]),
        Days.date(since[n]),
        explanation);
  }

  public List<Finding> all() {
    return new AbstractList<>() {
      @Override
      public Finding get(int n) {
        return Findings.this.get(n);
      }

      @Override
      public int size() {
        return size;
      }
    };
  }

  Money money(BigDecimal value) {
    return new Money(value, book.rates().reportingCurrency());
  }

  /** Which kinds meet in the same people, the most money first. */
  public List<Combination> combinations() {
    return Board.of(this, Focus.EVERYTHING).combinations();
  }
}
