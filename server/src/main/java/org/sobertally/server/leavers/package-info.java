/** People who leave, have left or are away: what is to be done with their seats and their data. */
@NullMarked
package org.sobertally.server.leavers;

import org.jspecify.annotations.NullMarked;
