/** The one way to write the book: rows and the book in memory together. */
@NullMarked
package org.sobertally.server.book.store;

import org.jspecify.annotations.NullMarked;
