@NullMarked
package org.sobertally.core.slate;

import org.jspecify.annotations.NullMarked;
