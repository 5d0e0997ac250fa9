/** Who waits for a seat, who was invited, and who asks for one. */
@NullMarked
package org.sobertally.server.waiting;

import org.jspecify.annotations.NullMarked;
