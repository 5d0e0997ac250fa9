package org.sobertally.server.access;

/** A change of who has access, told within its transaction: what was done by whom. */
public record AccessChanged(String actor, String kind, String text) {}
