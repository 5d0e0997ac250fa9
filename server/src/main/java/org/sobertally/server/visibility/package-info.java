/**
 * Which part of the organisation somebody with access may see: everybody, or the groups they lead.
 */
@NullMarked
package org.sobertally.server.visibility;

import org.jspecify.annotations.NullMarked;
