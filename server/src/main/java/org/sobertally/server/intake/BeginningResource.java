package org.sobertally.server.intake;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceDips;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.time.TallyClock;

/** What is here already, what is still missing, and what can be said with it. */
@Path("/api/v1/beginning")
@Tag(name = "intake")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class BeginningResource {

  private static final int SOONEST = 3;

  private final Books books;
  private final TallyClock clock;
  private final IntakeService intakes;

  BeginningResource(Books books, TallyClock clock, IntakeService intakes) {
    this.books = books;
    this.clock = clock;
    this.intakes = intakes;
  }

  /**
   * How far the beginning has come.
   *
   * @param done of the four steps
   * @param notices the soonest days on which notice can still be given
   * @param dips subscriptions of which a few seats more would cost less
   */
  @Schema(name = "Beginning")
  record Beginning(
      int done,
      String currency,
      PeopleStep people,
      ContractStep contracts,
      VendorStep seats,
      VendorStep use,
      List<Notice> notices,
      List<Dip> dips) {}

  /**
   * @param away who has left, is suspended or on leave
   * @param from the file that they came with last; null where they came otherwise
   */
  @Schema(name = "BeginningPeople")
  record PeopleStep(
      int people, int away, int departments, @Schema(nullable = true) @Nullable String from) {}

  /**
   * @param yearlyCost what all of it costs a year
   */
  @Schema(name = "BeginningContracts")
  record ContractStep(
      int vendors,
      int plans,
      MoneyDto yearlyCost,
      @Schema(nullable = true) @Nullable String from) {}

  /**
   * @param count seats held, or vendors whose use is known
   * @param vendors of which something is known
   * @param of vendors of which it could be
   * @param missing names of the others
   */
  @Schema(name = "BeginningVendors")
  record VendorStep(
      int count,
      int vendors,
      int of,
      List<String> missing,
      @Schema(nullable = true) @Nullable String from) {}

  @Schema(name = "BeginningNotice")
  record Notice(LocalDate day, String vendor, String agreement, boolean byItself) {}

  /**
   * @param seats bought, where {@code instead} would cost so much less a year
   */
  @Schema(name = "BeginningDip")
  record Dip(String line, String plan, int seats, int instead, MoneyDto less) {}

  @GET
  public Beginning look() {
    Book book = books.current();
    LocalDate today = clock.today();
    List<TakenFile> files = intakes.all();
    PeopleStep people = people(book, newest(files, FileKind.PEOPLE));
    ContractStep contracts = contracts(book, today, newest(files, FileKind.CONTRACTS));
    VendorStep seats = seats(book, today, newest(files, FileKind.HOLDINGS));
    VendorStep use = use(book, newest(files, FileKind.LAST_USE));
    int done =
        (people.people() > 0 ? 1 : 0)
            + (contracts.plans() > 0 ? 1 : 0)
            + (seats.count() > 0 ? 1 : 0)
            + (use.vendors() > 0 ? 1 : 0);
    return new Beginning(
        done,
        book.rates().reportingCurrency(),
        people,
        contracts,
        seats,
        use,
        notices(book, today),
        dips(book, today));
  }

  private static @Nullable String newest(List<TakenFile> files, FileKind kind) {
    return files.stream()
        .filter(file -> file.kind == kind && file.takenBack == null && file.mayGo)
        .map(file -> file.fileName)
        .findFirst()
        .orElse(null);
  }

  private static PeopleStep people(Book book, @Nullable String from) {
    List<Person> people =
        book.people().all().stream().filter(p -> p.kind() == Person.Kind.PERSON).toList();
    long away = people.stream().filter(p -> p.status() != Person.Status.ACTIVE).count();
    long departments =
        people.stream().map(Person::department).filter(Objects::nonNull).distinct().count();
    return new PeopleStep(people.size(), (int) away, (int) departments, from);
  }

  private static ContractStep contracts(Book book, LocalDate today, @Nullable String from) {
    long bought = book.lines().all().stream().map(line -> line.plan()).distinct().count();
    return new ContractStep(
        vendors(book, line -> true).size(),
        (int) bought,
        MoneyDto.of(book.yearlyCost(today).rounded()),
        from);
  }

  /** The names of the vendors of whom something fitting is bought. */
  private static TreeSet<String> vendors(Book book, Predicate<Integer> fits) {
    TreeSet<String> vendors = new TreeSet<>();
    for (int line = 0; line < book.lines().size(); line++) {
      if (fits.test(line)) {
        vendors.add(book.vendors().get(book.vendorOfLine(line)).name());
      }
    }
    return vendors;
  }

  private static VendorStep seats(Book book, LocalDate today, @Nullable String from) {
    int open = 0;
    boolean[] held = new boolean[book.lines().size()];
    for (int h = 0; h < book.holdings().size(); h++) {
      if (book.holdings().openOn(h, Days.of(today))) {
        held[book.holdings().line(h)] = true;
        open++;
      }
    }
    // Nobody holds a seat of a pool.
    TreeSet<String> all =
        vendors(book, line -> book.planOfLine(line).model() != PlanModel.FLOATING);
    return step(open, all, vendors(book, line -> held[line]), from);
  }

  private static VendorStep use(Book book, @Nullable String from) {
    // Of a pool its sessions tell.
    TreeSet<String> known =
        vendors(
            book,
            line -> {
              int plan = book.planNumberOfLine(line);
              return book.hasEvidence(book.vendors().get(book.vendorOfLine(line)).id())
                  || book.sessions().planEnd(plan) > book.sessions().planStart(plan);
            });
    return step(known.size(), vendors(book, line -> true), known, from);
  }

  private static VendorStep step(
      int count, TreeSet<String> all, TreeSet<String> known, @Nullable String from) {
    List<String> missing = all.stream().filter(name -> !known.contains(name)).toList();
    return new VendorStep(count, all.size() - missing.size(), all.size(), missing, from);
  }

  private static List<Notice> notices(Book book, LocalDate today) {
    List<Notice> notices = new ArrayList<>();
    for (Agreement agreement : book.agreements().all()) {
      agreement
          .noticeBy(today)
          .filter(day -> !day.isBefore(today) && agreement.inForce(today))
          .ifPresent(
              day ->
                  notices.add(
                      new Notice(
                          day,
                          book.vendors().byId(agreement.vendor()).name(),
                          agreement.name(),
                          agreement.termOn(today).renews() == Agreement.Renews.AUTO)));
    }
    notices.sort(Comparator.comparing(Notice::day).thenComparing(Notice::agreement));
    return notices.stream().limit(SOONEST).toList();
  }

  private static List<Dip> dips(Book book, LocalDate today) {
    List<Dip> dips = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      int bought = book.boughtOn(line, today);
      var prices = book.lines().get(line).pricesOn(today);
      int better = PriceDips.cheapestAtLeast(prices, bought);
      if (better > bought) {
        String currency = book.agreementOfLine(line).currency();
        Money less = new Money(prices.costOf(bought).subtract(prices.costOf(better)), currency);
        dips.add(
            new Dip(
                book.lines().get(line).id(),
                book.planOfLine(line).name(),
                bought,
                better,
                MoneyDto.of(book.rates().toReporting(less, today).rounded())));
      }
    }
    return dips;
  }
}
