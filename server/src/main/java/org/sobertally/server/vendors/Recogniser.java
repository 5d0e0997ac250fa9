package org.sobertally.server.vendors;

import java.util.List;
import java.util.Map;
import java.util.Set;

/** Tells which of our accounts a vendor means by names that we do not know. */
public interface Recogniser {

  /** One that knows nobody: names are the same on both sides. */
  Recogniser NONE = (strangers, named) -> Map.of();

  /**
   * Whom it recognises, our account by their name; who is left out stays a stranger. No two are one
   * of ours.
   *
   * @param strangers as the vendor shows them
   * @param named those of ours that the vendor shows by a name we know, or by our own
   */
  Map<String, String> recognise(List<VendorAccount> strangers, Set<String> named);
}
