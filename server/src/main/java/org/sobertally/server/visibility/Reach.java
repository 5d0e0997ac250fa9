package org.sobertally.server.visibility;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Group;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.TallyAuthentication;
import org.sobertally.server.refusal.Refusal;

/**
 * Whom the one who asks may see. A lead sees the members of the groups that the directory says they
 * lead; others see everybody. Somebody outside is answered for as if they did not exist.
 */
@ApplicationScoped
public class Reach {

  private final SecurityIdentity identity;

  Reach(SecurityIdentity identity) {
    this.identity = identity;
  }

  /** Whether not everybody can be seen. */
  public boolean isLimited() {
    return identity.hasRole(Role.LEAD_NAME);
  }

  /** The groups that can be seen. */
  public List<Group> groups(Book book) {
    if (!isLimited()) {
      return book.groups().all();
    }
    String person = identity.getAttribute(TallyAuthentication.PERSON);
    return book.groups().all().stream().filter(g -> g.leads().contains(person)).toList();
  }

  /** The numbers of the people who can be seen; null where that is everybody. */
  public @Nullable BitSet people(Book book) {
    return isLimited() ? members(book, groups(book)) : null;
  }

  /** The numbers of the groups' members. */
  public static BitSet members(Book book, List<Group> groups) {
    BitSet members = new BitSet(book.people().size());
    for (Group group : groups) {
      for (String member : group.members()) {
        int number = book.people().numberOf(member);
        if (number >= 0) {
          members.set(number);
        }
      }
    }
    return members;
  }

  /** Whether the person with that id is there and can be seen. */
  public boolean sees(Book book, @Nullable String person) {
    BitSet people = people(book);
    if (people == null) {
      return person == null || book.people().has(person);
    }
    int number = person == null ? -1 : book.people().numberOf(person);
    return number >= 0 && people.get(number);
  }

  /**
   * The person's number.
   *
   * @throws Refusal 404 where they cannot be seen
   */
  public int require(Book book, @Nullable String person) {
    if (person == null || !book.people().has(person) || !sees(book, person)) {
      throw Refusal.notFound("There is no person %s.".formatted(person));
    }
    return book.people().require(person);
  }
}
