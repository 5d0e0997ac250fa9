package org.sobertally.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Part;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.UseStates;

/** Ann holds Opus of Quillmoor (with charts) and Talk of Ternhythe (with calls and chat). */
class HeldAtOtherVendorTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private final TestBook facts =
      new TestBook().person("ann").talk("60", "calls", "chat").holds("ann", "opus", LONG_AGO);

  private void alike(String vendor, String part, String capability) {
    facts.partFacts.add(new Part(vendor, part, part, capability, false));
  }

  private Covers covers() {
    return Covers.of(UseStates.of(facts.build(), TODAY));
  }

  private List<HeldAtOtherVendor> suggested() {
    Covers covers = covers();
    return HeldAtOtherVendor.of(covers, covers.needs().states().book().people().require("ann"));
  }

  private void annUsesMailChartsAndTalksBy(String... parts) {
    facts.uses("ann", "mail", EVIDENCE_TO).uses("ann", "charts", EVIDENCE_TO);
    facts.talks("ann", LONG_AGO, List.of(parts), EVIDENCE_TO);
  }

  @Test
  void whatIsUsedOfAPlanAndIsHadElsewhereCouldGo() {
    alike("quillmoor", "charts", "drawing");
    alike("ternhythe", "calls", "drawing");
    annUsesMailChartsAndTalksBy("calls");
    List<HeldAtOtherVendor> all = suggested();
    assertThat(all).hasSize(2);
    // Without charts mail is left, for which Letter does: 396 − 84.
    HeldAtOtherVendor atQuillmoor = all.get(0);
    Book book = covers().needs().states().book();
    assertThat(book.vendors().get(atQuillmoor.vendor()).id()).isEqualTo("quillmoor");
    assertThat(atQuillmoor.plans()).containsExactly("letter");
    assertThat(atQuillmoor.cost()).isEqualTo(Money.of("84", "EUR"));
    assertThat(atQuillmoor.spares()).isEqualTo(Money.of("312", "EUR"));
    assertThat(atQuillmoor.parts())
        .singleElement()
        .satisfies(
            had -> {
              assertThat(had.capability()).isEqualTo("drawing");
              assertThat(had.byPlan()).isEqualTo("talk");
              assertThat(book.partNames("quillmoor", 1L << had.part())).containsExactly("charts");
              assertThat(book.partNames("ternhythe", 1L << had.byPart())).containsExactly("calls");
            });
    // Or the other way round: nothing else is used of Talk, so all of it could go.
    assertThat(all.get(1).plans()).isEmpty();
    assertThat(all.get(1).spares()).isEqualTo(Money.of("60", "EUR"));
  }

  @Test
  void itIsCountedNowhere() {
    annUsesMailChartsAndTalksBy("calls");
    Money before = covers().recoverable();
    alike("quillmoor", "charts", "drawing");
    alike("ternhythe", "calls", "drawing");
    assertThat(suggested()).isNotEmpty();
    assertThat(covers().recoverable()).isEqualTo(before);
  }

  @Test
  void nothingIsSuggestedWhereThePlanIsNeededAnyway() {
    alike("quillmoor", "mail", "chat");
    alike("ternhythe", "chat", "chat");
    annUsesMailChartsAndTalksBy("calls", "chat");
    // Without mail it is still Opus for the charts, without chat still Talk for the calls.
    assertThat(suggested()).isEmpty();
  }

  @Test
  void onlyThePartsThatItTakesAreGivenUp() {
    alike("quillmoor", "mail", "chat");
    alike("ternhythe", "chat", "chat");
    alike("quillmoor", "charts", "drawing");
    alike("ternhythe", "calls", "drawing");
    facts.uses("ann", "mail", EVIDENCE_TO).uses("ann", "docs", EVIDENCE_TO);
    facts.uses("ann", "charts", EVIDENCE_TO);
    facts.talks("ann", LONG_AGO, List.of("chat"), EVIDENCE_TO);
    // Without charts Folio does, with mail or without.
    HeldAtOtherVendor atQuillmoor = suggested().get(0);
    assertThat(atQuillmoor.plans()).containsExactly("folio");
    assertThat(atQuillmoor.parts())
        .extracting(HeldAtOtherVendor.Had::capability)
        .containsExactly("drawing");
  }

  @Test
  void whatIsNotHeldAnyMoreByTheCoverIsNotHadElsewhere() {
    alike("quillmoor", "charts", "drawing");
    alike("ternhythe", "calls", "drawing");
    facts.uses("ann", "charts", EVIDENCE_TO);
    // Talk is idle and goes: its calls are no reason to step down from Opus.
    facts.talks("ann", LONG_AGO, List.of("calls"), EVIDENCE_TO.minusDays(80));
    assertThat(suggested()).isEmpty();
  }

  @Test
  void aSeatThatStaysAndAPartThatARuleGivesAreLeftAlone() {
    alike("quillmoor", "charts", "drawing");
    alike("ternhythe", "calls", "drawing");
    annUsesMailChartsAndTalksBy("calls");
    facts.keeps.add(new Keep("k", "ann-opus", "audit", null, TODAY.plusDays(9)));
    assertThat(suggested()).extracting(HeldAtOtherVendor::plans).containsExactly(List.of());
    facts.keeps.clear();
    facts.groups.add(new Group("deck", "Deck crew", null, List.of("ann")));
    facts.rules.add(new StandingRule("r", "deck", "talk", LONG_AGO, null));
    assertThat(suggested()).extracting(HeldAtOtherVendor::plans).containsExactly(List.of("letter"));
  }

  @Test
  void whoHoldsSomethingAtOneVendorOnlyIsSuggestedNothing() {
    alike("quillmoor", "charts", "drawing");
    alike("ternhythe", "calls", "drawing");
    facts.uses("ann", "charts", EVIDENCE_TO);
    assertThat(suggested()).isEmpty();
  }
}
