package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.util.Set;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.use.FloorForecast;
import org.sobertally.core.use.Utilisation;

/** A promised utilisation that is missed, or will be. */
final class FloorAtRisk implements Finder.OfSubscriptions {

  private final Look look;

  FloorAtRisk(Look look) {
    this.look = look;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.FLOOR_AT_RISK);
  }

  @Override
  public void look(int line, Sink to) {
    Agreement.Floor floor = look.book.agreementOfLine(line).floor();
    if (floor == null || floor.check() != null && floor.check().isBefore(look.asOf)) {
      return;
    }
    Utilisation now = Utilisation.of(look.book, line, look.asOf);
    if (now.percent() == null) {
      return;
    }
    FloorForecast ahead = FloorForecast.of(look.book, line, look.asOf);
    BigDecimal then = ahead == null ? null : ahead.expectedPercent();
    then = then == null && ahead != null ? ahead.surePercent() : then;
    boolean willMiss = then != null && then.compareTo(floor.percent()) < 0;
    if (now.below(floor.percent()) || willMiss) {
      String said =
          "%s %% used within %d days, %s %% promised"
              .formatted(
                  now.percent().toPlainString(),
                  now.windowDays(),
                  floor.percent().stripTrailingZeros().toPlainString());
      to.atLine(FindingKind.FLOOR_AT_RISK, line)
          .said(said + (ahead == null ? "." : ahead(ahead)))
          .add();
    }
  }

  private static String ahead(FloorForecast ahead) {
    String expected =
        ahead.expectedPercent() == null
            ? ""
            : " and %s %% as expected".formatted(ahead.expectedPercent().toPlainString());
    return "; on %s it is %s %% if nobody else signs in%s; %s."
        .formatted(
            Sentences.day(ahead.check()),
            ahead.surePercent() == null ? "0" : ahead.surePercent().toPlainString(),
            expected,
            ahead.whatItTakes());
  }

  @Override
  public String say(Findings found, int n) {
    throw new IllegalStateException("Said when found.");
  }
}
