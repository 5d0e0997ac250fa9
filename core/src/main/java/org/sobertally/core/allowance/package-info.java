/** Metered units that a vendor grants: used, left, and until when they last. */
@NullMarked
package org.sobertally.core.allowance;

import org.jspecify.annotations.NullMarked;
