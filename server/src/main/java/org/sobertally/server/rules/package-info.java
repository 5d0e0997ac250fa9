/** The house's rules: thresholds, standing rules, seats kept. */
@NullMarked
package org.sobertally.server.rules;

import org.jspecify.annotations.NullMarked;
