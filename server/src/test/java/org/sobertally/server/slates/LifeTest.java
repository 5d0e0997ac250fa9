package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.sobertally.server.slates.moves.Life;
import org.sobertally.server.slates.moves.SlateMove;

@Tag("unit")
class LifeTest {

  private static <S extends Enum<S>> Set<S> reached(Life<S> life, Class<S> states) {
    Set<S> reached = EnumSet.noneOf(states);
    for (S state : states.getEnumConstants()) {
      boolean first = life.may(null, state);
      boolean later =
          Arrays.stream(states.getEnumConstants())
              .anyMatch(before -> before != state && life.may(before, state));
      if (first || later) {
        reached.add(state);
      }
    }
    return reached;
  }

  @Test
  void everyStateIsReached() {
    assertThat(reached(Slate.LIFE, Slate.State.class)).containsExactly(Slate.State.values());
    assertThat(reached(SlateMove.LIFE, SlateMove.State.class))
        .containsExactly(SlateMove.State.values());
    assertThat(reached(VendorCall.LIFE, VendorCall.State.class))
        .containsExactly(VendorCall.State.values());
  }

  /** What was given up is not taken up again behind anybody's back. */
  @ParameterizedTest
  @EnumSource(VendorCall.State.class)
  void aCallThatFailedStaysFailed(VendorCall.State then) {
    assertThat(VendorCall.LIFE.may(VendorCall.State.FAILED, then))
        .isEqualTo(then == VendorCall.State.FAILED);
  }

  @ParameterizedTest
  @EnumSource(
      value = Slate.State.class,
      names = {"DRAFT", "SENT", "REFUSED", "LAPSED"})
  void nothingIsPostedThatWasNotGranted(Slate.State now) {
    Slate slate = new Slate();
    slate.state = now;
    assertThatThrownBy(() -> slate.become(Slate.State.POSTED))
        .hasMessage("A slate that is %s cannot become POSTED.", now);
    assertThat(slate.state).isEqualTo(now);
  }

  @Test
  void aMoveIsNotConfirmedWithoutHavingBeenPlanned() {
    SlateMove move = new SlateMove();
    assertThatThrownBy(() -> move.become(SlateMove.State.CONFIRMED))
        .hasMessage("A move that is new cannot become CONFIRMED.");
    move.become(SlateMove.State.PLANNED);
    move.become(SlateMove.State.SENT);
    move.become(SlateMove.State.SENT);
    move.become(SlateMove.State.CONFIRMED);
    assertThat(move.state).isEqualTo(SlateMove.State.CONFIRMED);
  }
}
