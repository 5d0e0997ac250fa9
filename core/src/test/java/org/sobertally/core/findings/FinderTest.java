package org.sobertally.core.findings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.UseStates;

/** A finding takes one class: this one is made of nothing but what is below. */
class FinderTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 2, 1);

  private static final class Held implements Finder.OfSeats {
    @Override
    public Set<FindingKind> kinds() {
      return Set.of(FindingKind.DRIFT);
    }

    @Override
    public void look(Seat seat, Sink to) {
      to.at(FindingKind.DRIFT, seat.holding()).figure(seat.line()).add();
    }

    @Override
    public String say(Findings found, int n) {
      return "Seat %d of subscription %d.".formatted(found.holding(n), found.detail(n));
    }
  }

  private final TestBook facts = new TestBook();

  private Covers covers() {
    return Covers.of(UseStates.of(facts.build(), TODAY));
  }

  @Test
  void whatAFinderFindsIsCountedAndSaidByItself() {
    facts.person("ann").holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    Findings found = Findings.of(covers(), ZoneOffset.UTC, Map.of(), List.of(look -> new Held()));
    assertThat(found.all())
        .singleElement()
        .satisfies(
            one -> {
              assertThat(one.kind()).isEqualTo(FindingKind.DRIFT);
              assertThat(one.explanation()).startsWith("Seat 0 of subscription");
              assertThat(one.since()).isEqualTo(LONG_AGO);
            });
    assertThat(found.combinations()).hasSize(1);
  }

  @Test
  void everyKindHasOneFinder() {
    assertThat(Findings.finders(covers(), ZoneOffset.UTC))
        .flatExtracting(Finder::kinds)
        .doesNotHaveDuplicates()
        .containsExactlyInAnyOrder(FindingKind.values());
  }

  @Test
  void whatARoundTakesBackIsOfPeople() {
    assertThat(FindingKind.those(kind -> kind.inRounds() != FindingKind.InRounds.NEVER))
        .allSatisfy(kind -> assertThat(kind.of()).isEqualTo(FindingKind.Of.PEOPLE));
  }
}
