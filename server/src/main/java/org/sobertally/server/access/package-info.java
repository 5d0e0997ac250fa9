/** Who may do what: people with access, sign-ins, tokens, secrets. */
@NullMarked
package org.sobertally.server.access;

import org.jspecify.annotations.NullMarked;
