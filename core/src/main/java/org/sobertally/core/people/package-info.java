@NullMarked
package org.sobertally.core.people;

import org.jspecify.annotations.NullMarked;
