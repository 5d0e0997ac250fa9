package org.sobertally.server.mail;

import static java.util.Objects.requireNonNull;

import io.vertx.core.Vertx;
import io.vertx.ext.mail.MailClient;
import io.vertx.ext.mail.MailConfig;
import io.vertx.ext.mail.MailMessage;
import io.vertx.ext.mail.SMTPException;
import io.vertx.ext.mail.StartTLSOptions;
import io.vertx.ext.mail.mailencoder.EmailAddress;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.net.ssl.SSLException;
import org.jspecify.annotations.Nullable;

/** The mail server that mail is handed to; none where no host is set. */
@ApplicationScoped
public class Smtp {

  private static final int SECONDS = 30;
  private static final Pattern DOMAIN = Pattern.compile("@([A-Za-z0-9.-]+)");
  private static final Pattern ADDRESS =
      Pattern.compile("[^\\s@<>,;:\"\\p{Cntrl}]+@[^\\s@<>,;:\"\\p{Cntrl}]+");

  private final Vertx vertx;
  private final String from;
  private final String domain;
  private final Optional<String> replyTo;
  private volatile @Nullable MailClient client;

  Smtp(Vertx vertx, MailSettings settings) {
    this.vertx = vertx;
    this.from = settings.from();
    this.domain = domainOf(from);
    this.replyTo = settings.replyTo();
    settings
        .host()
        .ifPresent(
            name ->
                use(
                    config(
                        name,
                        settings.port(),
                        settings.startTls(),
                        settings.user(),
                        settings.password())));
  }

  private static MailConfig config(
      String host,
      int port,
      StartTLSOptions startTls,
      Optional<String> user,
      Optional<String> password) {
    MailConfig config = new MailConfig(host, port, startTls, null);
    user.ifPresent(config::setUsername);
    password.ifPresent(config::setPassword);
    return config;
  }

  /** From now on, mail goes to the server at this address, without a password: for the demo. */
  public void use(String host, int port) {
    use(new MailConfig(host, port, StartTLSOptions.DISABLED, null));
  }

  void use(MailConfig config) {
    MailClient before = client;
    client = MailClient.create(vertx, config.setConnectTimeout(SECONDS * 1_000));
    if (before != null) {
      before.close();
    }
  }

  boolean isSet() {
    return client != null;
  }

  /**
   * How the server took a mail.
   *
   * @param forGood it will not have this one, however often
   * @param unreachable it could not be spoken to at all
   */
  record Answer(String reason, boolean forGood, boolean unreachable) {
    static final Answer GONE = new Answer("", false, false);
  }

  /** Of an address as people write it: "Name <somebody@example.org>", or without the name. */
  static String domainOf(String from) {
    Matcher domain = DOMAIN.matcher(from);
    return domain.find() ? domain.group(1) : "localhost";
  }

  /** Whether mail can be sent there at all. */
  static boolean isAddress(String recipient) {
    try {
      return ADDRESS.matcher(new EmailAddress(recipient).getEmail()).matches();
    } catch (IllegalArgumentException e) {
      return false;
    }
  }

  Answer send(Mail mail) {
    if (!isAddress(mail.recipient)) {
      return new Answer("This is no address that mail can be sent to.", true, false);
    }
    try {
      requireNonNull(client, "asked before it was set up")
          .sendMail(message(mail))
          .toCompletionStage()
          .toCompletableFuture()
          .get(SECONDS, TimeUnit.SECONDS);
      return Answer.GONE;
    } catch (ExecutionException e) {
      return answerTo(e.getCause());
    } catch (IllegalArgumentException | IllegalStateException e) {
      return new Answer("This mail could not be put together.", true, false);
    } catch (TimeoutException e) {
      return new Answer("The mail server did not answer in time.", false, true);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return new Answer("Stopped while sending.", false, true);
    }
  }

  private MailMessage message(Mail mail) {
    MailMessage message =
        new MailMessage()
            .setFrom(from)
            .setTo(mail.recipient)
            .setSubject(mail.subject)
            .setText(mail.body)
            .addHeader("Message-ID", "<%s@%s>".formatted(mail.id, domain))
            // RFC 3834: so that nobody's absence notice answers it.
            .addHeader("Auto-Submitted", "auto-generated");
    replyTo.ifPresent(address -> message.addHeader("Reply-To", address));
    return message;
  }

  private static Answer answerTo(@Nullable Throwable fault) {
    if (fault instanceof SMTPException refused) {
      String reason = "The mail server said %s".formatted(refused.getReplyMessage().strip());
      return new Answer(reason, refused.isPermanent(), false);
    } else if (fault instanceof IllegalArgumentException) {
      return new Answer("This mail could not be put together.", true, false);
    }
    String said = String.valueOf(fault == null ? "" : fault.getMessage()).toLowerCase(Locale.ROOT);
    if (said.contains("starttls")) {
      return new Answer(
          "The mail server offers no STARTTLS, which sober.mail.start-tls asks for.", false, true);
    } else if (fault instanceof SSLException) {
      return new Answer(
          "No secure connection to the mail server: it did not go through STARTTLS, or its"
              + " certificate is not trusted.",
          false,
          true);
    }
    return new Answer("The mail server did not answer.", false, true);
  }
}
