/** Papers: pages made of text, as PDF. */
@NullMarked
package org.sobertally.server.print;

import org.jspecify.annotations.NullMarked;
