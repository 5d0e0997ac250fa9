/** People, one person, and finding them. */
@NullMarked
package org.sobertally.server.people;

import org.jspecify.annotations.NullMarked;
