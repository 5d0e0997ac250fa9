/** Use and other things that happen, sent one batch at a time. */
@NullMarked
package org.sobertally.server.events;

import org.jspecify.annotations.NullMarked;
