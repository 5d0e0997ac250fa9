/** Links to vendors as a keeper makes, tries and changes them on a page. */
package org.sobertally.server.links;
