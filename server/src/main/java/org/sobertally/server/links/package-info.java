/** Links to vendors as a keeper makes, tries and changes them on a page. */
@NullMarked
package org.sobertally.server.links;

import org.jspecify.annotations.NullMarked;
