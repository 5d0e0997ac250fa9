@NullMarked
package org.sobertally.core.findings;

import org.jspecify.annotations.NullMarked;
