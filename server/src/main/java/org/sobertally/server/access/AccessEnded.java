package org.sobertally.server.access;

/** Somebody has no access any more: whatever opened something for them ends in this transaction. */
public record AccessEnded(String login) {}
