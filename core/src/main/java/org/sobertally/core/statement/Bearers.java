package org.sobertally.core.statement;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;

/**
 * Who bears which seat. Everybody who bears something has places to add it up at; somebody in n
 * groups has one place in each of them for what is borne to an nth.
 */
final class Bearers {

  /** The place of what nobody holds. */
  static final int NOBODY = 0;

  private static final int[] NOBODYS = {NOBODY};

  /** The key of those of whom nothing is said: people without a department, for instance. */
  static final String UNSAID = "";

  private record Place(@Nullable String key, int parts) {}

  private final Book book;
  private final Bearing by;
  private final List<Place> places = new ArrayList<>();
  private final Map<Place, Integer> numbers = new HashMap<>();

  /** By person, at which places their seats are borne. */
  private final int[][] ofPerson;

  /** By subscription, where it says itself who bears it; null where its holders do. */
  private final int[] @Nullable [] ofLine;

  Bearers(Book book, Bearing by) {
    this.book = book;
    this.by = by;
    number(new Place(null, 1));
    ofLine = new int[book.lines().size()][];
    for (int line = 0; line < ofLine.length; line++) {
      String key = keyOfLine(line);
      ofLine[line] = key == null ? null : new int[] {number(new Place(key, 1))};
    }
    ofPerson = new int[book.people().size()][];
    for (int person = 0; person < ofPerson.length; person++) {
      ofPerson[person] = placesOf(book.people().get(person));
    }
  }

  private @Nullable String keyOfLine(int line) {
    return switch (by) {
      case VENDOR -> book.vendors().get(book.vendorOfLine(line)).id();
      case PLAN -> book.planOfLine(line).id();
      case PAYER -> book.lines().get(line).costCentre();
      default -> null;
    };
  }

  private int[] placesOf(Person person) {
    if (by == Bearing.GROUP) {
      List<Group> groups = book.groupsOf(person.id());
      if (!groups.isEmpty()) {
        return groups.stream()
            .mapToInt(group -> number(new Place(group.id(), groups.size())))
            .toArray();
      }
    }
    String key =
        switch (by) {
          case DEPARTMENT -> person.department();
          case SITE -> person.site();
          case MANAGER -> person.manager();
          case PAYER -> person.costCentre();
          default -> null;
        };
    return new int[] {number(new Place(key == null ? UNSAID : key, 1))};
  }

  private int number(Place place) {
    return numbers.computeIfAbsent(
        place,
        p -> {
          places.add(p);
          return places.size() - 1;
        });
  }

  /** How many places there are; their numbers are below. */
  int size() {
    return places.size();
  }

  /** Who bears what stands at the place; null for what nobody holds. */
  @Nullable String key(int place) {
    return places.get(place).key();
  }

  /** To which part each of what stands at the place is borne by its key: 2 for a half. */
  int parts(int place) {
    return places.get(place).parts();
  }

  /**
   * At which places a seat of the subscription is borne that the person holds.
   *
   * @param person their number, or −1 for nobody
   */
  int[] of(int line, int person) {
    if (person < 0) {
      return NOBODYS;
    }
    int[] own = ofLine[line];
    return own == null ? ofPerson[person] : own;
  }

  /** The place at which all of the subscription is borne, whoever holds it; −1 where none is. */
  int whole(int line) {
    int[] own = ofLine[line];
    return by.ofTheSeat() && own != null ? own[0] : -1;
  }

  /** Those in the order in which shares of one size are told: nobody last. */
  static int compareKeys(@Nullable String a, @Nullable String b) {
    if (a == null || b == null) {
      return Boolean.compare(a == null, b == null);
    }
    return a.compareTo(b);
  }
}
