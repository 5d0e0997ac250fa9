package org.sobertally.server.vendors;

import java.util.Optional;
import org.sobertally.server.vendors.VendorConnection.Answer;

/** What some vendors with shared pools can do besides: show sessions, and end them. */
public interface PoolControl {

  /** Whether the vendor shows the sessions of its pools and lets them be ended. */
  boolean endsSessions();

  /** Asks the vendor to end a session. Asking twice is harmless. */
  Answer end(String callId, String session);

  /** Whether the vendor shows the session as open; empty where it could not be read. */
  Optional<Boolean> isOpen(String session);
}
