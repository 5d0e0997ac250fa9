package org.sobertally.server.slates.moves;

/** A field of a request that is at fault. */
public record FieldFault(String field, String value, String message) {}
