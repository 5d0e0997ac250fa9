package org.sobertally.server.vendors;

import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;

/**
 * Whether an address leads into our own network, where a request from here may reach what nobody
 * outside could.
 */
public final class InsideAddress {

  private static final int UNIQUE_LOCAL = 0xfc;
  private static final int SHARED_FIRST = 100;
  private static final int SHARED_SECOND = 64;

  private InsideAddress() {}

  /** Of a name with several addresses, whether any is; a name that nobody knows leads nowhere. */
  public static boolean is(URI url) {
    String host = url.getHost();
    if (host == null) {
      return false;
    }
    try {
      for (InetAddress address : InetAddress.getAllByName(host)) {
        if (isInside(address)) {
          return true;
        }
      }
      return false;
    } catch (UnknownHostException e) {
      return false;
    }
  }

  private static boolean isInside(InetAddress address) {
    byte[] bytes = address.getAddress();
    boolean uniqueLocal = address instanceof Inet6Address && (bytes[0] & 0xfe) == UNIQUE_LOCAL;
    // RFC 6598: 100.64.0.0/10, shared behind a provider's translation.
    boolean shared =
        bytes.length == 4 && bytes[0] == SHARED_FIRST && (bytes[1] & 0xc0) == SHARED_SECOND;
    return uniqueLocal
        || shared
        || address.isLoopbackAddress()
        || address.isAnyLocalAddress()
        || address.isLinkLocalAddress()
        || address.isSiteLocalAddress()
        || address.isMulticastAddress();
  }
}
