package org.sobertally.server.people;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.leading.FieldLeads;
import org.sobertally.server.slates.BlockedSeats;

/** Everything about one person. */
@ApplicationScoped
class PersonPages {

  private static final int RIBBON_DAYS = 400;

  private final Journal journal;
  private final FieldLeads leads;
  private final BlockedSeats blocked;

  PersonPages(Journal journal, FieldLeads leads, BlockedSeats blocked) {
    this.blocked = blocked;
    this.journal = journal;
    this.leads = leads;
  }

  @Schema(name = "PersonGroup")
  record PersonGroup(String group, String name, boolean leads, List<String> ledBy) {}

  /**
   * @param days of use, one character a day up to the measure day: {@code 1} used, {@code 0} not
   *     used, {@code -} before the evidence begins; only the newest day is known where the vendor
   *     tells no more
   */
  @Schema(name = "PartUse")
  record PartUse(String part, String name, String days) {}

  @Schema(name = "PersonKeep")
  record PersonKeep(String reason, @Schema(nullable = true) String by, LocalDate until) {}

  /**
   * Which seat, since when and how.
   *
   * @param method how the seat came to them
   */
  record Held(
      String holding,
      String line,
      String plan,
      String planName,
      @Nullable LocalDate from,
      @Schema(nullable = true) @Nullable LocalDate until,
      Holding.Method method) {}

  /**
   * @param state null once the seat is no longer held
   * @param blocked moves of the seat that cannot go today, and why; any change as {@code SWAP}
   */
  @Schema(name = "PersonSeat")
  record PersonSeat(
      @JsonUnwrapped Held held,
      @Schema(nullable = true) @Nullable UseState state,
      boolean cannotSay,
      boolean onLeave,
      @Schema(nullable = true) @Nullable LocalDate lastUsed,
      @Schema(nullable = true) @Nullable Integer idleDays,
      MoneyDto yearlyCost,
      @Schema(nullable = true) @Nullable PersonKeep keep,
      Map<MoveKind, String> blocked) {}

  /**
   * @param seats held now first, then those that were
   * @param blocked moves of the whole account that cannot go today, and why
   * @param ribbonTo the last day of the ribbons
   */
  @Schema(name = "PersonAccount")
  record PersonAccount(
      String account,
      String vendor,
      String vendorName,
      Account.State state,
      @Schema(nullable = true) @Nullable LocalDate stateSince,
      boolean admin,
      List<PersonSeat> seats,
      Map<MoveKind, String> blocked,
      LocalDate ribbonTo,
      List<PartUse> use) {}

  /**
   * What the directory says.
   *
   * @param leaves the last day at work, where it is known
   */
  record Directory(
      String person,
      String name,
      String email,
      @Schema(nullable = true) @Nullable String department,
      @Schema(nullable = true) @Nullable String site,
      Person.Kind kind,
      Person.Status status,
      @Schema(nullable = true) @Nullable LocalDate statusSince,
      @Schema(nullable = true) @Nullable LocalDate until,
      @Schema(nullable = true) @Nullable LocalDate joined,
      @Schema(nullable = true) @Nullable LocalDate leaves) {}

  /**
   * @param aside what a source says of a field that another leads
   */
  @Schema(name = "PersonPage")
  record PersonPage(
      @JsonUnwrapped Directory directory,
      @Schema(nullable = true) @Nullable String manager,
      @Schema(nullable = true) @Nullable String managerName,
      int reports,
      List<PersonGroup> groups,
      List<PersonAccount> accounts,
      List<FieldLeads.Said> aside) {}

  PersonPage page(Book book, UseStates states, LocalDate day, String id) {
    Person person = book.people().byId(id);
    Person.Status status = person.statusOn(day);
    boolean current = status == person.status();
    List<PersonAccount> accounts = new ArrayList<>();
    BlockedSeats.Today now = blocked.today(book);
    for (int a : book.accountsOf(book.people().require(id))) {
      accounts.add(account(book, states, now, a));
    }
    return new PersonPage(
        new Directory(
            id,
            person.name(),
            person.email(),
            person.department(),
            person.site(),
            person.kind(),
            status,
            current ? person.statusSince() : null,
            current ? person.until() : null,
            person.joined(),
            person.leaves()),
        person.manager(),
        person.manager() == null ? null : book.people().byId(person.manager()).name(),
        (int) book.people().all().stream().filter(p -> id.equals(p.manager())).count(),
        book.groupsOf(id).stream().map(group -> group(book, group, id)).toList(),
        accounts,
        leads.asideOf(id));
  }

