/**
 * Sweeps that run every week by themselves up to the point where somebody must say yes: gather,
 * ask, decide, post, check.
 */
package org.sobertally.server.rounds;
