/** Everything, kept elsewhere while people work, and brought back into an empty folder. */
package org.sobertally.server.backup;
