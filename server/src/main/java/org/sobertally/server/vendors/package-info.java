/** Asking vendors and reading what they show: protocols, connections, tokens. */
@NullMarked
package org.sobertally.server.vendors;

import org.jspecify.annotations.NullMarked;
