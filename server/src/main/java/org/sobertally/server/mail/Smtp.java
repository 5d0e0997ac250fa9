package org.sobertally.server.mail;

import io.vertx.core.Vertx;
import io.vertx.ext.mail.MailClient;
import io.vertx.ext.mail.MailConfig;
import io.vertx.ext.mail.MailMessage;
import io.vertx.ext.mail.SMTPException;
import io.vertx.ext.mail.StartTLSOptions;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.eclipse.microprofile.config.inject.ConfigProperty;

/** The mail server that mail is handed to; none where no host is set. */
@ApplicationScoped
public class Smtp {

  private static final int SECONDS = 30;

  private final Vertx vertx;
  private final String from;
  private final String domain;
  private volatile MailClient client;

  Smtp(
      Vertx vertx,
      @ConfigProperty(name = "sober.mail.host") Optional<String> host,
      @ConfigProperty(name = "sober.mail.port") int port,
      @ConfigProperty(name = "sober.mail.user") Optional<String> user,
      @ConfigProperty(name = "sober.mail.password") Optional<String> password,
      @ConfigProperty(name = "sober.mail.start-tls") StartTLSOptions startTls,
      @ConfigProperty(name = "sober.mail.from") String from) {
    this.vertx = vertx;
    this.from = from;
    this.domain = from.substring(from.indexOf('@') + 1);
    host.ifPresent(name -> use(config(name, port, startTls, user, password)));
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

  private void use(MailConfig config) {
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

  Answer send(Mail mail) {
    MailMessage message =
        new MailMessage()
            .setFrom(from)
            .setTo(mail.recipient)
            .setSubject(mail.subject)
            .setText(mail.body)
            .addHeader("Message-ID", "<%s@%s>".formatted(mail.id, domain));
    try {
      client
          .sendMail(message)
          .toCompletionStage()
          .toCompletableFuture()
          .get(SECONDS, TimeUnit.SECONDS);
      return Answer.GONE;
    } catch (ExecutionException e) {
      if (e.getCause() instanceof SMTPException refused) {
        String reason = "The mail server said %s".formatted(refused.getReplyMessage().strip());
        return new Answer(reason, refused.isPermanent(), false);
      }
      return new Answer("The mail server did not answer.", false, true);
    } catch (TimeoutException e) {
      return new Answer("The mail server did not answer in time.", false, true);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return new Answer("Stopped while sending.", false, true);
    }
  }
}
