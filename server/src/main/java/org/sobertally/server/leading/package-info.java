/** Which source leads a field of people that a file and a directory both speak of. */
@NullMarked
package org.sobertally.server.leading;

import org.jspecify.annotations.NullMarked;
