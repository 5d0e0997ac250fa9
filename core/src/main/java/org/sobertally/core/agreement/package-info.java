@NullMarked
package org.sobertally.core.agreement;

import org.jspecify.annotations.NullMarked;
