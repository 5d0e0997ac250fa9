package org.sobertally.core.findings;

import java.util.Set;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;

/** More seats held than bought, or a pool that refuses more starts than may be. */
final class TooFew implements Finder.OfSubscriptions {

  private final Look look;

  TooFew(Look look) {
    this.look = look;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.SHORT);
  }

  @Override
  public void look(int line, Sink to) {
    if (look.isPool(line)) {
      lookAtPool(line, to);
      return;
    }
    Places places = Ledger.count(look.book, line, look.asOf);
    if (places.missing() > 0) {
      to.atLine(FindingKind.SHORT, line)
          .said(
              "%s held, %s bought: %s short."
                  .formatted(
                      Sentences.seats(places.bought() - places.spare()),
                      places.bought(),
                      Sentences.seats(places.missing())))
          .add();
    }
  }

  private void lookAtPool(int line, Sink to) {
    if (look.refusesTooMany(line)) {
      int bought = look.book.boughtOn(line, look.asOf);
      to.atLine(FindingKind.SHORT, line)
          .said(
              "%d of %d starts in %d days to %s found all %s taken; %d would refuse at most 1 in 100."
                  .formatted(
                      look.replay(line).denied(bought),
                      look.replay(line).starts(),
                      look.book.rules().needWindow(),
                      Sentences.day(look.asOf),
                      Sentences.seats(bought),
                      look.surplus(line).needed()))
          .add();
    }
  }

  @Override
  public String say(Findings found, int n) {
    throw new IllegalStateException("Said when found.");
  }
}
