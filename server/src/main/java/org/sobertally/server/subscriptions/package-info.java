/** Subscriptions: the standing, one of them, its ledger and its use. */
@NullMarked
package org.sobertally.server.subscriptions;

import org.jspecify.annotations.NullMarked;
