/** What wants a decision now, gathered from every part that knows of something. */
@NullMarked
package org.sobertally.server.desk;

import org.jspecify.annotations.NullMarked;
