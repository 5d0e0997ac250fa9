/** Everything, kept elsewhere while people work, and brought back into an empty folder. */
@NullMarked
package org.sobertally.server.backup;

import org.jspecify.annotations.NullMarked;
