package org.sobertally.server.names;

import org.jspecify.annotations.Nullable;

/** Values of others as they go into a log: on one line, and never as commands to a terminal. */
public final class Logged {

  private static final int LONGEST = 500;

  private Logged() {}

  /**
   * The text with each control character and line separator written out, and cut where it is long.
   */
  public static String plain(@Nullable String text) {
    if (text == null) {
      return "";
    }
    StringBuilder plain = new StringBuilder(Math.min(text.length(), LONGEST));
    for (int n = 0; n < text.length() && plain.length() < LONGEST; n++) {
      char at = text.charAt(n);
      boolean breaks = Character.isISOControl(at) || at == '\u2028' || at == '\u2029';
      plain.append(breaks ? "\\u%04x".formatted((int) at) : String.valueOf(at));
    }
    return plain.toString();
  }
}
