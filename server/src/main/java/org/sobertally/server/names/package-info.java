/** Names that are alike, and ids made of names. */
@NullMarked
package org.sobertally.server.names;

import org.jspecify.annotations.NullMarked;
