/** Papers: pages made of text, as PDF. */
package org.sobertally.server.print;
