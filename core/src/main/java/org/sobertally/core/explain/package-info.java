@NullMarked
package org.sobertally.core.explain;

import org.jspecify.annotations.NullMarked;
