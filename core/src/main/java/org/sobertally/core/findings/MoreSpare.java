package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.util.Set;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;

/** More seats than were wanted, spare or in a pool. */
final class MoreSpare implements Finder.OfSubscriptions {

  private final Look look;

  MoreSpare(Look look) {
    this.look = look;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.MORE_SPARE);
  }

  @Override
  public void look(int line, Sink to) {
    Surplus surplus = look.surplus(line);
    BigDecimal gives = surplus.yearly().amount();
    boolean pool = look.isPool(line);
    if (surplus.seats() <= 0
        || gives.signum() <= 0
        || pool && (surplus.starts() == 0 || look.refusesTooMany(line))) {
      return;
    }
    to.atLine(FindingKind.MORE_SPARE, line)
        .gives(gives)
        .said(pool ? ofPool(line, surplus) : ofSeats(line, surplus))
        .add();
  }

  private String ofSeats(int line, Surplus surplus) {
    Places places = Ledger.count(look.book, line, look.asOf);
    return "%s %s spare; in no 30 days of the past year were more than %d wanted. Giving back %d saves %s a year."
        .formatted(
            Sentences.seats(places.spare()),
            places.spare() == 1 ? "lies" : "lie",
            surplus.needed(),
            surplus.seats(),
            Sentences.money(surplus.yearly()));
  }

  private String ofPool(int line, Surplus surplus) {
    return "At most %d of %s were in use at once in %d days to %s; %d would refuse at most 1 start in 100."
        .formatted(
            surplus.peak(),
            Sentences.seats(look.book.boughtOn(line, look.asOf)),
            look.book.rules().needWindow(),
            Sentences.day(look.asOf),
            surplus.needed());
  }

  @Override
  public String say(Findings found, int n) {
    throw new IllegalStateException("Said when found.");
  }
}
