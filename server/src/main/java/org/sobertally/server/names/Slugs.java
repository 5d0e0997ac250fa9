package org.sobertally.server.names;

import java.text.Normalizer;
import java.util.Locale;
import java.util.regex.Pattern;

/** Makes ids out of names. */
public final class Slugs {

  private static final Pattern MARKS = Pattern.compile("\\p{M}+");
  private static final Pattern OTHER = Pattern.compile("[^a-z0-9]+");
  private static final int LONGEST = 60;

  private Slugs() {}

  /** Small letters and digits, with a hyphen between words; never empty. */
  public static String of(String name) {
    String bare = MARKS.matcher(Normalizer.normalize(name, Normalizer.Form.NFKD)).replaceAll("");
    String slug =
        OTHER.matcher(bare.toLowerCase(Locale.ROOT)).replaceAll("-").replaceAll("^-|-$", "");
    String cut = slug.length() > LONGEST ? slug.substring(0, LONGEST) : slug;
    return cut.isEmpty() ? "x" + Integer.toHexString(name.hashCode()) : cut;
  }
}
