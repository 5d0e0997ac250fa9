/** What a vendor will charge and on which day, and what a bill that came says beside it. */
@NullMarked
package org.sobertally.core.bill;

import org.jspecify.annotations.NullMarked;
