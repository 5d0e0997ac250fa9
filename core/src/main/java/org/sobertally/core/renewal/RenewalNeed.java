package org.sobertally.core.renewal;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Needs;

/**
 * What everybody who holds a named seat of an agreement needs at its renewal: which of their plans
 * stay, and which parts they use besides. Whoever leaves before the renewal needs nothing. People
 * of equal needs form a class, since the same plans will do for all of them.
 *
 * @param classes in the order of what stays, then of what is needed
 * @param held open named holdings by plan, everybody's
 * @param resting open holdings by resting plan
 */
public record RenewalNeed(
    List<NeedClass> classes,
    SortedMap<Integer, Integer> held,
    SortedMap<Integer, Integer> resting) {

  /**
   * A person, or an account that belongs to nobody and counts as a person of its own.
   *
   * @param person the person's number, or −1
   * @param account the account's number where there is no person, or −1
   * @param plans numbers of the plans held, in order, one for each holding
   */
  public record Holder(int person, int account, List<Integer> plans) {}

  /**
   * @param stays numbers of plans that stay, in order, one for each holding
   * @param need a set of the vendor's part numbers
   */
  public record NeedClass(List<Integer> stays, long need, List<Holder> holders) {

    /** Whether its people need nothing at all. */
    public boolean isOfNobody() {
      return stays.isEmpty() && need == 0;
    }
  }

  private record Key(List<Integer> stays, long need) implements Comparable<Key> {
    @Override
    public int compareTo(Key other) {
      int order = compare(stays, other.stays);
      return order != 0 ? order : Long.compareUnsigned(need, other.need);
    }

    private static int compare(List<Integer> one, List<Integer> other) {
      for (int n = 0; n < Math.min(one.size(), other.size()); n++) {
        int order = Integer.compare(one.get(n), other.get(n));
        if (order != 0) {
          return order;
        }
      }
      return Integer.compare(one.size(), other.size());
    }
  }

  /**
   * @param needs on the day on which the renewal is looked at
   */
  public static RenewalNeed of(Needs needs, Agreement agreement, LocalDate renewal) {
    Book book = needs.states().book();
    SortedMap<Integer, Integer> held = new TreeMap<>();
    SortedMap<Integer, Integer> resting = new TreeMap<>();
    // Accounts without an owner come after all people.
    SortedMap<Integer, List<Integer>> holdingsOf = new TreeMap<>();
    Holdings holdings = book.holdings();
    for (int line : RenewalTerms.linesOf(book, agreement)) {
      PlanModel model = book.planOfLine(line).model();
      for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
        if (!needs.states().isOpen(h)) {
          continue;
        }
        if (model == PlanModel.NAMED) {
          int person = book.personOfAccount(holdings.account(h));
          int who = person >= 0 ? person : book.people().size() + holdings.account(h);
          holdingsOf.computeIfAbsent(who, w -> new ArrayList<>()).add(h);
          held.merge(book.planNumberOfLine(line), 1, Integer::sum);
        } else if (model == PlanModel.RESTING) {
          resting.merge(book.planNumberOfLine(line), 1, Integer::sum);
        }
      }
    }
    return new RenewalNeed(classes(needs, holdingsOf, renewal), held, resting);
  }

  /** Those who need the same are one class. */
  private static List<NeedClass> classes(
      Needs needs, SortedMap<Integer, List<Integer>> holdingsOf, LocalDate renewal) {
    SortedMap<Key, List<Holder>> classes = new TreeMap<>();
    holdingsOf.forEach(
        (who, open) -> {
          Holder holder = holder(needs.states().book(), who, open);
          Key key = key(needs, holder, open, renewal);
          classes.computeIfAbsent(key, k -> new ArrayList<>()).add(holder);
        });
    return classes.entrySet().stream()
        .map(
            one ->
                new NeedClass(one.getKey().stays, one.getKey().need, List.copyOf(one.getValue())))
        .toList();
  }

  private static Holder holder(Book book, int who, List<Integer> open) {
    int people = book.people().size();
    List<Integer> plans =
        open.stream().map(h -> book.planNumberOfLine(book.holdings().line(h))).sorted().toList();
    return who < people ? new Holder(who, -1, plans) : new Holder(-1, who - people, plans);
  }

  private static Key key(Needs needs, Holder holder, List<Integer> open, LocalDate renewal) {
    Book book = needs.states().book();
    if (holder.person() >= 0) {
      LocalDate leaves = book.people().get(holder.person()).leaves();
      if (leaves != null && leaves.isBefore(renewal)) {
        return new Key(List.of(), 0);
      }
    }
    List<Integer> stays = new ArrayList<>();
    long need = 0;
    for (int h : open) {
      if (needs.kind(h) == Needs.Kind.STAYS) {
        stays.add(book.planNumberOfLine(book.holdings().line(h)));
      } else {
        need |= needs.parts(h);
      }
    }
    Collections.sort(stays);
    return new Key(List.copyOf(stays), need);
  }

  /** Open holdings of the plan, named or resting. */
  int heldOf(int plan) {
    return held.getOrDefault(plan, 0) + resting.getOrDefault(plan, 0);
  }
}
