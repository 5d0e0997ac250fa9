/** Which source leads a field of people that a file and a directory both speak of. */
package org.sobertally.server.leading;
