/**
 * Mail on its way out: written down first, then sent by SMTP, again until it went or is given up.
 */
@NullMarked
package org.sobertally.server.mail;

import org.jspecify.annotations.NullMarked;