  private static PersonGroup group(Book book, Group group, String person) {
    return new PersonGroup(
        group.id(),
        group.name(),
        group.leads().contains(person),
        group.leads().stream().map(lead -> book.people().byId(lead).name()).toList());
  }

  private static PersonAccount account(Book book, UseStates states, BlockedSeats.Today now, int a) {
    LocalDate day = states.asOf();
    Account account = book.accounts().get(a);
    Vendor vendor = book.vendors().byId(account.vendor());
    List<PersonSeat> seats = new ArrayList<>();
    long parts = 0;
    for (int h : book.holdings().ofAccount(a)) {
      if (book.holdings().from(h) <= Days.of(day)) {
        parts |= book.partsOfPlan(book.planNumberOfLine(book.holdings().line(h)));
        seats.add(states.isOpen(h) ? 0 : seats.size(), seat(book, states, now, h));
      }
    }
    Evidence evidence = book.evidenceOf(vendor.id(), day);
    LocalDate to = evidence.measureDay(day);
    return new PersonAccount(
        account.id(),
        vendor.id(),
        vendor.name(),
        account.stateOn(day),
        account.stateOn(day) == account.state() ? account.stateSince() : null,
        account.admin(),
        seats,
        now.ofAccount(account.id()),
        to,
        use(book, a, parts, evidence, to));
  }

  private static List<PartUse> use(Book book, int a, long parts, Evidence evidence, LocalDate to) {
    String vendor = book.accounts().get(a).vendor();
    List<PartUse> use = new ArrayList<>();
    List<String> titles = book.partTitles(vendor, parts);
    List<String> names = book.partNames(vendor, parts);
    for (int n = 0; n < names.size(); n++) {
      int part = book.partsOf(vendor).indexOf(names.get(n));
      use.add(new PartUse(names.get(n), titles.get(n), ribbon(book, a, part, evidence, to)));
    }
    return use;
  }

  private static String ribbon(Book book, int account, int part, Evidence evidence, LocalDate to) {
    StringBuilder days = new StringBuilder(RIBBON_DAYS);
    int last = Days.of(to);
    for (int d = last - RIBBON_DAYS + 1; d <= last; d++) {
      boolean used = book.activity().lastUse(account, 1L << part, d, d) != Days.NONE;
      days.append(d < Days.of(evidence.from()) ? '-' : used ? '1' : '0');
    }
    return days.toString();
  }

  private static PersonSeat seat(Book book, UseStates states, BlockedSeats.Today now, int h) {
    LocalDate day = states.asOf();
    Holdings holdings = book.holdings();
    int line = holdings.line(h);
    Plan plan = book.planOfLine(line);
    boolean open = states.isOpen(h);
    Keep keep = open ? book.keepOn(holdings.id(h), day) : null;
    return new PersonSeat(
        new Held(
            holdings.id(h),
            book.lines().get(line).id(),
            plan.id(),
            plan.name(),
            Days.date(holdings.from(h)),
            Days.date(holdings.until(h)),
            holdings.method(h)),
        open ? states.state(h) : null,
        open && states.cannotSay(h),
        open && states.onLeave(h),
        open ? Days.date(states.lastUsed(h)) : null,
        open ? states.idleDays(h) : null,
        MoneyDto.of(book.seatPrice(line, day)),
        keep == null ? null : new PersonKeep(keep.reason(), keep.by(), keep.until()),
        open ? now.ofSeat(h) : Map.of());
  }

  List<Timeline.Event> timeline(Book book, LocalDate day, String person) {
    return Timeline.of(book, day, person, journal.ofPerson(person));
  }
}
