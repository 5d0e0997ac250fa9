/** The database: on which disk it lies, and as of which day it is asked. */
@NullMarked
package org.sobertally.server.store;

import org.jspecify.annotations.NullMarked;
