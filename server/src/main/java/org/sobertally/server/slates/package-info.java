/** Slates: drafting, deciding, posting, and what became of every call. */
@NullMarked
package org.sobertally.server.slates;

import org.jspecify.annotations.NullMarked;
