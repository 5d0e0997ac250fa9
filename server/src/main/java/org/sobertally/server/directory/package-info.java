/**
 * SCIM 2.0 (RFC 7643, RFC 7644) for an identity provider: it keeps people and groups up to date
 * under {@code /scim/v2}.
 */
@NullMarked
package org.sobertally.server.directory;

import org.jspecify.annotations.NullMarked;
