@NullMarked
package org.sobertally.core.round;

import org.jspecify.annotations.NullMarked;
