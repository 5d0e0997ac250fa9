package org.sobertally.server.people;

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
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.people.Person;
import org.sobertally.server.access.OpenToLeads;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.visibility.Reach;

/** Everybody: found and filtered, and one by one. */
@Path("/api/v1")
@Tag(name = "people")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class PeopleResource {

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final PeopleSearch search;
  private final PersonPages pages;
  private final Reach reach;

  PeopleResource(
      Books books,
      AsOf asOf,
      FigureCache figures,
      PeopleSearch search,
      PersonPages pages,
      Reach reach) {
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.search = search;
    this.pages = pages;
    this.reach = reach;
  }

  /**
   * People that fit everything that is asked, by name or as {@code sort} says.
   *
   * @param filter see {@link PeopleFilter}
   */
  @GET
  @Path("/people")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public RestResponse<List<PersonRow>> list(
      @QueryParam("asOf") String asOfText,
      @BeanParam PeopleFilter filter,
      @QueryParam("sort") String sort,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    var roll = figures.roll(book, day);
    var states = figures.of(book, day).states();
    int[] found = search.find(book, states, roll, filter, sort, reach);
    PersonRows rows = new PersonRows(book, states, roll);
    return Page.ofPlaces(found.length, n -> rows.row(found[n]), limit, cursor, uri, book.version());
  }

  /**
   * How many people fit, and what they come to together.
   *
   * @param people how many, service accounts included
   * @param service how many of them are service accounts
   * @param holdings the seats they hold
   */
  @Schema(name = "PeopleTotals")
  record Totals(int people, int service, int holdings, MoneyDto yearlyCost, MoneyDto recoverable) {}

  @GET
  @Path("/people/totals")
  @OpenToLeads
  public Totals totals(@QueryParam("asOf") String asOfText, @BeanParam PeopleFilter filter) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    var roll = figures.roll(book, day);
    int[] found = search.find(book, figures.of(book, day).states(), roll, filter, null, reach);
    return PersonRows.totals(book, roll, found);
  }

  @Schema(name = "Choice")
  record Choice(String id, String name) {}

  /**
   * What people can be filtered by; nobody holds a seat of a pool.
   *
   * @param leads those who lead one of the groups
   */
  @Schema(name = "PeopleChoices")
  record Choices(
      List<Choice> groups,
      List<Choice> leads,
      List<String> sites,
      List<String> departments,
      List<Choice> plans) {}

  @GET
  @Path("/people/choices")
  @OpenToLeads
  public Choices choices() {
    Book book = books.current();
    return new Choices(
        reach.groups(book).stream().map(g -> new Choice(g.id(), g.name())).toList(),
        reach.groups(book).stream()
            .flatMap(group -> group.leads().stream())
            .distinct()
            .filter(book.people()::has)
            .map(lead -> new Choice(lead, book.people().byId(lead).name()))
            .sorted(Comparator.comparing(Choice::name))
            .toList(),
        distinct(seen(book).map(Person::site)),
        distinct(seen(book).map(Person::department)),
        book.plans().all().stream()
            .filter(plan -> plan.model() != PlanModel.FLOATING)
            .map(p -> new Choice(p.id(), book.vendors().byId(p.vendor()).name() + " " + p.name()))
            .toList());
  }

  private Stream<Person> seen(Book book) {
    BitSet people = reach.people(book);
    return people == null
        ? book.people().all().stream()
        : people.stream().mapToObj(book.people()::get);
  }

  private static List<String> distinct(Stream<String> values) {
    return values.filter(Objects::nonNull).distinct().sorted().toList();
  }

  @GET
  @Path("/people/{person}")
  @OpenToLeads
  public PersonPages.PersonPage person(
      @PathParam("person") String person, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    reach.require(book, person);
    LocalDate day = asOf.of(book, asOfText);
    return pages.page(book, figures.of(book, day).states(), day, person);
  }

  /** Everything that is known to have happened to the person up to the day, the newest first. */
  @GET
  @Path("/people/{person}/timeline")
  @OpenToLeads
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Timeline.Event> timeline(
      @PathParam("person") String person, @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    reach.require(book, person);
    return pages.timeline(book, asOf.of(book, asOfText), person);
  }
}
