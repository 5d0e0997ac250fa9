/** A book as files: reading a package, checking it, writing one. */
@NullMarked
package org.sobertally.server.book.file;

import org.jspecify.annotations.NullMarked;
