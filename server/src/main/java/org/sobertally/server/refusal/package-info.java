/** Saying no: what is wrong and what to do, in no protocol's terms. */
@NullMarked
package org.sobertally.server.refusal;

import org.jspecify.annotations.NullMarked;
