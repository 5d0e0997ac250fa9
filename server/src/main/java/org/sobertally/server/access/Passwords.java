package org.sobertally.server.access;

import io.quarkus.elytron.security.common.BcryptUtil;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/**
 * Hashes passwords, which is slow on purpose: so few at a time that there is room for everybody
 * else's work, and never while a connection to the database is held. Who would have to wait long is
 * told so at once.
 */
@ApplicationScoped
class Passwords {

  private static final int AT_ONCE = Math.max(1, Runtime.getRuntime().availableProcessors() / 2);
  private static final int MOST_WAITING = 16;
  private static final int LONGEST_WAIT_SECONDS = 10;

  private static final int COST = 10;

  private final Semaphore turns = new Semaphore(AT_ONCE, true);
  private final AtomicInteger waiting = new AtomicInteger();

  /** Of an account that does not exist, so that trying one takes as long as any other. */
  private volatile @Nullable String nobodys;

  /** Two to that power rounds of bcrypt. */
  int cost() {
    return COST;
  }

  String hash(String password) {
    return inTurn(() -> BcryptUtil.bcryptHash(password, cost()));
  }

  /**
   * @param hash null for that of nobody, which no password fits
   */
  boolean fits(String password, @Nullable String hash) {
    boolean same = inTurn(() -> BcryptUtil.matches(password, hash == null ? nobodys() : hash));
    return hash != null && same;
  }

  private String nobodys() {
    String hash = nobodys;
    if (hash == null) {
      hash = BcryptUtil.bcryptHash("nobody", cost());
      nobodys = hash;
    }
    return hash;
  }

  private <T> T inTurn(Supplier<T> work) {
    if (waiting.incrementAndGet() > MOST_WAITING) {
      waiting.decrementAndGet();
      throw busy();
    }
    boolean mine = false;
    try {
      mine = turns.tryAcquire(LONGEST_WAIT_SECONDS, TimeUnit.SECONDS);
      if (!mine) {
        throw busy();
      }
      return work.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw busy();
    } finally {
      waiting.decrementAndGet();
      if (mine) {
        turns.release();
      }
    }
  }

  private static RuntimeException busy() {
    return Refusal.tooMany("Too many people are signing in at this moment. Try again in a moment.");
  }
}
