/** What wants a decision now, gathered from every part that knows of something. */
package org.sobertally.server.desk;
