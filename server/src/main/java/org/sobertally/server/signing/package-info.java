/** Signed links: addresses that open one thing for whoever was given them. */
@NullMarked
package org.sobertally.server.signing;

import org.jspecify.annotations.NullMarked;
