/** Everything that happened, chained by hashes. */
@NullMarked
package org.sobertally.server.journal;

import org.jspecify.annotations.NullMarked;
