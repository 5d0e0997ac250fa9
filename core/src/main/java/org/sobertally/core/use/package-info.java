@NullMarked
package org.sobertally.core.use;

import org.jspecify.annotations.NullMarked;
