package org.sobertally.core.slate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;

class SeatBlocksTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private final TestBook facts = new TestBook();

  private void holder(String person) {
    facts.person(person).holds(person, "opus", LONG_AGO);
  }

  private static List<Code> codes(List<Remark> remarks) {
    return remarks.stream().map(Remark::code).toList();
  }

  private static int number(Book book, String person) {
    return book.holdings().numberOf(person + "-opus");
  }

  @Test
  void saysWhatStopsEachSeatAndNothingOfTheOthers() {
    List.of("free", "kept", "in", "boss", "legal").forEach(this::holder);
    facts.vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, true, 0, true, null);
    facts.keeps.add(new Keep("k", "kept-opus", "winter audit", null, TODAY.plusDays(1)));
    Instant nine = Instant.parse("2026-09-30T09:00:00Z");
    facts.sessions.add(new Session("s1", "a-in", "opus", nine, null));
    facts.sessions.add(new Session("s2", "a-free", "opus", nine, nine.plusSeconds(60)));
    facts.admin("boss");
    facts.groups.add(new Group("legal", "Legal", 730, List.of("legal")));
    facts.dataRules.add(
        new DataRule("quillmoor", DataRule.After.TAKEN_BACK, 1, "kept", 30, DataRule.Reach.OWNER));
    facts.dataRules.add(
        new DataRule(
            "quillmoor", DataRule.After.TAKEN_BACK, 2, "gone", null, DataRule.Reach.NOBODY));
    Book book = facts.build();
    SeatBlocks blocks = SeatBlocks.of(book, TODAY);
    assertThat(codes(blocks.takingBack(number(book, "free")))).isEmpty();
    assertThat(codes(blocks.takingBack(number(book, "kept")))).containsExactly(Code.KEPT);
    assertThat(codes(blocks.takingBack(number(book, "in")))).containsExactly(Code.SIGNED_IN);
    assertThat(codes(blocks.takingBack(number(book, "boss")))).containsExactly(Code.LAST_ADMIN);
    assertThat(codes(blocks.takingBack(number(book, "legal"))))
        .containsExactly(Code.RETENTION_DUTY);
    assertThat(codes(blocks.changing(number(book, "kept")))).containsExactly(Code.KEPT);
    assertThat(codes(blocks.changing(number(book, "in")))).containsExactly(Code.SIGNED_IN);
    assertThat(codes(blocks.changing(number(book, "boss")))).isEmpty();
    assertThat(codes(blocks.changing(number(book, "legal")))).isEmpty();
    assertThat(codes(SeatBlocks.of(book, LONG_AGO.minusDays(1)).takingBack(number(book, "free"))))
        .containsExactly(Code.NOT_HELD);
    assertItIsWhatThePreviewSays(book, TODAY);
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void itIsWhatThePreviewOfTheMoveAloneSays(long seed) {
    RandomBook drawn = new RandomBook(seed);
    assertItIsWhatThePreviewSays(drawn.book, drawn.asOf);
  }

  private static void assertItIsWhatThePreviewSays(Book book, LocalDate day) {
    SeatBlocks blocks = SeatBlocks.of(book, day);
    for (int h = 0; h < book.holdings().size(); h++) {
      String id = book.holdings().id(h);
      Preview alone = Previewer.of(book, day, List.of(new Move.TakeBack(id)));
      assertThat(blocks.takingBack(h)).as(id).isEqualTo(alone.moves().get(0).blocks());
      for (var line : book.lines().all()) {
        Preview change = Previewer.of(book, day, List.of(new Move.Switch(id, line.id())));
        boolean other =
            book.vendorOfLine(book.lines().require(line.id()))
                != book.vendorOfLine(book.holdings().line(h));
        boolean same = line.id().equals(book.lines().get(book.holdings().line(h)).id());
        if (!other && !same) {
          assertThat(change.moves().get(0).blocks()).as(id).containsAll(blocks.changing(h));
        }
      }
    }
  }
}
