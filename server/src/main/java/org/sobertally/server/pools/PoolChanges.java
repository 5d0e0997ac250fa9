package org.sobertally.server.pools;

import io.smallrye.mutiny.Multi;
import io.smallrye.mutiny.operators.multi.processors.BroadcastProcessor;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.enterprise.event.TransactionPhase;
import org.sobertally.server.access.AccessChanged;
import org.sobertally.server.events.EventIntake;

/** Which pools change, as they do; for whoever looks at them. */
@ApplicationScoped
class PoolChanges {

  private static final String EVERY = "";

  private final BroadcastProcessor<String> changed = BroadcastProcessor.create();

  void onChange(@Observes EventIntake.PoolsChanged pools) {
    pools.plans().forEach(this::tell);
  }

  /** Whoever looks on may look on no longer; and nobody is told of a pool of this name. */
  void onAccess(@Observes(during = TransactionPhase.AFTER_COMPLETION) AccessChanged change) {
    tell(EVERY);
  }

  /** One at a time: what listens may rely on that. */
  synchronized void tell(String plan) {
    changed.onNext(plan);
  }

  /** Says so each time something about the pool changes. */
  Multi<String> of(String plan) {
    return changed.filter(one -> one.equals(plan) || one.equals(EVERY));
  }
}
