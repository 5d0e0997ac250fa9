package org.sobertally.server.book.file;

import java.util.List;
import java.util.Map;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.server.book.store.NewBook;

/**
 * A book as it was read.
 *
 * @param rows by file, each value in its canonical form, null where absent, in the order of the
 *     schema's columns and by key; activity is not among them
 * @param accounts account ids in the order in which {@code activity} numbers them
 * @param parts part names by vendor, in the order in which {@code activity} numbers them
 * @param counts rows taken, by file
 * @param notes what was passed over
 * @param violations what cannot be taken
 * @param unlisted how many more violations there were than are listed
 */
record ParsedBook(
    Map<String, List<String[]>> rows,
    List<String> accounts,
    Map<String, List<String>> parts,
    ActivityCalendar activity,
    Map<String, Long> counts,
    List<String> notes,
    List<Violation> violations,
    long unlisted)
    implements NewBook {

  @Override
  public List<String[]> rowsOf(String file) {
    return rows.getOrDefault(file, List.of());
  }
}
