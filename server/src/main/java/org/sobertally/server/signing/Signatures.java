package org.sobertally.server.signing;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Makes the ends of signed addresses and opens them again: an id and its HMAC-SHA-256 with a key
 * that never leaves the database. A token made for one purpose opens nothing else.
 */
@ApplicationScoped
public class Signatures {

  private static final String MAC = "HmacSHA256";
  private static final int KEY_BYTES = 32;

  private final EntityManager entities;

  /** Keys that are written down for good; one that was made is never changed. */
  private final Map<String, String> keys = new ConcurrentHashMap<>();

  Signatures(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * What the address ends with.
   *
   * @param purpose what the link is for; also the name of its key
   */
  public String token(String purpose, String id) {
    // No point: the address of a page has none.
    return id + "~" + sign(purpose, id);
  }

  /** The id that the token was made for; empty for a forged one, or one of another purpose. */
  public Optional<String> opened(String purpose, String token) {
    int mark = token.indexOf('~');
    if (mark < 0) {
      return Optional.empty();
    }
    String id = token.substring(0, mark);
    byte[] given = token.substring(mark + 1).getBytes(StandardCharsets.UTF_8);
    byte[] right = sign(purpose, id).getBytes(StandardCharsets.UTF_8);
    return MessageDigest.isEqual(given, right) ? Optional.of(id) : Optional.empty();
  }

  private String sign(String purpose, String id) {
    try {
      Mac mac = Mac.getInstance(MAC);
      mac.init(new SecretKeySpec(Base64.getUrlDecoder().decode(keyOf(purpose)), MAC));
      byte[] signature = mac.doFinal((purpose + " " + id).getBytes(StandardCharsets.UTF_8));
      return Base64.getUrlEncoder().withoutPadding().encodeToString(signature);
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Looked up once: thousands of letters may be signed at a stroke. */
  private String keyOf(String purpose) {
    String known = keys.get(purpose);
    if (known == null) {
      synchronized (this) {
        known = QuarkusTransaction.requiringNew().call(() -> storedKey(purpose));
        keys.put(purpose, known);
      }
    }
    return known;
  }

  private String storedKey(String purpose) {
    SigningKey known = entities.find(SigningKey.class, purpose);
    if (known != null) {
      return known.secret;
    }
    byte[] bytes = new byte[KEY_BYTES];
    new SecureRandom().nextBytes(bytes);
    SigningKey made = new SigningKey();
    made.name = purpose;
    made.secret = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    entities.persist(made);
    return made.secret;
  }
}
