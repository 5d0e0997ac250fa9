/**
 * Mail on its way out: written down first, then sent by SMTP, again until it went or is given up.
 */
package org.sobertally.server.mail;
