/** The application's clock. */
@NullMarked
package org.sobertally.server.time;

import org.jspecify.annotations.NullMarked;
