package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;
import org.sobertally.server.access.SignIns;

/** Whether somebody who decides a slate is really somebody else than who drafted it. */
@ApplicationScoped
class FourEyes {

  private final SignIns sessions;

  FourEyes(SignIns sessions) {
    this.sessions = sessions;
  }

  /** Writes down behind whom the author acts: their token may be taken back before the decision. */
  void note(Slate slate) {
    slate.authorBehind = String.join("\n", new TreeSet<>(sessions.behind(slate.author)));
  }

  /** Behind whom the one who asks acts. */
  Set<String> behind(String login) {
    return sessions.behind(login);
  }

  /**
   * Whether the slate is, in truth, their own.
   *
   * @param behind behind whom they act
   */
  boolean isOwn(Slate slate, Set<String> behind) {
    Collection<String> author =
        slate.authorBehind == null
            ? sessions.behind(slate.author)
            : Arrays.asList(slate.authorBehind.split("\n"));
    return !Collections.disjoint(behind, author);
  }
}
