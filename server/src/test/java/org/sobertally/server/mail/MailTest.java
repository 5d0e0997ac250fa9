package org.sobertally.server.mail;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.vertx.ext.mail.MailConfig;
import io.vertx.ext.mail.StartTLSOptions;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.demo.Demo;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Wait;
import org.sobertally.skerry.standin.MailStandIn;

@QuarkusTest
class MailTest {

  @Inject Mailroom mailroom;
  @Inject Smtp smtp;
  @Inject Demo demo;
  @Inject EntityManager entities;

  private MailStandIn server;

  @BeforeEach
  void startAServer() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createNativeQuery("delete from mail").executeUpdate());
    server = MailStandIn.start();
    smtp.use(server.host(), server.port());
  }

  @AfterEach
  void goBackToTheDemosServer() {
    smtp.use(demo.mail().host(), demo.mail().port());
    server.close();
  }

  private List<Mail> all() {
    return mailroom.newest(10);
  }

  private void settled(Mail.State state) {
    Wait.until(
        "the mail is " + state,
        () -> {
          mailroom.deliver();
          return all().stream().allMatch(mail -> mail.state == state);
        });
  }

  @Test
  void goesByItsTransactionAndArrivesWhole() {
    try {
      QuarkusTransaction.requiringNew()
          .run(
              () -> {
                mailroom.send("oda@skerryline.example", "Lost", "Never sent.", "TEST");
                throw new IllegalStateException("The reason for the mail fell through.");
              });
    } catch (IllegalStateException expected) {
      assertThat(all()).isEmpty();
    }
    mailroom.send("oda@skerryline.example", "A – dash", "Line one\n.\nÅse", "TEST");
    settled(Mail.State.SENT);
    assertThat(server.received()).hasSize(1);
    MailStandIn.Received mail = server.received().get(0);
    assertThat(mail.recipient()).isEqualTo("oda@skerryline.example");
    assertThat(mail.header("Message-ID")).startsWith("<" + all().get(0).id + "@");
  }

  @Test
  void aServerThatIsDownIsTriedAgainUntilItIsUp() {
    int port = server.port();
    server.close();
    mailroom.send("oda@skerryline.example", "Later", "Hello.", "TEST");
    Wait.until(
        "it was tried",
        () -> {
          mailroom.deliver();
          return all().get(0).answer != null;
        });
    assertThat(all().get(0).state).isEqualTo(Mail.State.WAITING);
    assertThat(all().get(0).answer).isEqualTo("The mail server did not answer.");
    assertThat(Caller.steward().get("/api/v1/mail").text()).contains("did not answer");
    assertThat(port).isPositive();
    server = MailStandIn.start();
    smtp.use(server.host(), server.port());
    assertThat(Caller.keeper().post("/api/v1/mail/again").status()).isEqualTo(200);
    settled(Mail.State.SENT);
    assertThat(server.received()).hasSize(1);
  }

  @Test
  void anAddressThatIsRefusedIsGivenUpAndTheOthersGo() {
    server.refuse("gone.example");
    mailroom.send("who@gone.example", "To nobody", "Hello.", "TEST");
    mailroom.send("oda@skerryline.example", "To somebody", "Hello.", "TEST");
    Wait.until(
        "both are settled",
        () -> {
          mailroom.deliver();
          return all().stream().noneMatch(mail -> mail.state == Mail.State.WAITING);
        });
    assertThat(all())
        .extracting(mail -> mail.recipient + " " + mail.state)
        .containsExactlyInAnyOrder("who@gone.example GIVEN_UP", "oda@skerryline.example SENT");
    assertThat(Caller.reader().get("/api/v1/mail").status()).isEqualTo(403);
  }

  @Test
  void aLetterSaysThatAMachineWroteItAndWhereItCameFrom() {
    mailroom.send("oda@skerryline.example", "Hello", "Hello.", "TEST");
    settled(Mail.State.SENT);
    MailStandIn.Received mail = server.received().get(0);
    assertThat(mail.header("Auto-Submitted")).isEqualTo("auto-generated");
    assertThat(mail.header("Message-ID")).matches("<[^@<>\\s]+@[^@<>\\s]+>");
  }

  @Test
  void anAddressThatIsNoneHoldsUpNobodyElsesLetter() {
    mailroom.send("oda at \"skerryline", "To nobody", "Hello.", "TEST");
    mailroom.send("oda@skerryline.example", "To somebody", "Hello.", "TEST");
    Wait.until(
        "both are settled",
        () -> {
          mailroom.deliver();
          return all().stream().noneMatch(mail -> mail.state == Mail.State.WAITING);
        });
    assertThat(server.received()).hasSize(1);
    assertThat(all())
        .filteredOn(mail -> mail.state == Mail.State.GIVEN_UP)
        .singleElement()
        .satisfies(mail -> assertThat(mail.answer).doesNotContain("Exception"));
  }

  @Test
  void aServerWithoutSecureConnectionsIsCalledSo() {
    smtp.use(new MailConfig(server.host(), server.port(), StartTLSOptions.REQUIRED, null));
    mailroom.send("ann@skerryline.example", "A word", "Here.", "TEST");
    Wait.until(
        "it was tried",
        () -> {
          mailroom.deliver();
          return all().get(0).answer != null;
        });
    assertThat(all().get(0).answer).contains("offers no STARTTLS", "sober.mail.start-tls");
    assertThat(server.received()).isEmpty();
  }
}
