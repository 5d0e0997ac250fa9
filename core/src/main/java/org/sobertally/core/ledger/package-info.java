@NullMarked
package org.sobertally.core.ledger;

import org.jspecify.annotations.NullMarked;
