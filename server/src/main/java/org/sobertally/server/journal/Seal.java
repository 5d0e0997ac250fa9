package org.sobertally.server.journal;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.temporal.ChronoUnit;
import java.util.HexFormat;

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
    seal.add(entry.seq);
    seal.add(entry.previous);
    seal.add(entry.id);
    seal.add(entry.happened.truncatedTo(ChronoUnit.MICROS));
    seal.add(entry.day);
    seal.add(entry.actor);
    seal.add(entry.kind);
    seal.add(entry.text);
    seal.add(entry.slate);
    seal.add(entry.move);
    seal.add(entry.line);
    seal.add(entry.holding);
    seal.add(entry.person);
    seal.add(entry.fromPlace);
    seal.add(entry.toPlace);
    seal.add(entry.seats);
    seal.add(plain(entry.yearly));
    seal.add(entry.currency);
    seal.add(entry.cashFrom);
    return seal.hash();
  }

  /** However many zeros it is stored with. */
  private static String plain(BigDecimal value) {
    if (value == null) {
      return null;
    }
    return value.signum() == 0 ? "0" : value.stripTrailingZeros().toPlainString();
  }

  private void add(Object value) {
    if (value == null) {
      text.append("-;");
    } else {
      String said = value.toString();
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
