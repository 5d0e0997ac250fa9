@NullMarked
package org.sobertally.core.time;

import org.jspecify.annotations.NullMarked;
