/** What was paid, month by month, who bore it, and how much of it did work. */
@NullMarked
package org.sobertally.core.statement;

import org.jspecify.annotations.NullMarked;
