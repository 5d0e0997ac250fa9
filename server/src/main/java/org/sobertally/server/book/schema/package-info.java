/** What the files of a book and their columns are, and how a row becomes a thing and back. */
@NullMarked
package org.sobertally.server.book.schema;

import org.jspecify.annotations.NullMarked;
