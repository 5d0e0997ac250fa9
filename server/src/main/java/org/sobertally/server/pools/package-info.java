/** Pools of floating seats: their sizes and who is in them now. */
@NullMarked
package org.sobertally.server.pools;

import org.jspecify.annotations.NullMarked;
