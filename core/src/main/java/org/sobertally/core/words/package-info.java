@NullMarked
package org.sobertally.core.words;

import org.jspecify.annotations.NullMarked;
