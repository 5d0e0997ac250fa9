/**
 * What an agreement needs at its next renewal, and what that costs: the people who need something,
 * the cheapest plans that give it to them, how far the number may move, and the margin that this is
 * worth.
 */
@NullMarked
package org.sobertally.core.renewal;

import org.jspecify.annotations.NullMarked;
