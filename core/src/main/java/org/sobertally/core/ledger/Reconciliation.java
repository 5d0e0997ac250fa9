package org.sobertally.core.ledger;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;

/** Holds the ledger against the facts, and the book against what a vendor says. */
public final class Reconciliation {

  /** A day from which the ledger and the facts differ. */
  public record Difference(LocalDate day, Places ledger, Places counted) {}

  /** One thing the vendor says otherwise than the book. */
  public sealed interface Drift {
    /** The vendor's id of the login. */
    String account();

    /** The plan's id. */
    String plan();

    /** The vendor gives the account a plan that the book does not know it to hold. */
    record OnlyAtVendor(String account, String plan) implements Drift {}

    /** The book says the account holds it, the vendor does not. */
    record OnlyInBook(String account, String plan, String holding) implements Drift {}
  }

  private Reconciliation() {}

  /**
   * The days on which the subscription's ledger, folded, differs from quantities and holdings,
   * counted; empty where all is well. Every day on which anything changes is looked at, so no day
   * in between can differ.
   */
  public static List<Difference> ofLedger(Book book, int line) {
    Ledger ledger = Ledger.of(book, line);
    Set<LocalDate> days = new TreeSet<>();
    ledger.postings().forEach(posting -> days.add(posting.day()));
    List<Difference> differences = new ArrayList<>();
    for (LocalDate day : days) {
      Places folded = ledger.on(day);
      Places counted = Ledger.count(book, line, day);
      if (!folded.equals(counted)) {
        differences.add(new Difference(day, folded, counted));
      }
    }
    return differences;
  }

  /**
   * What the vendor's report says otherwise than the book on the day, by account and plan.
   *
   * @param reported plan ids by account id, of every account the vendor knows
   */
  public static List<Drift> drift(
      Book book, int vendor, LocalDate day, Map<String, Set<String>> reported) {
    Map<String, Drift> found = new TreeMap<>();
    Holdings holdings = book.holdings();
    Set<String> held = new TreeSet<>();
    for (int h = 0; h < holdings.size(); h++) {
      if (book.vendorOfLine(holdings.line(h)) == vendor && holdings.openOn(h, Days.of(day))) {
        String account = book.accounts().get(holdings.account(h)).id();
        String plan = book.planOfLine(holdings.line(h)).id();
        held.add(account + " " + plan);
        if (!reported.getOrDefault(account, Set.of()).contains(plan)) {
          found.put(account + " " + plan, new Drift.OnlyInBook(account, plan, holdings.id(h)));
        }
      }
    }
    reported.forEach(
        (account, plans) ->
            plans.stream()
                .filter(plan -> !held.contains(account + " " + plan))
                .forEach(
                    plan ->
                        found.put(account + " " + plan, new Drift.OnlyAtVendor(account, plan))));
    return List.copyOf(found.values());
  }
}
