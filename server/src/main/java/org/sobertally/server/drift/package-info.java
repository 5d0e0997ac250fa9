/** Where a vendor shows something else than the book says. */
@NullMarked
package org.sobertally.server.drift;

import org.jspecify.annotations.NullMarked;
