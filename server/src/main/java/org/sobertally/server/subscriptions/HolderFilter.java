package org.sobertally.server.subscriptions;

import jakarta.ws.rs.QueryParam;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.IntPredicate;
import java.util.function.UnaryOperator;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.parameters.Parameter;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.server.http.Params;
import org.sobertally.server.refusal.Refusal;

/** Which holders are asked for; everything that is absent fits. */
public class HolderFilter {

  @QueryParam("group")
  @Nullable String group;

  @QueryParam("site")
  @Nullable String site;

  @QueryParam("manager")
  @Parameter(description = "a person: those who report to them")
  @Nullable String manager;

  /**
   * By what holders can be narrowed: what occurs among them only.
   *
   * @param managers those to whom some of them report
   */
  @Schema(name = "HolderChoices")
  public record Choices(List<Choice> groups, List<Choice> sites, List<Choice> managers) {}

  /**
   * One way to narrow them.
   *
   * @param holders how many would be left
   */
  @Schema(name = "HolderChoice")
  public record Choice(String id, String name, int holders) {}

  /** Whether a holding is of those, by its number. */
  IntPredicate of(Book book) {
    String inGroup = Params.said(group);
    String at = Params.said(site);
    String under = Params.said(manager);
    if (inGroup != null && !book.groups().has(inGroup)) {
      throw Refusal.notFound("There is no group %s.".formatted(inGroup));
    }
    if (inGroup == null && at == null && under == null) {
      return h -> true;
    }
    Set<String> members =
        inGroup == null ? Set.of() : Set.copyOf(book.groups().byId(inGroup).members());
    return h -> {
      int number = book.personOfAccount(book.holdings().account(h));
      if (number < 0) {
        return false;
      }
      Person person = book.people().get(number);
      return (inGroup == null || members.contains(person.id()))
          && (at == null || at.equals(person.site()))
          && (under == null || under.equals(person.manager()));
    };
  }

  /** What occurs among these holdings, by name. */
  static Choices choices(Book book, List<Integer> holdings) {
    Map<String, Integer> people = new TreeMap<>();
    Map<String, Integer> sites = new TreeMap<>();
    Map<String, Integer> managers = new TreeMap<>();
    for (int h : holdings) {
      int number = book.personOfAccount(book.holdings().account(h));
      if (number >= 0) {
        Person person = book.people().get(number);
        people.merge(person.id(), 1, Integer::sum);
        if (person.site() != null) {
          sites.merge(person.site(), 1, Integer::sum);
        }
        if (person.manager() != null && book.people().has(person.manager())) {
          managers.merge(person.manager(), 1, Integer::sum);
        }
      }
    }
    return new Choices(
        sorted(
            book.groups().all().stream()
                .map(group -> new Choice(group.id(), group.name(), held(group, people)))
                .filter(choice -> choice.holders() > 0)
                .toList()),
        choices(sites, site -> site),
        choices(managers, manager -> book.people().byId(manager).name()));
  }

  private static List<Choice> choices(Map<String, Integer> counts, UnaryOperator<String> name) {
    return sorted(
        counts.entrySet().stream()
            .map(one -> new Choice(one.getKey(), name.apply(one.getKey()), one.getValue()))
            .toList());
  }

  private static int held(Group group, Map<String, Integer> people) {
    return group.members().stream().mapToInt(member -> people.getOrDefault(member, 0)).sum();
  }

  private static List<Choice> sorted(List<Choice> choices) {
    return choices.stream().sorted(Comparator.comparing(Choice::name)).toList();
  }
}
