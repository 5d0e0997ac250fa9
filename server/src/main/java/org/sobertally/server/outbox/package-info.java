/**
 * What was written down to go out, carried until it is settled: by lane, when it is due, with
 * pauses that grow.
 */
@NullMarked
package org.sobertally.server.outbox;

import org.jspecify.annotations.NullMarked;
