package org.sobertally.server.intake;

import java.io.IOException;
import java.io.InputStream;
import java.util.Collections;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.sobertally.server.refusal.Refusal;

/**
 * Looks into a workbook before it is read: a few kilobytes can be packed so that they fill the
 * memory, or hold one cell whose reading takes hours. What a workbook says of its sizes is not
 * believed.
 */
final class PackedSheet {

  /** What to say of a workbook that cannot be read, and what to do. */
  static final String BROKEN =
      "The file cannot be read as an XLSX workbook. Open it and save it again, or save it as CSV.";

  private static final long MOST_UNPACKED = 256L * 1024 * 1024;

  /** A cell holds at most 32,767 characters, of which each may be escaped. */
  private static final int MOST_WITHOUT_TAG = 10 * 32_767;

  private PackedSheet() {}

  /**
   * @return whether the workbook says how its cells are shown; that part may be left out
   * @throws Refusal 413, if it unpacks to too much; 400, if it cannot be unpacked or a cell has too
   *     much in it
   */
  static boolean inspect(byte[] content) {
    return inspect(content, MOST_UNPACKED);
  }

  static boolean inspect(byte[] content, long mostUnpacked) {
    byte[] buffer = new byte[1 << 16];
    long unpacked = 0;
    boolean styled = false;
    try (ZipFile zip = ZipFile.builder().setByteArray(content).get()) {
      for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
        InputStream file = zip.getInputStream(entry);
        styled |= entry.getName().endsWith("/styles.xml");
        boolean sheet = entry.getName().endsWith(".xml");
        int run = 0;
        for (int read = file.read(buffer); read >= 0; read = file.read(buffer)) {
          unpacked += read;
          if (unpacked > mostUnpacked) {
            throw Refusal.tooLarge(
                "Unpacked the workbook comes to more than %,d bytes. Split it, or save it as CSV."
                    .formatted(mostUnpacked));
          }
          run = sheet ? runAfter(buffer, read, run) : 0;
        }
      }
    } catch (IOException e) {
      throw Refusal.badInput(BROKEN);
    }
    return styled;
  }

  /** How many bytes stand after the last tag. */
  private static int runAfter(byte[] buffer, int length, int before) {
    int run = before;
    for (int n = 0; n < length; n++) {
      run = buffer[n] == '<' ? 0 : run + 1;
      if (run > MOST_WITHOUT_TAG) {
        throw Refusal.badInput("A cell of the workbook holds more than 32,767 characters.");
      }
    }
    return run;
  }
}
