package org.sobertally.server.pools;

import io.smallrye.mutiny.Multi;
import io.smallrye.mutiny.operators.multi.processors.BroadcastProcessor;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import org.sobertally.server.events.EventIntake;

/** Which pools change, as they do; for whoever looks at them. */
@ApplicationScoped
class PoolChanges {

  private final BroadcastProcessor<String> changed = BroadcastProcessor.create();

  void onChange(@Observes EventIntake.PoolsChanged pools) {
    pools.plans().forEach(this::tell);
  }

  /** One at a time: what listens may rely on that. */
  synchronized void tell(String plan) {
    changed.onNext(plan);
  }

  /** Says so each time something about the pool changes. */
  Multi<String> of(String plan) {
    return changed.filter(plan::equals);
  }
}
