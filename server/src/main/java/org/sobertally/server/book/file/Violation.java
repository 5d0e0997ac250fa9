package org.sobertally.server.book.file;

import org.jspecify.annotations.Nullable;

/**
 * Something in a book that cannot be taken.
 *
 * @param row the line of the file, its header being line 1; null where no one row is at fault
 * @param column null where no one column is at fault
 */
public record Violation(
    @Nullable String file,
    @Nullable Long row,
    @Nullable String column,
    @Nullable String value,
    String message) {}
