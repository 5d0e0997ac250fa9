package org.sobertally.server.access;

import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/**
 * Lets the first keeper of keys in. An instance that nobody has access to writes a code to the
 * console once; whoever can read the console chooses the keeper's password with it. The code is
 * worth nothing once a password is chosen.
 */
@ApplicationScoped
class FirstKeeper {

  static final String LOGIN = "keeper";

  private static final Logger LOG = Logger.getLogger(FirstKeeper.class);
  private static final int LATE = 1000;

  private final SignIns sessions;
  private volatile @Nullable String code;

  FirstKeeper(SignIns sessions) {
    this.sessions = sessions;
  }

  void onStart(@Observes @Priority(LATE) StartupEvent event) {
    if (!sessions.anybody()) {
      code = Secrets.random().substring(0, 12);
      LOG.infof(
          "Nobody has access yet. Open the sign-in page and choose the keeper's password with"
              + " the code %s",
          code);
    }
  }

  /** Until somebody has access, be it by this code or because a script with a token gave it. */
  boolean isAwaited() {
    return code != null && !sessions.anybody();
  }

  /** What the console shows; null where nobody is awaited. */
  @Nullable String code() {
    return code;
  }

  synchronized void choose(String given, String password) {
    String shown = code;
    if (shown == null || !isAwaited()) {
      throw Refusal.conflict("Somebody has access already. Sign in.");
    }
    if (!Secrets.same(shown, given.strip())) {
      throw Refusal.forbidden("This is not the code that the console shows.");
    }
    sessions.allow(LOGIN, "Keeper of keys", Role.KEEPER, password);
    code = null;
  }
}
