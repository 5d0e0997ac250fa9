package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.names.Slugs;

/**
 * Finds vendors, plans, agreements and subscriptions by what a file of contracts calls them, and
 * gives those an id that the book does not have yet.
 */
final class BookNames {

  private final FileChanges draft;
  private final Book book;
  private final Map<String, String> ids = new HashMap<>();
  private final Set<String> given = new HashSet<>();

  /** Rows put by this file, by file and key: a later row of the same thing goes on from it. */
  private final Map<List<String>, Map<String, String>> put = new HashMap<>();

  private final Map<List<String>, String[]> found = new HashMap<>();

  BookNames(FileChanges draft) {
    this.draft = draft;
    this.book = draft.book;
  }

  String vendor(String name) {
    for (Vendor vendor : book.vendors().all()) {
      if (vendor.id().equalsIgnoreCase(name) || vendor.name().equalsIgnoreCase(name)) {
        return vendor.id();
      }
    }
    return id("vendor\n" + name.toLowerCase(Locale.ROOT), name, id -> book.vendors().has(id));
  }

  String plan(String vendor, String name) {
    for (Plan plan : book.plans().all()) {
      boolean same = plan.id().equalsIgnoreCase(name) || plan.name().equalsIgnoreCase(name);
      if (same && plan.vendor().equals(vendor)) {
        return plan.id();
      }
    }
    return id(
        "plan\n" + vendor + "\n" + name.toLowerCase(Locale.ROOT),
        vendor + "-" + name,
        id -> book.plans().has(id));
  }

  String agreement(String key, String wanted) {
    return id("agreement\n" + key, wanted, id -> book.agreements().has(id));
  }

  String line(String agreement, String plan, String planName) {
    return id(
        "line\n" + agreement + "\n" + plan, agreement + "-" + planName, id -> book.lines().has(id));
  }

  private interface Taken {
    boolean test(String id);
  }

  private String id(String key, String wanted, Taken taken) {
    String known = ids.get(key);
    if (known != null) {
      return known;
    }
    String kind = key.substring(0, key.indexOf('\n') + 1);
    String slug = Slugs.of(wanted);
    String id = slug;
    for (int n = 2; taken.test(id) || given.contains(kind + id); n++) {
      id = slug + "-" + n;
    }
    given.add(kind + id);
    ids.put(key, id);
    return id;
  }

  /** The values of a stored row, as this file has left them so far. */
  Map<String, String> stored(String file, String key) {
    Map<String, String> changed = put.get(List.of(file, key));
    return new HashMap<>(
        changed == null ? BookRows.byColumn(file, requireNonNull(find(file, key))) : changed);
  }

  /** Puts the row unless it is there just so. */
  void put(String file, Map<String, String> values) throws BookRows.NotAValueException {
    String key = requireNonNull(values.get(BookRows.columns(file).get(0)));
    if (!values.equals(put.get(List.of(file, key)))) {
      Map<String, String> earlier = put.get(List.of(file, key));
      String[] before = null;
      if (earlier != null) {
        before = BookRows.row(file, earlier);
      } else if (isKnown(file, key)) {
        before = find(file, key);
      }
      draft.put(file, before, values);
      put.put(List.of(file, key), new HashMap<>(values));
    }
  }

  /** Several rows are of one agreement: it is looked for once. */
  private String @Nullable [] find(String file, String key) {
    return found.computeIfAbsent(List.of(file, key), any -> draft.rows.find(file, key));
  }

  /** Asked of the book in memory: two thousand new rows need not be looked for. */
  private boolean isKnown(String file, String key) {
    return switch (file) {
      case BookSchema.VENDORS -> book.vendors().has(key);
      case BookSchema.PLANS -> book.plans().has(key);
      case BookSchema.AGREEMENTS -> book.agreements().has(key);
      default -> book.lines().has(key);
    };
  }

  /** Puts the vendor and the plan, if the book has not got them, and what the plan gives. */
  void store(String vendor, String plan, Purchase purchase) throws BookRows.NotAValueException {
    if (!book.vendors().has(vendor)) {
      put(BookSchema.VENDORS, values("vendor", vendor, "name", purchase.vendor()));
    }
    List<String> parts = parts(vendor, plan, purchase);
    if (!book.plans().has(plan)) {
      Map<String, String> values = values("plan", plan, "vendor", vendor, "name", purchase.plan());
      values.put("model", purchase.model() == null ? "NAMED" : purchase.model());
      values.put("parts", parts.isEmpty() ? null : String.join(" ", parts));
      put(BookSchema.PLANS, values);
    } else if (!parts.isEmpty() || purchase.model() != null) {
      Map<String, String> values = stored(BookSchema.PLANS, plan);
      if (!parts.isEmpty()) {
        values.put("parts", String.join(" ", parts));
      }
      if (purchase.model() != null) {
        values.put("model", purchase.model());
      }
      put(BookSchema.PLANS, values);
    }
  }

  /**
   * The ids of the plan's parts. A new plan of which nobody says what it gives has one part of its
   * own, so that its use can be told, and is not mistaken for another plan's.
   */
  private List<String> parts(String vendor, String plan, Purchase purchase)
      throws BookRows.NotAValueException {
    List<String> names = new ArrayList<>(purchase.parts());
    boolean own = names.isEmpty();
    if (own && book.plans().has(plan)) {
      return List.of();
    }
    if (own) {
      names.add(purchase.plan());
    }
    List<String> parts = new ArrayList<>();
    for (String name : names) {
      String part = own ? plan : part(vendor, name);
      parts.add(part);
      List<String> key = List.of(vendor, part);
      boolean first = given.add("part\n" + vendor + "\n" + part);
      boolean named =
          book.vendors().has(vendor)
              && !draft.rows.find(BookSchema.PARTS_FILE, List.of(key)).isEmpty();
      if (first && !named) {
        draft.put(
            BookSchema.PARTS_FILE, null, values("vendor", vendor, "part", part, "name", name));
      }
    }
    return parts;
  }

  private String part(String vendor, String name) {
    List<String> ids = book.partsOf(vendor);
    for (int part = 0; part < ids.size(); part++) {
      boolean named = book.partTitles(vendor, 1L << part).get(0).equalsIgnoreCase(name);
      if (named || ids.get(part).equalsIgnoreCase(name)) {
        return ids.get(part);
      }
    }
    return Slugs.of(name);
  }

  private static Map<String, String> values(String... pairs) {
    Map<String, String> values = new HashMap<>();
    for (int n = 0; n < pairs.length; n += 2) {
      values.put(pairs[n], pairs[n + 1]);
    }
    return values;
  }
}
