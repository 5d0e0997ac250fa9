package org.sobertally.server.groups;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.directory.DirectoryGroups;
import org.sobertally.server.http.Problem;
import org.sobertally.server.refusal.Required;

/** One group: who is in it, who leads it, and whether it follows a department. */
@Path("/api/v1")
@Tag(name = "groups")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
public class GroupsResource {

  private static final int LONGEST_RETENTION = 36_500;

  private final Books books;
  private final Groups groups;
  private final DirectoryGroups directory;
  private final SecurityIdentity identity;

  GroupsResource(Books books, Groups groups, DirectoryGroups directory, SecurityIdentity identity) {
    this.books = books;
    this.groups = groups;
    this.directory = directory;
    this.identity = identity;
  }

  /**
   * @param follows the department whose people it has; null where it has its own
   * @param ofDirectory whether an identity provider keeps it, so that it cannot be changed here
   * @param departments that it could follow
   */
  @Schema(name = "GroupSheet")
  record Sheet(
      String group,
      String name,
      @Schema(nullable = true) @Nullable Integer retentionDays,
      @Schema(nullable = true) @Nullable String follows,
      boolean ofDirectory,
      List<Member> members,
      List<String> departments) {}

  @Schema(name = "GroupMember")
  record Member(
      String person,
      String name,
      String email,
      @Schema(nullable = true) @Nullable String department,
      boolean lead) {}

  /**
   * @param department that it follows; null for none
   */
  @Schema(name = "NewGroup")
  public record NewGroup(
      @NotBlank @Size(max = 200) String name,
      @Schema(nullable = true) @Size(max = 2000) String department) {}

  @Schema(name = "GroupForm")
  public record Form(
      @NotBlank @Size(max = 200) String name,
      @Schema(nullable = true) @Min(1) @Max(LONGEST_RETENTION) Integer retentionDays,
      @Schema(nullable = true) @Size(max = 2000) String follows) {}

  /**
   * @param who a person's id or mail address
   */
  @Schema(name = "GroupMemberForm")
  public record MemberForm(@NotBlank String who, boolean lead) {}

  @GET
  @Path("/groups/{group}")
  public Sheet look(@PathParam("group") String id) {
    Book book = books.current();
    Group group = Groups.known(book, id);
    List<String> departments =
        book.people().all().stream()
            .map(Person::department)
            .filter(Objects::nonNull)
            .distinct()
            .sorted()
            .toList();
    return new Sheet(
        id,
        group.name(),
        group.retentionDays(),
        groups.follows().get(id),
        directory.keeps(id),
        members(book, group),
        departments);
  }

  private static List<Member> members(Book book, Group group) {
    Set<String> leads = new HashSet<>(group.leads());
    return group.members().stream()
        .distinct()
        .map(book.people()::byId)
        .map(
            person ->
                new Member(
                    person.id(),
                    person.name(),
                    person.email(),
                    person.department(),
                    leads.contains(person.id())))
        .sorted(Comparator.comparing(Member::name).thenComparing(Member::person))
        .toList();
  }

  /** As a book may hold it. */
  private static String name(String text) {
    try {
      return Type.TEXT.canonicalOf(text.strip());
    } catch (Type.BadValueException e) {
      throw Problem.unprocessable("name: " + e.getMessage(), List.of());
    }
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }

  @POST
  @Path("/groups")
  public Sheet make(@NotNull @Valid NewGroup form) {
    return look(groups.make(name(form.name()), form.department(), actor()));
  }

  @PUT
  @Path("/groups/{group}")
  public Sheet change(@PathParam("group") String id, @NotNull @Valid Form form) {
    groups.change(id, name(form.name()), form.retentionDays(), form.follows(), actor());
    return look(id);
  }

  /** Somebody comes in, or leads from now on, or no longer. */
  @POST
  @Path("/groups/{group}/members")
  public Sheet add(@PathParam("group") String id, @NotNull @Valid MemberForm form) {
    groups.add(id, person(form.who().strip()), form.lead(), actor());
    return look(id);
  }

  private String person(String who) {
    Book book = books.current();
    if (book.people().has(who)) {
      return who;
    }
    String mail = who.toLowerCase(Locale.ROOT);
    List<Person> same =
        book.people().all().stream()
            .filter(person -> person.email().toLowerCase(Locale.ROOT).equals(mail))
            .toList();
    if (same.size() != 1) {
      throw Problem.unprocessable(
          same.isEmpty()
              ? "who: nobody has the id or the address %s.".formatted(who)
              : "who: several people have the address %s. Use an id.".formatted(who),
          List.of());
    }
    return same.get(0).id();
  }

  /** A group that somebody can be put into. */
  @Schema(name = "JoinableGroup")
  record Joinable(String group, String name) {}

  /** Those that they are not in and that have people of their own, by name. */
  @GET
  @Path("/people/{person}/joinable-groups")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Joinable> joinable(@PathParam("person") String person) {
    Book book = books.current();
    Required.person(book, person);
    Set<String> following = groups.follows().keySet();
    return book.groups().all().stream()
        .filter(group -> !group.members().contains(person))
        .filter(group -> !following.contains(group.id()) && !directory.keeps(group.id()))
        .map(group -> new Joinable(group.id(), group.name()))
        .sorted(Comparator.comparing(Joinable::name).thenComparing(Joinable::group))
        .toList();
  }

  @DELETE
  @Path("/groups/{group}/members/{person}")
  public Sheet remove(@PathParam("group") String id, @PathParam("person") String person) {
    groups.remove(id, person, actor());
    return look(id);
  }

  @DELETE
  @Path("/groups/{group}")
  public void drop(@PathParam("group") String id) {
    groups.drop(id, actor());
  }
}
