@NullMarked
package org.sobertally.core.roll;

import org.jspecify.annotations.NullMarked;
