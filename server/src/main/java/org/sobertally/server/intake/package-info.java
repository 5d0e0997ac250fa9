/** Files of a firm's own: mapping, reading, taking in, taking back. */
@NullMarked
package org.sobertally.server.intake;

import org.jspecify.annotations.NullMarked;
