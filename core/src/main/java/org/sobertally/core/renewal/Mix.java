package org.sobertally.core.renewal;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.sobertally.core.renewal.RenewalNeed.Holder;
import org.sobertally.core.renewal.RenewalNeed.NeedClass;

/**
 * Who is to have which plans by the cheapest mix under some terms.
 *
 * @param uncovered to whom no offered plans give what they need; they are left out of it
 * @param having persons by plan: those with whom it stays, and those to whom it is given
 * @param persons all but the uncovered, those who need nothing included
 * @param gap what it costs more a year than the least that was not ruled out; zero where proven
 * @param proven whether nothing cheaper is possible
 */
public record Mix(
    RenewalTerms terms,
    List<Given> given,
    List<Holder> uncovered,
    SortedMap<Integer, Integer> having,
    int persons,
    BigDecimal gap,
    boolean proven) {

  /**
   * What a part of a class is given.
   *
   * @param stays plans that stay with them
   * @param plans given besides
   * @param unchanged who has just that today
   * @param moved whose plans change
   */
  public record Given(
      NeedClass of,
      List<Integer> stays,
      List<Integer> plans,
      List<Holder> unchanged,
      List<Holder> moved) {

    public int persons() {
      return unchanged.size() + moved.size();
    }
  }

  public Mix {
    having = Collections.unmodifiableSortedMap(new TreeMap<>(having));
  }

  /**
   * The same where a seat added during the term costs so much more, as a share of its price: that
   * changes quantities, and never who has what.
   */
  public Mix withAdded(BigDecimal added) {
    RenewalTerms others = new RenewalTerms(terms.offer(), terms.months(), added, terms.plans());
    return new Mix(others, given, uncovered, having, persons, gap, proven);
  }

  /** Persons who have the plan by it. */
  public int having(int plan) {
    return having.getOrDefault(plan, 0);
  }

  /** Persons whose plans change. */
  public int moved() {
    return given.stream().mapToInt(one -> one.moved().size()).sum();
  }
}
