package org.sobertally.server.vendors;

import org.jspecify.annotations.Nullable;

/**
 * How a vendor calls an account of its own.
 *
 * @param name the name it is listed by; a vendor may rename an account
 * @param id what the vendor's requests name it by, the same for as long as the account lives; null
 *     where the vendor has none
 */
public record VendorHandle(String name, @Nullable String id) {}
