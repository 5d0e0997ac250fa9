package org.sobertally.server.slates.moves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.sobertally.core.slate.MoveKind;

@Tag("unit")
class MoveTypesTest {

  private final MoveTypes types =
      new MoveTypes(
          List.of(
              new TakeBackType(),
              new HandOutType(),
              new SwitchType(),
              new SuspendType(),
              new BringBackType(),
              new DeleteType(),
              new HandOverType(),
              new PutRightType(),
              new KeepType(null, null, null),
              new GiveBackType(null, null, null, null),
              new BuyMoreType(null, null, null)));

  private static SlateMove move(MoveKind kind) {
    SlateMove move = new SlateMove();
    move.kind = kind;
    return move;
  }

  @Test
  void everyKindHasAType() {
    assertThat(types.kinds()).containsExactlyInAnyOrder(MoveKind.values());
  }

  /** An account that goes holds as many seats as it held when that was planned. */
  @Test
  void saysHowManySeatsComeBack() {
    SlateMove delete = move(MoveKind.DELETE);
    delete.seatsHeld = 3;
    assertThat(types.of(delete).seatsBack(delete)).isEqualTo(3);
    SlateMove back = move(MoveKind.TAKE_BACK);
    assertThat(types.of(back).seatsBack(back)).isOne();
    SlateMove suspend = move(MoveKind.SUSPEND);
    suspend.seatsHeld = 3;
    assertThat(types.of(suspend).seatsBack(suspend)).isZero();
  }

  @Test
  void noVendorIsAskedForWhatIsNoted() {
    assertThat(types.callsVendor(move(MoveKind.SUSPEND))).isTrue();
    SlateMove keep = move(MoveKind.KEEP);
    assertThat(types.callsVendor(keep)).isFalse();
    assertThatThrownBy(() -> types.atVendor(keep)).isInstanceOf(IllegalStateException.class);
  }

  @Test
  void aKindWithTwoTypesIsRefused() {
    assertThatThrownBy(() -> new MoveTypes(List.of(new TakeBackType(), new TakeBackType())))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("TAKE_BACK");
  }
}
