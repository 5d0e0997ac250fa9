package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.Map;
import org.sobertally.server.intake.WhatIntakesShowed;

/** Changes made by hand that an intake showed. */
@ApplicationScoped
class ShownByIntakes implements WhatIntakesShowed {

  private final CallStore callStore;

  ShownByIntakes(CallStore callStore) {
    this.callStore = callStore;
  }

  @Override
  public Map<String, Integer> confirmed() {
    return callStore.confirmedByIntake();
  }
}
