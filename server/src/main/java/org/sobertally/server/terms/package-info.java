/** A vendor's agreements, quantities and prices as one sheet that can be edited in place. */
package org.sobertally.server.terms;
