/** Renewals: what each would need and cost, what was decided about it, and what came of it. */
package org.sobertally.server.renewals;
