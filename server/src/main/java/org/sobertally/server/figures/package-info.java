/** Figures of a book and a day, remembered as long as both stay. */
@NullMarked
package org.sobertally.server.figures;

import org.jspecify.annotations.NullMarked;
