package org.sobertally.core.agreement;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A contract with a vendor. Its terms follow each other: the first runs over the half-open {@code
 * [starts, ends)}, later ones begin on days of their own ({@link #termOn}).
 *
 * @param currency ISO 4217, the currency of its prices
 * @param ends of the first term, like {@code noticeDays}, {@code renews} and {@code mayShrink}
 * @param noticeDays notice must be given at least so many days before a renewal
 * @param floor a promised utilisation; null where none is promised
 * @param later the terms after the first, by day
 * @param billing when it is billed, and for what
 */
public record Agreement(
    String id,
    String vendor,
    String name,
    String currency,
    LocalDate starts,
    LocalDate ends,
    int noticeDays,
    Renews renews,
    MayShrink mayShrink,
    @Nullable Floor floor,
    List<Term.Later> later,
    Billing billing) {

  /**
   * When and for what the vendor writes bills.
   *
   * @param cycle null where nothing is said: monthly where the quantity may shrink monthly, else
   *     yearly
   * @param of the seats that are billed
   */
  public record Billing(@Nullable Cycle cycle, BilledOf of) {
    public static final Billing USUAL = new Billing(null, BilledOf.BOUGHT);
  }

  /** How long a billed period is. */
  public enum Cycle {
    MONTHLY,
    YEARLY
  }

  /** Which seats are billed: those that are bought, or those that are held. */
  public enum BilledOf {
    BOUGHT,
    HELD
  }

  /** What happens at the end of the term. */
  public enum Renews {
    AUTO,
    MANUAL
  }

  /** When the quantity may go down. */
  public enum MayShrink {
    MONTHLY,
    AT_RENEWAL,
    NEVER
  }

  /** Of which seats a promised utilisation is counted. */
  public enum FloorOf {
    BOUGHT,
    HELD
  }

  /**
   * A promised utilisation.
   *
   * @param percent 0 to 100
   * @param window the days within which a seat must have been used
   * @param check the day on which it is looked at; null where none is named
   */
  public record Floor(BigDecimal percent, int window, FloorOf of, @Nullable LocalDate check) {}

  public Agreement {
    if (!starts.isBefore(ends)) {
      throw new IllegalArgumentException(
          "Agreement %s starts on %s and ends on %s; a term needs at least one day."
              .formatted(id, starts, ends));
    }
    later = later.stream().sorted(Comparator.comparing(Term.Later::from)).toList();
    if (!later.isEmpty() && !later.get(0).from().isAfter(starts)) {
      throw new IllegalArgumentException(
          "A later term of agreement %s begins on %s, which is not after its start on %s."
              .formatted(id, later.get(0).from(), starts));
    }
  }

  /** One whose first term is the only one. */
  public Agreement(
      String id,
      String vendor,
      String name,
      String currency,
      LocalDate starts,
      LocalDate ends,
      int noticeDays,
      Renews renews,
      MayShrink mayShrink,
      @Nullable Floor floor) {
    this(
        id,
        vendor,
        name,
        currency,
        starts,
        ends,
        noticeDays,
        renews,
        mayShrink,
        floor,
        List.of(),
        Billing.USUAL);
  }

  /** Days {@code [from, until)} on which seats are paid; null for without an end. */
  public record InForce(LocalDate from, @Nullable LocalDate until) {}

  /** The same with these later terms. */
  public Agreement withLater(List<Term.Later> terms) {
    return new Agreement(
        id,
        vendor,
        name,
        currency,
        starts,
        ends,
        noticeDays,
        renews,
        mayShrink,
        floor,
        terms,
        billing);
  }

  /** The length of a period that is billed, from the day on. */
  public Cycle cycleOn(LocalDate day) {
    Cycle said = billing.cycle();
    return said != null
        ? said
        : termOn(day).mayShrink() == MayShrink.MONTHLY ? Cycle.MONTHLY : Cycle.YEARLY;
  }

  /** All its terms, by day. */
  public List<Term> terms() {
    List<Term> terms = new ArrayList<>();
    Term term = new Term(starts, ends, noticeDays, renews, mayShrink);
    terms.add(term);
    for (Term.Later next : later) {
      term = term.then(next);
      terms.add(term);
    }
    return terms;
  }

  /** The term that holds on the day: the newest that has begun, before all of them the first. */
  public Term termOn(LocalDate day) {
    Term term = new Term(starts, ends, noticeDays, renews, mayShrink);
    for (Term.Later next : later) {
      if (next.from().isAfter(day)) {
        break;
      }
      term = term.then(next);
    }
    return term;
  }

  /** Whether seats of it are paid on the day: within a term, or after it where it renews. */
  public boolean inForce(LocalDate day) {
    return !day.isBefore(starts) && termOn(day).inForce(day);
  }

  /** When seats of it are paid, by day; what follows without a gap is one. */
  public List<InForce> timesInForce() {
    List<InForce> times = new ArrayList<>();
    List<Term> terms = terms();
    for (int t = 0; t < terms.size(); t++) {
      Term term = terms.get(t);
      LocalDate next = t + 1 < terms.size() ? terms.get(t + 1).from() : null;
      boolean open = term.renews() == Renews.AUTO || next != null && !term.ends().isBefore(next);
      LocalDate until = open ? next : term.ends();
      if (until != null && !term.from().isBefore(until)) {
        continue;
      }
      InForce last = times.isEmpty() ? null : times.get(times.size() - 1);
      if (last != null && term.from().equals(last.until())) {
        times.set(times.size() - 1, new InForce(last.from(), until));
      } else {
        times.add(new InForce(term.from(), until));
      }
    }
    return times;
  }

  /**
   * The first renewal day after {@code day}: where a later term begins, or the term that holds ends
   * or renews; empty once an agreement that must be renewed is over.
   */
  public Optional<LocalDate> nextRenewal(LocalDate day) {
    Optional<LocalDate> begins =
        later.stream().map(Term.Later::from).filter(from -> from.isAfter(day)).findFirst();
    return Stream.concat(begins.stream(), termOn(day).nextRenewal(day).stream())
        .min(Comparator.naturalOrder());
  }

  /** The last day on which notice for the next renewal can be given; it may have passed. */
  public Optional<LocalDate> noticeBy(LocalDate day) {
    return nextRenewal(day).map(this::noticeFor);
  }

  /** The last day on which notice for the renewal day can be given, by the term that ends then. */
  public LocalDate noticeFor(LocalDate renewal) {
    return renewal.minusDays(termOn(renewal.minusDays(1)).noticeDays());
  }

  /** Whether notice for a renewal cannot be given any more; one by hand needs none. */
  public boolean isTooLateFor(LocalDate renewal, LocalDate day) {
    boolean byHand = termOn(renewal.minusDays(1)).renews() == Renews.MANUAL;
    return !byHand && day.isAfter(noticeFor(renewal));
  }

  /**
   * The first renewal after {@code day} that can still be changed on it: notice can be given, or it
   * is renewed by hand. Empty where there is none.
   */
  public Optional<RenewalChance> nextChance(LocalDate day) {
    List<LocalDate> missed = new ArrayList<>();
    Optional<LocalDate> next = nextRenewal(day);
    while (next.isPresent()) {
      LocalDate renewal = next.get();
      if (!isTooLateFor(renewal, day)) {
        return Optional.of(new RenewalChance(renewal, noticeFor(renewal), missed));
      }
      missed.add(renewal);
      next = nextRenewal(renewal);
    }
    return Optional.empty();
  }

  /**
   * From when a smaller quantity, asked for on {@code day}, is paid: the first day of the next
   * billing month (counted from the day of the month the agreement started on), or the first
   * renewal that can still be changed; empty where it never is.
   */
  public Optional<LocalDate> shrinksFrom(LocalDate day) {
    return switch (termOn(day).mayShrink()) {
      case NEVER -> Optional.empty();
      case MONTHLY -> Optional.of(BillDays.nextMonthly(this, day));
      case AT_RENEWAL -> nextChance(day).map(RenewalChance::renews);
    };
  }
}
