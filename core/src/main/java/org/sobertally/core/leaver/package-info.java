/** What becomes of somebody's data once they, or their seat, are gone. */
@NullMarked
package org.sobertally.core.leaver;

import org.jspecify.annotations.NullMarked;
