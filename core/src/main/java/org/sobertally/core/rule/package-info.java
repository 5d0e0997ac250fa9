@NullMarked
package org.sobertally.core.rule;

import org.jspecify.annotations.NullMarked;
