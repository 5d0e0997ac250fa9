@NullMarked
package org.sobertally.core.money;

import org.jspecify.annotations.NullMarked;
