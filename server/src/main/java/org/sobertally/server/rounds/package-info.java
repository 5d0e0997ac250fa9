/**
 * Sweeps that run every week by themselves up to the point where somebody must say yes: gather,
 * ask, decide, post, check.
 */
@NullMarked
package org.sobertally.server.rounds;

import org.jspecify.annotations.NullMarked;
