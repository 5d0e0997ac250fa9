package org.sobertally.server.vendors;

/** An answer that came, and that does not say what was asked. */
final class UnreadableException extends Exception {
  private static final long serialVersionUID = 1L;

  UnreadableException(String message) {
    super(message, null, false, false);
  }
}
