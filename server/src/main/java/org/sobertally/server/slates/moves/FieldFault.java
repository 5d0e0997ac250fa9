package org.sobertally.server.slates.moves;

import org.jspecify.annotations.Nullable;

/** A field of a request that is at fault. */
public record FieldFault(String field, @Nullable String value, String message) {}
