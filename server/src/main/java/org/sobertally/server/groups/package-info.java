/** Groups of people as they are made and changed on a page, or follow a department. */
@NullMarked
package org.sobertally.server.groups;

import org.jspecify.annotations.NullMarked;
