package org.sobertally.skerry.standin;

import java.util.Set;

/** An account as the vendor knows it, and the plans it holds. */
public record Holder(String account, String email, boolean active, Set<String> plans) {
  public Holder {
    plans = Set.copyOf(plans);
  }
}
