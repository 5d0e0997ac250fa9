@NullMarked
package org.sobertally.core.catalogue;

import org.jspecify.annotations.NullMarked;
