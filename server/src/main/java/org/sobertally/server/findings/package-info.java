/** What the core finds, as a list and as a board. */
@NullMarked
package org.sobertally.server.findings;

import org.jspecify.annotations.NullMarked;
