/** What was paid, did work and was kept, month by month, and what is expected of the year after. */
@NullMarked
package org.sobertally.server.statement;

import org.jspecify.annotations.NullMarked;
