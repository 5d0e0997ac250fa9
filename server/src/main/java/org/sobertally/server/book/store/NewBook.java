package org.sobertally.server.book.store;

import java.util.List;
import java.util.Map;
import org.sobertally.core.activity.ActivityCalendar;

/** A whole book that is to take the place of the one that is stored. */
public interface NewBook {

  /**
   * The rows of the file by key, each value in its canonical form, null where absent, in the order
   * of the schema's columns; activity is not among them.
   */
  List<String[]> rowsOf(String file);

  /** Account ids in the order in which {@link #activity} numbers them. */
  List<String> accounts();

  /** Part names by vendor, in the order in which {@link #activity} numbers them. */
  Map<String, List<String>> parts();

  ActivityCalendar activity();
}
