/** Renewals: what each would need and cost, what was decided about it, and what came of it. */
@NullMarked
package org.sobertally.server.renewals;

import org.jspecify.annotations.NullMarked;
