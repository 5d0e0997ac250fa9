package org.sobertally.core.slate;

import java.util.Objects;
import java.util.function.Function;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;

/** What a move is called. */
public enum MoveKind {
  TAKE_BACK("take back", TakeBackRule::new),
  HAND_OUT("hand out", HandOutRule::new),
  STEP_DOWN("step down", SwitchRule::new),
  STEP_UP("step up", SwitchRule::new),
  SWAP("swap", SwitchRule::new),
  REST("rest", SwitchRule::new),
  WAKE("wake", SwitchRule::new),
  SUSPEND("suspend", SuspendRule::new),
  BRING_BACK("bring back", BringBackRule::new),
  DELETE("delete", DeleteRule::new),
  HAND_OVER("hand over", HandOverRule::new),
  KEEP("keep", KeepRule::new),
  GIVE_BACK("give back to the vendor", GiveBackRule::new),
  BUY_MORE("buy more", BuyMoreRule::new),
  PUT_RIGHT("put right", PutRightRule::new);

  private final String words;

  private final Function<Workings, MoveRule<?>> rule;

  MoveKind(String words, Function<Workings, MoveRule<?>> rule) {
    this.words = words;
    this.rule = rule;
  }

  /** What this kind needs, does and costs, for one preview. */
  MoveRule<?> rule(Workings at) {
    return rule.apply(at);
  }

  /** As a sentence says it. */
  public String words() {
    return words;
  }

  /** Whether it changes how much is bought, and nothing at any account. */
  public boolean ofQuantity() {
    return this == GIVE_BACK || this == BUY_MORE;
  }

  /**
   * What changing from one plan to the other is: to the plan that keeps the data while nobody works
   * a rest, from it a wake, along a ladder a step, anything else a swap.
   */
  public static MoveKind between(Plan from, Plan to) {
    if (to.model() == PlanModel.RESTING) {
      return REST;
    }
    if (from.model() == PlanModel.RESTING) {
      return WAKE;
    }
    boolean ladder = from.ladder() != null && Objects.equals(from.ladder(), to.ladder());
    if (!ladder || from.rank() == null || to.rank() == null || from.rank().equals(to.rank())) {
      return SWAP;
    }
    return to.rank() < from.rank() ? STEP_DOWN : STEP_UP;
  }
}
