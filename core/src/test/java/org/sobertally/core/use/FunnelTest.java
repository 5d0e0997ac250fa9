package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.BitSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;

class FunnelTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 5);
  private static final LocalDate END = TestBook.EVIDENCE_TO;

  private final TestBook facts = new TestBook();

  private Funnel funnel(BitSet people) {
    Book book = facts.build();
    return Funnel.of(UseStates.of(book, TestBook.TODAY), book.lines().require("letter"), people);
  }

  @Test
  void countsWhoIsLostOnTheWay() {
    facts.person("ann").holds("ann", "letter", LONG_AGO);
    facts.uses("ann", "mail", END, END.minusDays(8), END.minusDays(15));
    facts.person("bo").holds("bo", "letter", LONG_AGO);
    facts.uses("bo", "mail", END, END.minusDays(8));
    facts.person("cy").holds("cy", "letter", LONG_AGO);
    facts.person("di").holds("di", "letter", END.minusDays(10));
    facts.uses("di", "mail", END, END.minusDays(8));
    assertThat(funnel(null)).isEqualTo(new Funnel(4, 4, 3, 1, 1, true));
    BitSet nobody = new BitSet();
    assertThat(funnel(nobody)).isEqualTo(new Funnel(0, 0, 0, 0, 0, true));
  }

  @Test
  void nobodyIsSteadyWhereOnlyTheLastUseIsKnown() {
    facts.evidence = new Evidence(TestBook.EVIDENCE_FROM, END, Evidence.Kind.LAST_SEEN);
    facts.person("ann").holds("ann", "letter", LONG_AGO).uses("ann", "mail", END);
    assertThat(funnel(null)).isEqualTo(new Funnel(1, 1, 1, 0, 0, false));
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void itNeverWidensAndGroupsAddUp(long seed) {
    RandomBook drawn = new RandomBook(seed);
    UseStates states = UseStates.of(drawn.book, drawn.asOf);
    BitSet even = new BitSet();
    BitSet odd = new BitSet();
    for (int p = 0; p < drawn.book.people().size(); p++) {
      (p % 2 == 0 ? even : odd).set(p);
    }
    for (int line = 0; line < drawn.book.lines().size(); line++) {
      Funnel all = Funnel.of(states, line, null);
      assertThat(all.takenUp()).isLessThanOrEqualTo(all.held());
      assertThat(all.opened()).isLessThanOrEqualTo(all.takenUp());
      assertThat(all.steady() + all.tooNew()).isLessThanOrEqualTo(all.opened());
      int theirs = Funnel.of(states, line, even).held() + Funnel.of(states, line, odd).held();
      int nobodys = 0;
      for (int h = drawn.book.holdings().lineStart(line);
          h < drawn.book.holdings().lineEnd(line);
          h++) {
        boolean owned = drawn.book.personOfAccount(drawn.book.holdings().account(h)) >= 0;
        nobodys += states.isOpen(h) && !owned ? 1 : 0;
      }
      assertThat(theirs + nobodys).isEqualTo(all.held());
    }
  }
}
