/** What really stopped being paid, signed off by finance; and purchases that were not needed. */
@NullMarked
package org.sobertally.server.kept;

import org.jspecify.annotations.NullMarked;
