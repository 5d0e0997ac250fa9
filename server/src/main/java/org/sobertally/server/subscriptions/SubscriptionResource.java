package org.sobertally.server.subscriptions;

import static java.util.Objects.requireNonNull;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.BeanParam;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.explain.Figure;
import org.sobertally.core.explain.Rows;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Place;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.ledger.Posting;
import org.sobertally.core.money.Money;
import org.sobertally.core.use.IdleCurve;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.kept.Savings;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.slates.BlockedSeats;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.visibility.Reach;

/** What is bought, who holds it, and what it is for. */
@Path("/api/v1")
@Tag(name = "subscriptions")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class SubscriptionResource {

  private static final String CSV = "text/csv";

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final Journal journal;
  private final Savings savings;
  private final Reach reach;
  private final BlockedSeats blocked;

  SubscriptionResource(
      Books books,
      AsOf asOf,
      FigureCache figures,
      Journal journal,
      Savings savings,
      Reach reach,
      BlockedSeats blocked) {
    this.blocked = blocked;
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.journal = journal;
    this.savings = savings;
    this.reach = reach;
  }

  private Summaries summaries(Book book, LocalDate day) {
    return new Summaries(book, day, figures, reach.people(book));
  }

  static int line(Book book, String id) {
    int line = Required.subscription(book, id);
    return line;
  }

  @GET
  @Path("/standing")
  @OpenToLeads
  public Dto.Standing standing(@QueryParam("asOf") String asOfText) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    String currency = book.rates().reportingCurrency();
    // What an agreement no longer costs is nobody's group's.
    boolean all = !reach.isLimited();
    Money none = Money.zero(currency);
    return summaries(book, day)
        .standing(
            all ? savings.cashToDate(day, currency) : none,
            all ? savings.yearlyOn(day, currency) : none);
  }

  @GET
  @Path("/subscriptions")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, CSV})
  public RestResponse<List<Dto.Subscription>> subscriptions(
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    Summaries summaries = summaries(book, asOf.of(book, asOfText));
    List<Dto.Subscription> all =
        IntStream.range(0, book.lines().size()).mapToObj(summaries::subscription).toList();
    return Page.of(all, one -> one.what().line(), limit, cursor, uri, book.version());
  }

  /** What is bought of each vendor, all in all; by name. */
  @GET
  @Path("/vendor-sums")
  @Produces({MediaType.APPLICATION_JSON, CSV})
  public List<Dto.VendorSums> vendorSums(@QueryParam("asOf") String asOfText) {
    Book book = books.current();
    Summaries summaries = summaries(book, asOf.of(book, asOfText));
    return IntStream.range(0, book.vendors().size())
        .mapToObj(summaries::vendor)
        .filter(Objects::nonNull)
        .sorted(Comparator.comparing(Dto.VendorSums::vendorName))
        .toList();
  }

  @GET
  @Path("/subscriptions/{line}")
  public Dto.Subscription subscription(
      @PathParam("line") String lineId, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int line = line(book, lineId);
    return summaries(book, asOf.of(book, asOfText)).subscription(line);
  }

  /**
   * @param figureText only the rows that this figure was counted from, by the house's own lines
   */
  @GET
  @Path("/subscriptions/{line}/holdings")
  @Produces({MediaType.APPLICATION_JSON, CSV})
  public RestResponse<List<Dto.HoldingDto>> holdings(
      @PathParam("line") String lineId,
      @QueryParam("asOf") String asOfText,
      @QueryParam("state") String stateText,
      @QueryParam("idleLine") String idleLineText,
      @QueryParam("figure") String figureText,
      @BeanParam HolderFilter filter,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    int line = line(book, lineId);
    LocalDate day = asOf.of(book, asOfText);
    OptionalInt idleLine = Params.number("idleLine", idleLineText, 1, IdleCurve.LONGEST);
    Optional<UseState> wanted = Params.choice("state", stateText, UseState.class);
    UseStates whole = figures.of(book, day).states();
    UseStates states = idleLine.isEmpty() ? whole : whole.judgedBy(line, idleLine.getAsInt());
    HolderList list = new HolderList(states, line, blocked.today(book));
    Optional<Figure> figure = Params.choice("figure", figureText, Figure.class);
    List<Integer> holders =
        HolderList.holders(states, line, wanted).stream().filter(filter.of(book)::test).toList();
    if (figure.isPresent()) {
      Set<Integer> counted = new HashSet<>();
      Arrays.stream(Rows.of(figures.of(book, day).covers(), line, figure.get()))
          .forEach(counted::add);
      holders = holders.stream().filter(counted::contains).toList();
    }
    return Page.of(holders, book.holdings()::id, list::holder, limit, cursor, uri, book.version());
  }

  /** By what its holders can be narrowed. */
  @GET
  @Path("/subscriptions/{line}/holders/choices")
  public HolderFilter.Choices choices(
      @PathParam("line") String lineId, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    int line = line(book, lineId);
    LocalDate day = asOf.of(book, asOfText);
    UseStates states = figures.of(book, day).states();
    return HolderFilter.choices(book, HolderList.holders(states, line, Optional.empty()));
  }

  @GET
  @Path("/subscriptions/{line}/ledger")
  public Dto.LedgerDto ledger(
      @PathParam("line") String lineId,
      @QueryParam("asOf") String asOfText,
      @QueryParam("newest") String newestText) {
    Book book = books.current();
    int line = line(book, lineId);
    LocalDate day = asOf.of(book, asOfText);
    OptionalInt newest = Params.number("newest", newestText, 0, 10_000);
    Ledger ledger = figures.ledger(book, line);
    Places places = ledger.on(day);
    return new Dto.LedgerDto(
        places.bought(),
        new Dto.PlacesDto(places.spare(), places.promised(), places.held(), places.resting()),
        postings(book, ledger, lineId, day, newest));
  }

  /**
   * The ledger's newest postings up to the day, each with the slate that caused it. A seat taken
   * back and handed out again on one day leaves no trace in the facts; both postings are in the
   * journal and are shown from there, where they cancel out.
   */
  private List<Dto.PostingDto> postings(
      Book book, Ledger ledger, String lineId, LocalDate day, OptionalInt newest) {
    Map<String, JournalEntry> recorded = new HashMap<>();
    Set<String> holdings = new HashSet<>();
    for (JournalEntry entry : journal.postingsOf(lineId)) {
      recorded.put(key(entry.holding, entry.day, entry.toPlace), entry);
      holdings.add(entry.holding);
    }
    List<Posting> facts = ledger.upTo(day);
    Map<Posting, String> slates = new IdentityHashMap<>();
    for (Posting posting : facts) {
      // Most holdings were never on a slate: their keys need not be made.
      if (holdings.contains(posting.holding())) {
        String key = key(posting.holding(), posting.day(), posting.to().name());
        JournalEntry cause = recorded.remove(key);
        slates.put(posting, cause == null ? null : cause.slate);
      }
    }
    List<JournalEntry> cancelled = cancelled(book, recorded.values(), day);
    int all = facts.size() + cancelled.size();
    int from = Math.max(0, all - newest.orElse(all));
    List<Dto.PostingDto> postings = new ArrayList<>(all - from);
    for (Posting posting : facts.subList(Math.min(from, facts.size()), facts.size())) {
      postings.add(Dto.PostingDto.of(posting, slates.get(posting)));
    }
    cancelled.stream()
        .skip(Math.max(0, from - facts.size()))
        .forEach(entry -> postings.add(cancelled(entry)));
    return postings;
  }

  /** Postings that were made and are no facts any more, in the order in which they were made. */
  private static List<JournalEntry> cancelled(
      Book book, Collection<JournalEntry> entries, LocalDate day) {
    return entries.stream()
        .filter(entry -> !entry.day.isAfter(day))
        // A book that replaced everything may not know of the seat any more.
        .filter(entry -> entry.holding != null && book.holdings().numberOf(entry.holding) >= 0)
        .sorted(Comparator.comparing(entry -> entry.id))
        .toList();
  }

  private static Dto.PostingDto cancelled(JournalEntry entry) {
    Place to = Place.valueOf(requireNonNull(entry.toPlace));
    boolean out = to == Place.HELD || to == Place.PROMISED;
    Posting.Cause cause = out ? Posting.Cause.HANDED_OUT : Posting.Cause.TAKEN_BACK;
    return new Dto.PostingDto(
        entry.day,
        Place.valueOf(requireNonNull(entry.fromPlace)),
        to,
        requireNonNull(entry.seats),
        cause,
        entry.holding,
        entry.slate);
  }

  private static String key(@Nullable String holding, LocalDate day, @Nullable String to) {
    return holding + " " + day + " " + to;
  }
}
