package org.sobertally.skerry.standin;

import java.time.Instant;

/** Somebody who is in a shared pool of the vendor's. */
public record OpenSession(String id, String account, String plan, Instant started) {}
