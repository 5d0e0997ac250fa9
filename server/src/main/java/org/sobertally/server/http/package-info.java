/** What all resources share: problems, parameters, pages of lists, limits. */
@NullMarked
package org.sobertally.server.http;

import org.jspecify.annotations.NullMarked;
