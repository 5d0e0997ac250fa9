package org.sobertally.server.mail;

import io.smallrye.config.ConfigMapping;
import io.smallrye.config.WithDefault;
import io.vertx.ext.mail.StartTLSOptions;
import java.util.Optional;

/** Mail by SMTP. */
@ConfigMapping(prefix = "sober.mail")
interface MailSettings {

  /** The mail server. Without one mail is kept, and can be sent once there is one. */
  Optional<String> host();

  /** Its port. */
  @WithDefault("587")
  int port();

  /** Who signs in to it; nobody where it is not set. */
  Optional<String> user();

  /** With what they sign in. */
  Optional<String> password();

  /** Whether the connection must become a secure one: REQUIRED, OPTIONAL or DISABLED. */
  @WithDefault("REQUIRED")
  StartTLSOptions startTls();

  /** Who sends, as an address with or without a name. */
  @WithDefault("sober-tally@localhost")
  String from();

  /** Where answers to letters go; to the sender where it is not set. */
  Optional<String> replyTo();

  /**
   * Whether the mail page shows what letters say. They hold links that are their reader's alone: to
   * be switched on only on a machine on which nobody but its owner works.
   */
  @WithDefault("false")
  boolean readable();
}
