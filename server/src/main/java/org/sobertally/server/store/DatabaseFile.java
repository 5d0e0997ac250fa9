package org.sobertally.server.store;

import java.nio.file.Files;
import java.nio.file.Path;
import org.h2.mvstore.DataUtils;
import org.h2.mvstore.MVStore;
import org.h2.mvstore.MVStoreException;
import org.jspecify.annotations.Nullable;

/** The file in which the database lies, looked at before it is opened. */
public final class DatabaseFile {

  public static final String NAME = "tally.mv.db";

  private DatabaseFile() {}

  /**
   * Why the database of a folder cannot be opened, with what to do; null where it can be, and where
   * there is none yet.
   */
  public static @Nullable String whyNotOpened(Path folder) {
    Path file = folder.resolve(NAME);
    if (!Files.exists(file)) {
      return null;
    }
    try (MVStore store = new MVStore.Builder().fileName(file.toString()).readOnly().open()) {
      return store.isClosed() ? damaged(file, "it closed at once") : null;
    } catch (MVStoreException e) {
      return e.getErrorCode() == DataUtils.ERROR_FILE_LOCKED
          ? "The data in %s are in use: another Sober Tally runs with them. Stop it, or give this one a folder of its own (SOBER_TALLY_DATA)."
              .formatted(folder)
          : damaged(file, e.getMessage());
    }
  }

  private static String damaged(Path file, @Nullable String why) {
    return "The database %s cannot be read: it is damaged or was cut off (%s). Nothing was changed. Restore a backup into an empty folder ('restore FILE FOLDER'), and start with that."
        .formatted(file, why);
  }
}
