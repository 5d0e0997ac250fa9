package org.sobertally.server.book.file;

/**
 * Something in a book that cannot be taken.
 *
 * @param row the line of the file, its header being line 1; null where no one row is at fault
 * @param column null where no one column is at fault
 */
public record Violation(String file, Long row, String column, String value, String message) {}
