@NullMarked
package org.sobertally.core.cover;

import org.jspecify.annotations.NullMarked;
