package org.sobertally.core.findings;

import java.util.Map;
import java.util.Set;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Needs;

/**
 * Looks for findings of one kind, or of a few that show in the same look. A finder is made anew for
 * each day's findings, so it may remember what it worked out.
 */
interface Finder {

  /** What it finds; no other finder finds the same kind. */
  Set<FindingKind> kinds();

  /** What was seen, in one plain sentence with its figures. */
  String say(Findings found, int n);

  /** Looks at seats that are held, one by one, in the order of their holders. */
  interface OfSeats extends Finder {
    void look(Seat seat, Sink to);
  }

  /** Looks at all that somebody holds at one vendor together. */
  interface OfCovers extends Finder {
    /**
     * @param from the first place of the cover's holdings
     * @param to after its last
     */
    void look(int cover, int from, int to, Sink sink);
  }

  /** Looks at accounts that belong to nobody and hold nothing. */
  interface OfBareAccounts extends Finder {
    void lookAtBare(int account, Sink to);
  }

  /** Looks at each subscription that is in force, as a whole. */
  interface OfSubscriptions extends Finder {
    void look(int line, Sink to);
  }

  /** Looks at what a vendor was read to say: plan ids by account id. */
  interface OfReadings extends Finder {
    void look(int vendor, Map<String, Set<String>> reported, Sink to);
  }

  /**
   * A seat that is held and not kept.
   *
   * @param cover what its holder holds at the vendor
   * @param holding its number
   */
  record Seat(int cover, int holding, int line, int account, PlanModel sold, Needs.Kind need) {}
}
