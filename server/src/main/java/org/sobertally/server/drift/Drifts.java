package org.sobertally.server.drift;

import static java.util.Objects.requireNonNull;

import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.ledger.Reconciliation;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.server.book.file.BookService;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorAccount;
import org.sobertally.server.vendors.VendorRolls;

/** What vendors say otherwise than the book, and taking that over. */
@ApplicationScoped
class Drifts {

  private final Books books;
  private final BookEditor editor;
  private final VendorRolls rolls;
  private final Journal journal;
  private final TallyClock clock;

  Drifts(Books books, BookEditor editor, VendorRolls rolls, Journal journal, TallyClock clock) {
    this.books = books;
    this.editor = editor;
    this.rolls = rolls;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * One thing.
   *
   * @param onlyAtVendor the vendor gives the account the plan and the book does not know of it;
   *     else the book says so and the vendor does not
   */
  @Schema(name = "Drift")
  record Drift(
      String account,
      @Schema(nullable = true) @Nullable String person,
      String name,
      String plan,
      String planName,
      @Schema(nullable = true) @Nullable String holding,
      boolean onlyAtVendor) {}

  /** Reads every vendor with a link, one after the other. */
  @Scheduled(
      every = "${sober.vendors.read-every}",
      delayed = "5s",
      concurrentExecution = ConcurrentExecution.SKIP)
  void readAll() {
    books.current().vendors().all().forEach(vendor -> rolls.read(vendor.id()));
  }

  /** A single file changes the book, and nothing of what the vendors said. */
  void onBookTaken(@Observes BookService.BookTaken taken) {
    if (taken.whole()) {
      rolls.clear();
    }
  }

  /** By account and plan; empty for a vendor that was not read. */
  List<Drift> of(Book book, String vendor) {
    int number = book.vendors().require(vendor);
    Map<String, Set<String>> reported = rolls.reported(book).get(number);
    if (reported == null) {
      return List.of();
    }
    return Reconciliation.drift(book, number, clock.today(), reported).stream()
        .map(drift -> shown(book, vendor, drift))
        .toList();
  }

  private Drift shown(Book book, String vendor, Reconciliation.Drift drift) {
    boolean known = book.accounts().has(drift.account());
    String person = known ? book.accounts().byId(drift.account()).person() : null;
    String email =
        known
            ? book.accounts().byId(drift.account()).email()
            : rolls
                .of(vendor)
                .map(read -> read.logins().get(drift.account()))
                .map(VendorAccount::email)
                .orElse(drift.account());
    return new Drift(
        drift.account(),
        person,
        person == null ? email : book.people().byId(person).name(),
        drift.plan(),
        book.plans().has(drift.plan()) ? book.plans().byId(drift.plan()).name() : drift.plan(),
        drift instanceof Reconciliation.Drift.OnlyInBook missing ? missing.holding() : null,
        drift instanceof Reconciliation.Drift.OnlyAtVendor);
  }

  /** The book follows the vendor in all of these, from today; or in none. */
  void takeOver(String vendor, List<DriftResource.TakeOver> what, String actor) {
    books.write(
        change -> {
          Map<String, Drift> found = new HashMap<>();
          of(change.book(), vendor).forEach(one -> found.put(key(one.account(), one.plan()), one));
          Map<String, String> people = new HashMap<>();
          for (Person person : change.book().people().all()) {
            people.merge(person.email().toLowerCase(Locale.ROOT), person.id(), (a, b) -> "");
          }
          for (DriftResource.TakeOver one : what) {
            Drift drift = found.get(key(one.account(), one.plan()));
            if (drift == null) {
              throw Refusal.conflict("The vendor and the book agree on that by now.");
            }
            takeOver(change, vendor, drift, people, actor);
          }
          return null;
        });
  }

  private static String key(String account, String plan) {
    return account + " " + plan;
  }

  private void takeOver(
      Books.Change change, String vendor, Drift drift, Map<String, String> people, String actor) {
    LocalDate today = clock.today();
    Book book = change.book();
    JournalEntry entry = new JournalEntry();
    entry.person = drift.person();
    if (drift.onlyAtVendor()) {
      takeIn(change, vendor, drift, people, entry);
    } else {
      String held = requireNonNull(drift.holding(), "only what is held is not at the vendor");
      entry.holding = held;
      entry.line = book.holding(book.holdings().numberOf(held)).line();
      editor.endHolding(change, held, today);
    }
    String text =
        drift.onlyAtVendor()
            ? "Took over from %s: %s holds %s."
            : "Took over from %s: %s no longer holds %s.";
    journal.add(
        actor,
        "DRIFT_TAKEN_OVER",
        text.formatted(book.vendors().byId(vendor).name(), drift.name(), drift.planName()),
        entry);
  }

  /** What the vendor has and the book does not: the account where need be, and its seat. */
  private void takeIn(
      Books.Change change,
      String vendor,
      Drift drift,
      Map<String, String> people,
      JournalEntry entry) {
    if (!change.book().accounts().has(drift.account())) {
      String person = people.getOrDefault(drift.name().toLowerCase(Locale.ROOT), "");
      entry.person = person.isEmpty() ? null : person;
      editor.put(change, opened(vendor, drift, entry.person));
    }
    entry.line = lineOf(change.book(), drift.plan(), clock.today());
    entry.holding =
        editor.openHolding(
            change,
            drift.account() + "-" + entry.line,
            drift.account(),
            entry.line,
            clock.today(),
            Holding.Method.VENDOR);
  }

  /** An account that the book did not know; whose it is its mail says. */
  private Account opened(String vendor, Drift drift, @Nullable String person) {
    Boolean active =
        rolls
            .of(vendor)
            .map(read -> read.logins().get(drift.account()))
            .map(VendorAccount::active)
            .orElse(null);
    Account.State state =
        Boolean.FALSE.equals(active) ? Account.State.SUSPENDED : Account.State.ACTIVE;
    LocalDate since = state == Account.State.SUSPENDED ? clock.today() : null;
    return new Account(drift.account(), vendor, person, drift.name(), state, since, false);
  }

  private static String lineOf(Book book, String plan, LocalDate day) {
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(plan) && book.agreementOfLine(line).inForce(day)) {
        return book.lines().get(line).id();
      }
    }
    throw Refusal.conflict(
        "No subscription to %s is in force; enter what was bought first.".formatted(plan));
  }
}
