package org.sobertally.core.book;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.function.Function;

/**
 * Things of one sort, ordered by id and numbered from 0 in that order.
 *
 * @param <T> the sort of thing
 */
public final class Table<T> {

  private final String noun;
  private final List<T> items;
  private final Function<T, String> id;
  private final Map<String, Integer> numbers;

  Table(String noun, List<T> things, Function<T, String> id) {
    this.noun = noun;
    this.id = id;
    this.items = things.stream().sorted((a, b) -> id.apply(a).compareTo(id.apply(b))).toList();
    this.numbers = new HashMap<>(2 * items.size());
    for (int n = 0; n < items.size(); n++) {
      if (numbers.put(id.apply(items.get(n)), n) != null) {
        throw new IllegalArgumentException(
            "There are two of %s %s.".formatted(noun, id.apply(items.get(n))));
      }
    }
  }

  private Table(Table<T> same, List<T> items) {
    this.noun = same.noun;
    this.id = same.id;
    this.items = items;
    this.numbers = same.numbers;
  }

  /** The same things, but this one in place of the one with its id, or one more. */
  Table<T> with(T thing) {
    List<T> changed = new ArrayList<>(items);
    Integer number = numbers.get(id.apply(thing));
    if (number == null) {
      changed.add(thing);
      return new Table<>(noun, changed, id);
    }
    changed.set(number, thing);
    return new Table<>(this, Collections.unmodifiableList(changed));
  }

  /**
   * The same things, but these in place of those with their ids.
   *
   * @throws NoSuchElementException where there is none of such an id
   */
  Table<T> withAll(Collection<T> things) {
    List<T> changed = new ArrayList<>(items);
    things.forEach(thing -> changed.set(require(id.apply(thing)), thing));
    return new Table<>(this, Collections.unmodifiableList(changed));
  }

  /** The same things but the one of that id. */
  Table<T> without(String gone) {
    return new Table<>(
        noun, items.stream().filter(thing -> !id.apply(thing).equals(gone)).toList(), id);
  }

  public int size() {
    return items.size();
  }

  public List<T> all() {
    return items;
  }

  public T get(int number) {
    return items.get(number);
  }

  /** The number of the thing with that id, or −1. */
  public int numberOf(String id) {
    return numbers.getOrDefault(id, -1);
  }

  /**
   * @throws NoSuchElementException where there is none of that id
   */
  public int require(String id) {
    int number = numberOf(id);
    if (number < 0) {
      throw new NoSuchElementException("There is no %s %s.".formatted(noun, id));
    }
    return number;
  }

  /**
   * @throws NoSuchElementException where there is none of that id
   */
  public T byId(String id) {
    return items.get(require(id));
  }

  public boolean has(String id) {
    return numbers.containsKey(id);
  }
}
