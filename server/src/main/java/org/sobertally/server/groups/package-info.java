/** Groups of people as they are made and changed on a page, or follow a department. */
package org.sobertally.server.groups;
