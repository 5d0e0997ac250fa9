package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/** Whose account somebody's data can be handed to. */
public final class Successors {

  private final Book book;
  private final LocalDate asOf;
  private final int today;

  public Successors(Book book, LocalDate asOf) {
    this.book = book;
    this.asOf = asOf;
    this.today = Days.of(asOf);
  }

  /**
   * The number of the manager, or else of the first lead of the person's groups, of those who can
   * take it over.
   */
  public OptionalInt usual(int person, int vendor) {
    for (String id : inOrder(book.people().get(person))) {
      int other = book.people().numberOf(id);
      if (other >= 0 && whyNot(person, other, vendor) == null) {
        return OptionalInt.of(other);
      }
    }
    return OptionalInt.empty();
  }

  private List<String> inOrder(Person person) {
    Set<String> ids = new LinkedHashSet<>();
    if (person.manager() != null) {
      ids.add(person.manager());
    }
    Set<String> leads = new TreeSet<>();
    for (Group group : book.groupsOf(person.id())) {
      leads.addAll(group.leads());
    }
    ids.addAll(leads);
    return new ArrayList<>(ids);
  }

  /**
   * Why {@code other} cannot take over what the person stores at the vendor, in a sentence; null
   * where they can.
   */
  public @Nullable String whyNot(int person, int other, int vendor) {
    String name = book.people().get(other).name();
    if (person == other) {
      return "%s is the one who leaves. Choose somebody else.".formatted(name);
    }
    if (book.standings().statusOn(other, today) == Person.Status.LEFT) {
      return "%s has left. Choose somebody who is there.".formatted(name);
    }
    if (LeaverKind.of(book, other, asOf).isPresent()) {
      return "%s leaves or is away. Choose somebody who stays.".formatted(name);
    }
    return firstAccount(other, vendor).isPresent()
        ? null
        : "%s has no account with a seat at %s. Hand one out first, or choose somebody else."
            .formatted(name, book.vendors().get(vendor).name());
  }

  /**
   * How many gigabytes are missing at the successor's for what the account stores; 0 where there is
   * room enough, or nobody says how much there is.
   */
  public BigDecimal missingRoom(int account, int successor) {
    OptionalInt into = firstAccount(successor, book.vendorOfAccount(account));
    if (into.isEmpty()) {
      return BigDecimal.ZERO;
    }
    BigDecimal capacity = null;
    Holdings holdings = book.holdings();
    for (int h : holdings.ofAccount(into.getAsInt())) {
      BigDecimal one = book.planOfLine(holdings.line(h)).capacityGb();
      if (one != null && holdings.openOn(h, today)) {
        capacity = capacity == null ? one : capacity.add(one);
      }
    }
    if (capacity == null) {
      return BigDecimal.ZERO;
    }
    BigDecimal missing = stored(account).add(stored(into.getAsInt())).subtract(capacity);
    return missing.max(BigDecimal.ZERO);
  }

  private BigDecimal stored(int account) {
    BigDecimal gb = book.accounts().get(account).storedGb();
    return gb == null ? BigDecimal.ZERO : gb;
  }

  /** Their account at the vendor that takes the data over; null for none. */
  public @Nullable String accountFor(int successor, int vendor) {
    OptionalInt account = firstAccount(successor, vendor);
    return account.isEmpty() ? null : book.accounts().get(account.getAsInt()).id();
  }

  /** Their first active account there with an open named holding. */
  private OptionalInt firstAccount(int person, int vendor) {
    for (int account : book.accountsOf(person)) {
      if (book.vendorOfAccount(account) == vendor
          && book.standings().stateOn(account, today) == Account.State.ACTIVE
          && holdsNamed(account)) {
        return OptionalInt.of(account);
      }
    }
    return OptionalInt.empty();
  }

  private boolean holdsNamed(int account) {
    Holdings holdings = book.holdings();
    for (int h : holdings.ofAccount(account)) {
      if (holdings.openOn(h, today)
          && book.planOfLine(holdings.line(h)).model() == PlanModel.NAMED) {
        return true;
      }
    }
    return false;
  }
}
