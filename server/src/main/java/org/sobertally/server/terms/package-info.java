/** A vendor's agreements, quantities and prices as one sheet that can be edited in place. */
@NullMarked
package org.sobertally.server.terms;

import org.jspecify.annotations.NullMarked;
