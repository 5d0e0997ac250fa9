package org.sobertally.server.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import org.h2.api.ErrorCode;
import org.h2.mvstore.DataUtils;
import org.h2.mvstore.MVStore;
import org.h2.mvstore.MVStoreException;
import org.jspecify.annotations.Nullable;

/** The file in which the database lies, looked at before it is opened. */
public final class DatabaseFile {

  public static final String NAME = "tally.mv.db";

  /** Whose database it is. */
  public static final String USER = "sober";

  private DatabaseFile() {}

  /**
   * Why the database of a folder cannot be opened, or is not to be believed, with what to do; null
   * where it can be, and where there is none yet. Nothing is written.
   *
   * @throws IOException if the mark beside it cannot be read
   */
  public static @Nullable String whyNotOpened(Path folder) throws IOException {
    Path file = folder.resolve(NAME);
    if (!Files.exists(file)) {
      return JournalMark.whyNot(folder, 0);
    }
    try (MVStore store = new MVStore.Builder().fileName(file.toString()).readOnly().open()) {
      if (store.isClosed()) {
        return damaged(file, "it closed at once");
      }
    } catch (MVStoreException e) {
      return e.getErrorCode() == DataUtils.ERROR_FILE_LOCKED
          ? "The data in %s are in use: another Sober Tally runs with them. Stop it, or give this one a folder of its own (SOBER_TALLY_DATA)."
              .formatted(folder)
          : damaged(file, e.getMessage());
    }
    return JournalMark.read(folder) == 0 ? null : whyNotBelieved(folder);
  }

  /** A file that was cut off may still open, as an older database or as an empty one. */
  private static @Nullable String whyNotBelieved(Path folder) throws IOException {
    String url =
        "jdbc:h2:file:%s;IFEXISTS=TRUE;ACCESS_MODE_DATA=r"
            .formatted(folder.toAbsolutePath().resolve("tally"));
    try (Connection connection = DriverManager.getConnection(url, USER, "")) {
      return JournalMark.whyNot(folder, HighWater.entries(connection));
    } catch (SQLException e) {
      return switch (e.getErrorCode()) {
        // What has no tables of its own yet has to be written before it can be opened.
        case ErrorCode.DATABASE_IS_READ_ONLY,
            ErrorCode.TABLE_OR_VIEW_NOT_FOUND_1,
            ErrorCode.TABLE_OR_VIEW_NOT_FOUND_DATABASE_EMPTY_1 ->
            JournalMark.whyNot(folder, 0);
        // Whoever names another user for it asks the mark once it is open.
        case ErrorCode.WRONG_USER_OR_PASSWORD -> null;
        default -> damaged(folder.resolve(NAME), e.getMessage());
      };
    }
  }

  private static String damaged(Path file, @Nullable String why) {
    return "The database %s cannot be read: it is damaged or was cut off (%s). Nothing was changed. Restore a backup into an empty folder ('restore FILE FOLDER'), and start with that."
        .formatted(file, why);
  }
}
