package org.sobertally.server.intake;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.time.TallyClock;

/**
 * What was typed over on a vendor's sheet, kept like the intake of a file, so that it is taken back
 * like one.
 */
@ApplicationScoped
public class EditedSheets {

  private static final int LONGEST = 200;

  private final IntakeStore store;
  private final TallyClock clock;

  EditedSheets(IntakeStore store, TallyClock clock) {
    this.store = store;
    this.clock = clock;
  }

  /**
   * Keeps what was changed, in the caller's transaction.
   *
   * @param why as whoever saved it said
   */
  public void keep(
      String vendor, String name, String why, List<BookRows.Change> changes, String actor) {
    if (changes.isEmpty()) {
      return;
    }
    TakenFile typed = new TakenFile();
    typed.id = UUID.randomUUID().toString();
    typed.source = "the sheet of " + name;
    typed.kind = FileKind.CONTRACTS;
    typed.vendor = vendor;
    typed.fileName = why.length() > LONGEST ? why.substring(0, LONGEST) : why;
    typed.taken = clock.now();
    typed.actor = actor;
    typed.good = changes.size();
    typed.changed = changes.size();
    store.add(typed, changes, Map.of());
  }
}
