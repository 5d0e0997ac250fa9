package org.sobertally.core.book;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.catalogue.Part;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.money.Rates;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;

/** Collects what a book is made of, in any order. */
public final class BookBuilder {

  long version = 1;
  HouseRules rules = HouseRules.DEFAULT;
  Rates rates = new Rates("EUR", List.of());
  List<Vendor> vendors = List.of();
  List<Plan> plans = List.of();
  List<Agreement> agreements = List.of();
  List<Subscription> lines = List.of();
  List<Offer> offers = List.of();
  List<Person> people = List.of();
  List<Group> groups = List.of();
  List<StandingRule> standingRules = List.of();
  List<Account> accounts = List.of();
  List<Holding> holdings = List.of();
  List<Keep> keeps = List.of();
  List<DataRule> dataRules = List.of();
  List<VendorBill> bills = List.of();
  List<Allowance> allowances = List.of();
  Map<String, Evidence> evidence = Map.of();
  Map<String, List<String>> parts = Map.of();
  @Nullable Function<Book, ActivityCalendar> activity;
  List<Part> partFacts = List.of();
  List<Session> sessions = List.of();
  List<Install> installs = List.of();

  public BookBuilder version(long number) {
    version = number;
    return this;
  }

  public BookBuilder rules(HouseRules value) {
    rules = value;
    return this;
  }

  public BookBuilder rates(Rates value) {
    rates = value;
    return this;
  }

  public BookBuilder vendors(List<Vendor> value) {
    vendors = value;
    return this;
  }

  public BookBuilder plans(List<Plan> value) {
    plans = value;
    return this;
  }

  public BookBuilder agreements(List<Agreement> value) {
    agreements = value;
    return this;
  }

  public BookBuilder lines(List<Subscription> value) {
    lines = value;
    return this;
  }

  /** What vendors propose for terms to come. */
  public BookBuilder offers(List<Offer> value) {
    offers = value;
    return this;
  }

  public BookBuilder people(List<Person> value) {
    people = value;
    return this;
  }

  public BookBuilder groups(List<Group> value) {
    groups = value;
    return this;
  }

  public BookBuilder standingRules(List<StandingRule> value) {
    standingRules = value;
    return this;
  }

  public BookBuilder accounts(List<Account> value) {
    accounts = value;
    return this;
  }

  public BookBuilder holdings(List<Holding> value) {
    holdings = value;
    return this;
  }

  public BookBuilder keeps(List<Keep> value) {
    keeps = value;
    return this;
  }

  public BookBuilder allowances(List<Allowance> value) {
    allowances = value;
    return this;
  }

  public BookBuilder bills(List<VendorBill> value) {
    bills = value;
    return this;
  }

  public BookBuilder dataRules(List<DataRule> value) {
    dataRules = value;
    return this;
  }

  /** By vendor. */
  public BookBuilder evidence(Map<String, Evidence> value) {
    evidence = value;
    return this;
  }

  /** By vendor; parts that only plans name need not be listed. */
  public BookBuilder parts(Map<String, List<String>> value) {
    parts = value;
    return this;
  }

  /**
   * Gives the activity of the book's accounts; it is called once accounts and parts have their
   * numbers.
   */
  public BookBuilder activity(Function<Book, ActivityCalendar> value) {
    activity = value;
    return this;
  }

  /** What is known of parts beyond their names. */
  public BookBuilder partFacts(List<Part> value) {
    partFacts = value;
    return this;
  }

  public BookBuilder sessions(List<Session> value) {
    sessions = value;
    return this;
  }

  public BookBuilder installs(List<Install> value) {
    installs = value;
    return this;
  }

  public Book build() {
    return new Book(this);
  }
}
