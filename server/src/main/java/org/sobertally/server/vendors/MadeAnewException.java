package org.sobertally.server.vendors;

/** The account that was asked for is gone, and another one stands there under its name. */
final class MadeAnewException extends Exception {
  private static final long serialVersionUID = 1L;

  MadeAnewException(String vendor, String account) {
    super(
        "%s deleted %s since it was read, and made another account of the same name; read %s again, and plan anew."
            .formatted(vendor, account, vendor),
        null,
        false,
        false);
  }
}
