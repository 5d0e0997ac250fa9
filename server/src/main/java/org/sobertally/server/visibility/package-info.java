/**
 * Which part of the organisation somebody with access may see: everybody, or the groups they lead.
 */
package org.sobertally.server.visibility;
