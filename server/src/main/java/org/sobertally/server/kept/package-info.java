/** What really stopped being paid, signed off by finance; and purchases that were not needed. */
package org.sobertally.server.kept;
