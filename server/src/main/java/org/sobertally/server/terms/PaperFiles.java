package org.sobertally.server.terms;

import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.sobertally.server.refusal.Refusal;

/** What a file must be to be kept: a paper of a size to be mailed, and no program. */
public final class PaperFiles {

  static final int MOST_BYTES = 8 * 1024 * 1024;

  private static final Pattern PROGRAM =
      Pattern.compile(
          ".*\\.(exe|com|bat|cmd|msi|dll|scr|ps1|vbs|js|jar|sh|app|html?|svg|lnk)$",
          Pattern.CASE_INSENSITIVE);

  private PaperFiles() {}

  /** The content, where it may be kept under the name; refused with what would do where not. */
  public static byte[] required(String name, byte[] content) {
    if (name == null
        || name.isBlank()
        || name.length() > 400
        || name.matches(".*[/\\\\\\p{Cntrl}].*")) {
      throw Refusal.badInput("name: say what the file is called.");
    }
    if (content == null || content.length == 0) {
      throw Refusal.notTaken("The file is empty.", List.of());
    }
    if (content.length > MOST_BYTES) {
      throw Refusal.tooLarge("A paper has at most %,d bytes.".formatted(MOST_BYTES));
    }
    if (isProgram(name, content)) {
      throw Refusal.notTaken(
          "%s is a program and no paper. Bring a PDF, a picture or a document.".formatted(name),
          List.of());
    }
    return content;
  }

  /** By its name, or by how it begins: an executable of any common system, or a script. */
  static boolean isProgram(String name, byte[] content) {
    if (PROGRAM.matcher(name.toLowerCase(Locale.ROOT)).matches()) {
      return true;
    }
    int first = content.length > 1 ? (content[0] & 0xff) << 8 | content[1] & 0xff : 0;
    boolean elf = content.length > 3 && first == 0x7f45 && content[2] == 'L' && content[3] == 'F';
    boolean other =
        first == 0x4d5a || first == 0x2321 || first == 0xcafe || first == 0xfeed || first == 0xcffa;
    return elf || other;
  }
}
