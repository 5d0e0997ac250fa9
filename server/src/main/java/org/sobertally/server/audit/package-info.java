/**
 * The auditor's paper: how one subscription's seats went, why, and how to check it from outside.
 */
@NullMarked
package org.sobertally.server.audit;

import org.jspecify.annotations.NullMarked;
