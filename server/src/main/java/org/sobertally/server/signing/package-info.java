/** Signed links: addresses that open one thing for whoever was given them. */
package org.sobertally.server.signing;
