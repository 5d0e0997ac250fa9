/** What vendors will charge, and what they did. */
package org.sobertally.server.bills;
