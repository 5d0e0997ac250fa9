/** What becomes of somebody's data once they, or their seat, are gone. */
package org.sobertally.core.leaver;
