package org.sobertally.core.book;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.catalogue.Part;
import org.sobertally.core.time.Days;

/** Which parts of which accounts were found set up, and when first. */
public final class Installs {

  private record Key(int account, int part) {}

  private final long[] installable;
  private final boolean[] known;
  private final Map<Key, Integer> firstSeen = new HashMap<>();

  Installs(Book book, List<Install> rows, List<Part> parts) {
    installable = new long[book.vendors().size()];
    known = new boolean[installable.length];
    for (Part part : parts) {
      if (part.installable()) {
        int number = book.partsOf(part.vendor()).indexOf(part.id());
        installable[book.vendors().require(part.vendor())] |= 1L << number;
      }
    }
    for (Install row : rows) {
      int account = book.accounts().require(row.account());
      int vendor = book.vendorOfAccount(account);
      int part = book.partsOf(book.vendors().get(vendor).id()).indexOf(row.part());
      known[vendor] = true;
      if (part < 0) {
        // Of a part that no plan has: nobody can ask for it.
        continue;
      }
      firstSeen.merge(new Key(account, part), Days.of(row.seenOn()), Math::min);
    }
  }

  private Installs(Installs same, int place) {
    installable = same.installable;
    known = same.known;
    same.firstSeen.forEach(
        (key, day) ->
            firstSeen.put(key.account < place ? key : new Key(key.account + 1, key.part), day));
  }

  /** The same installs after an account came in before those numbered {@code place} and up. */
  Installs withAccountAt(int place) {
    return firstSeen.isEmpty() ? this : new Installs(this, place);
  }

  /** Whether the vendor tells what is set up at all. */
  public boolean known(int vendor) {
    return known[vendor];
  }

  /** The vendor's parts that must be set up, as a set of its part numbers. */
  public long installable(int vendor) {
    return installable[vendor];
  }

  /** Those of {@code parts} that the account had not set up by the epoch day. */
  public long missing(int account, long parts, int day) {
    long missing = 0;
    for (long rest = parts; rest != 0; rest &= rest - 1) {
      int part = Long.numberOfTrailingZeros(rest);
      Integer seen = firstSeen.get(new Key(account, part));
      if (seen == null || seen > day) {
        missing |= 1L << part;
      }
    }
    return missing;
  }
}
