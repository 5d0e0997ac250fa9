@NullMarked
package org.sobertally.core.book;

import org.jspecify.annotations.NullMarked;
