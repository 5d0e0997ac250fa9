/** The application. */
@NullMarked
package org.sobertally.server;

import org.jspecify.annotations.NullMarked;
