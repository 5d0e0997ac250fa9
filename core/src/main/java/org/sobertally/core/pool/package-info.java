@NullMarked
package org.sobertally.core.pool;

import org.jspecify.annotations.NullMarked;
