/** What vendors will charge, and what they did. */
@NullMarked
package org.sobertally.server.bills;

import org.jspecify.annotations.NullMarked;
