package org.sobertally.server.journal;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.temporal.ChronoUnit;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The hash of a journal entry: SHA-256 over its place in the chain, the hash of the entry before
 * and everything that it says. Each value goes in with its length before it, so that no two entries
 * can be written the same way.
 */
final class Seal {

  /** What stands before the first entry. */
  static final String FIRST = "0".repeat(64);

  private final StringBuilder text = new StringBuilder();

  private Seal() {}

  static String of(JournalEntry entry) {
    Seal seal = new Seal();
    said(entry).values().forEach(seal::add);
    return seal.hash();
  }

  /** Everything that is sealed, by name and in its order; null for what an entry does not say. */
  static Map<String, @Nullable String> said(JournalEntry entry) {
    Map<String, @Nullable String> said = new LinkedHashMap<>();
    said.put("seq", text(entry.seq));
    said.put("previous", entry.previous);
    said.put("id", text(entry.id));
    said.put("happened", text(entry.happened.truncatedTo(ChronoUnit.MICROS)));
    said.put("day", text(entry.day));
    said.put("actor", entry.actor);
    said.put("kind", entry.kind);
    said.put("text", entry.text);
    said.put("slate", entry.slate);
    said.put("move", entry.move);
    said.put("line", entry.line);
    said.put("holding", entry.holding);
    said.put("person", entry.person);
    said.put("from_place", entry.fromPlace);
    said.put("to_place", entry.toPlace);
    said.put("seats", text(entry.seats));
    said.put("yearly", plain(entry.yearly));
    said.put("currency", entry.currency);
    said.put("cash_from", text(entry.cashFrom));
    return said;
  }

  private static @Nullable String text(@Nullable Object value) {
    return value == null ? null : value.toString();
  }

  /** However many zeros it is stored with. */
  private static @Nullable String plain(@Nullable BigDecimal value) {
    if (value == null) {
      return null;
    }
    return value.signum() == 0 ? "0" : value.stripTrailingZeros().toPlainString();
  }

  private void add(@Nullable String said) {
    if (said == null) {
      text.append("-;");
    } else {
      text.append(said.length()).append(':').append(said).append(';');
    }
  }

  private String hash() {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      return HexFormat.of()
          .formatHex(digest.digest(text.toString().getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
