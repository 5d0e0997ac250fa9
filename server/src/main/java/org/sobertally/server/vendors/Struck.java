package org.sobertally.server.vendors;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.LinkedHashSet;
import java.util.Set;

/**
 * Strikes a link's secrets out of what its vendor answers, before anybody keeps, shows or logs it:
 * as they are, in base64 and percent-encoded.
 */
final class Struck {

  private static final String INSTEAD = "[struck out]";

  /** Shorter ones stand in many answers by chance. */
  private static final int LEAST = 6;

  private final Set<String> forms = new LinkedHashSet<>();

  /** One more secret that must not come back. */
  synchronized void add(String secret) {
    if (secret.length() < LEAST) {
      return;
    }
    byte[] bytes = secret.getBytes(StandardCharsets.UTF_8);
    forms.add(latin(secret));
    forms.add(latin(URLEncoder.encode(secret, StandardCharsets.UTF_8)));
    forms.add(latin(URLEncoder.encode(secret, StandardCharsets.UTF_8).replace("+", "%20")));
    forms.add(Base64.getEncoder().encodeToString(bytes));
    forms.add(Base64.getEncoder().withoutPadding().encodeToString(bytes));
    forms.add(Base64.getUrlEncoder().withoutPadding().encodeToString(bytes));
  }

  /** The answer without them; the same one where none is in it. */
  synchronized byte[] outOf(byte[] answer) {
    if (forms.isEmpty() || answer.length == 0) {
      return answer;
    }
    // A letter a byte: nothing is lost of what is no text.
    String text = new String(answer, StandardCharsets.ISO_8859_1);
    String struck = text;
    for (String form : forms) {
      struck = struck.replace(form, INSTEAD);
    }
    return struck.equals(text) ? answer : struck.getBytes(StandardCharsets.ISO_8859_1);
  }

  private static String latin(String text) {
    return new String(text.getBytes(StandardCharsets.UTF_8), StandardCharsets.ISO_8859_1);
  }

  /** Whether a header can carry the text: visible letters of ASCII, and none else. */
  public static boolean isForHeader(String text) {
    return text.chars().allMatch(at -> at > ' ' && at < 127);
  }
}
