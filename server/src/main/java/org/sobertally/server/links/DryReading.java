package org.sobertally.server.links;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Reconciliation;
import org.sobertally.core.people.Person;
import org.sobertally.server.names.AlikeNames;
import org.sobertally.server.vendors.IdMapping;
import org.sobertally.server.vendors.VendorAccount;
import org.sobertally.server.vendors.VendorConnection.Roll;

/**
 * What a link would bring: nothing is kept and nothing is asked for but to read.
 *
 * @param fault why the vendor could not be read; null where it could
 * @param accounts how many it shows
 * @param recognised how many of them are accounts of the book, by the rule that says so
 * @param unknown how many nobody here knows
 * @param unknownSome the first of them, and whose they are likely to be
 * @param unclear those of which several accounts here may be meant
 * @param missing how many accounts of the book hold a seat and the vendor does not show
 * @param names what the vendor shows as seats
 * @param onlyAtVendor seats that the vendor would show and the book does not have
 * @param onlyInBook seats of the book that the vendor would not show
 * @param drift the first of both
 */
@Schema(name = "DryReading")
record DryReading(
    @Schema(nullable = true) @Nullable String fault,
    int accounts,
    List<Rule> recognised,
    int unknown,
    List<Stranger> unknownSome,
    List<Unclear> unclear,
    int missing,
    List<Name> names,
    int onlyAtVendor,
    int onlyInBook,
    List<Seat> drift) {

  private static final int SOME = 20;

  @Schema(name = "DryReadingRule")
  record Rule(Recognition.By by, int accounts) {}

  /**
   * @param person who has that mail here; null where nobody
   */
  @Schema(name = "DryReadingStranger")
  record Stranger(String account, String email, @Schema(nullable = true) @Nullable String person) {}

  @Schema(name = "DryReadingUnclear")
  record Unclear(String account, String email, List<String> ours) {}

  /**
   * @param called how the vendor writes it
   * @param accounts how many hold it
   * @param plan which plan that is; null where it is none or was not said
   * @param said whether somebody said so, or it is called as the plan is here
   * @param suggested which plan it is likely to be, where nobody said
   */
  @Schema(name = "DryReadingName")
  record Name(
      String theirs,
      String called,
      int accounts,
      @Schema(nullable = true) @Nullable String plan,
      boolean said,
      @Schema(nullable = true) @Nullable String suggested) {}

  @Schema(name = "DryReadingSeat")
  record Seat(String account, String name, String plan, boolean onlyAtVendor) {}

  static DryReading failed(@Nullable String fault) {
    return new DryReading(
        fault, 0, List.of(), 0, List.of(), List.of(), 0, List.of(), 0, 0, List.of());
  }

  /** Whom of ours the vendor means by what it shows. */
  static Recognition recognition(Book book, VendorLink link, Roll.All roll) {
    Map<String, String> remembered = new HashMap<>();
    link.accounts.forEach((ours, theirs) -> remembered.put(theirs, ours));
    return Recognition.of(book, link.vendor, roll.logins(), remembered, Set.of());
  }

  static DryReading of(Book book, VendorLink link, Roll.All roll, LocalDate day) {
    Recognition known = recognition(book, link, roll);
    Map<String, String> ours = new HashMap<>();
    known.matches.forEach(match -> ours.put(match.theirs().account(), match.account()));
    List<Name> names = names(book, link, roll);
    List<Reconciliation.Drift> drift = drift(book, link, roll, ours, names, day);
    Map<Recognition.By, Integer> rules = new TreeMap<>();
    known.matches.forEach(match -> rules.merge(match.by(), 1, Integer::sum));
    int atVendor =
        (int) drift.stream().filter(Reconciliation.Drift.OnlyAtVendor.class::isInstance).count();
    return new DryReading(
        null,
        roll.logins().size(),
        rules.entrySet().stream().map(one -> new Rule(one.getKey(), one.getValue())).toList(),
        known.unknown.size(),
        strangers(book, known),
        known.unclear.stream().limit(SOME).map(DryReading::unclear).toList(),
        notShown(drift, new HashSet<>(ours.values())),
        names,
        atVendor,
        drift.size() - atVendor,
        drift.stream().limit(SOME).map(one -> seat(book, one)).toList());
  }

  private static Unclear unclear(Recognition.Unclear one) {
    return new Unclear(one.theirs().account(), one.theirs().email(), one.ours());
  }

  /** How many of our accounts there is nothing of at the vendor. */
  private static int notShown(List<Reconciliation.Drift> drift, Set<String> shown) {
    return (int)
        drift.stream()
            .filter(Reconciliation.Drift.OnlyInBook.class::isInstance)
            .map(Reconciliation.Drift::account)
            .filter(account -> !shown.contains(account))
            .distinct()
            .count();
  }

  private static List<Stranger> strangers(Book book, Recognition known) {
    Map<String, String> people =
        book.people().all().stream()
            .filter(person -> !person.email().isBlank())
            .collect(
                Collectors.toMap(
                    person -> person.email().toLowerCase(Locale.ROOT), Person::name, (a, b) -> a));
    return known.unknown.stream()
        .sorted(Comparator.comparing(VendorAccount::account))
        .limit(SOME)
        .map(
            one ->
                new Stranger(
                    one.account(), one.email(), people.get(one.email().toLowerCase(Locale.ROOT))))
        .toList();
  }

  private static List<Name> names(Book book, VendorLink link, Roll.All roll) {
    Map<String, Integer> holders = new TreeMap<>();
    roll.planNames().keySet().forEach(theirs -> holders.put(theirs, 0));
    for (VendorAccount login : roll.logins()) {
      login.plans().forEach(theirs -> holders.merge(theirs, 1, Integer::sum));
    }
    link.plans.keySet().forEach(theirs -> holders.putIfAbsent(theirs, 0));
    Map<String, String> plans = new HashMap<>();
    book.plans().all().stream()
        .filter(plan -> plan.vendor().equals(link.vendor))
        .forEach(plan -> plans.put(plan.id(), plan.name()));
    return holders.entrySet().stream()
        .map(
            one -> {
              String called = roll.planNames().getOrDefault(one.getKey(), one.getKey());
              return name(one.getKey(), called, one.getValue(), link, plans);
            })
        .toList();
  }

  private static Name name(
      String theirs, String called, int accounts, VendorLink link, Map<String, String> plans) {
    String said = link.plans.get(theirs);
    boolean same = plans.containsKey(theirs);
    String plan = said == null ? (same ? theirs : null) : said;
    return new Name(
        theirs,
        called,
        accounts,
        IdMapping.NO_PLAN.equals(plan) ? null : plan,
        said != null || same,
        plan != null ? null : AlikeNames.closest(called, plans).orElse(null));
  }

  private static List<Reconciliation.Drift> drift(
      Book book,
      VendorLink link,
      Roll.All roll,
      Map<String, String> ours,
      List<Name> names,
      LocalDate day) {
    Map<String, String> plans = new HashMap<>();
    names.stream()
        .filter(name -> name.plan() != null)
        .forEach(name -> plans.put(name.theirs(), name.plan()));
    Map<String, Set<String>> reported = new HashMap<>();
    for (VendorAccount login : roll.logins()) {
      Set<String> held = new HashSet<>();
      login.plans().forEach(theirs -> held.add(plans.getOrDefault(theirs, "")));
      held.remove("");
      reported.put(ours.getOrDefault(login.account(), login.account()), held);
    }
    return Reconciliation.drift(book, book.vendors().require(link.vendor), day, reported);
  }

  private static Seat seat(Book book, Reconciliation.Drift drift) {
    String person =
        book.accounts().has(drift.account())
            ? book.accounts().byId(drift.account()).person()
            : null;
    return new Seat(
        drift.account(),
        person == null ? drift.account() : book.people().byId(person).name(),
        book.plans().byId(drift.plan()).name(),
        drift instanceof Reconciliation.Drift.OnlyAtVendor);
  }
}
