package org.sobertally.server.terms;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.SmallBook;

@QuarkusTest
class PapersTest {

  private static final String PAPERS = "/api/v1/agreements/qm/papers";

  @Inject EntityManager entities;
  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeASmallBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from AgreementPaper p").executeUpdate();
              entities.createQuery("delete from AgreementNote n").executeUpdate();
            });
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
  }

  private Answer put(String body) {
    return steward.send("PUT", PAPERS, "application/json", body.getBytes(StandardCharsets.UTF_8));
  }

  private Answer keep(String name, byte[] content) {
    return steward.send("POST", PAPERS + "/file?name=" + name, "application/octet-stream", content);
  }

  @Test
  void anAgreementHasAnOwnerAPayerAndPapers() {
    JsonNode owned = put("{\"owner\":\"Bo@skerryline.example\",\"payer\":\"CC 12\"}").json();
    assertThat(owned.get("owner").asText()).isEqualTo("bo");
    assertThat(owned.get("ownerName").asText()).isEqualTo("Bo");
    assertThat(owned.get("payer").asText()).isEqualTo("CC 12");
    steward.postJson(
        PAPERS + "/address",
        "{\"title\":\"Frame contract\",\"url\":\"https://files.example/qm.pdf\"}");
    byte[] pdf = "%PDF-1.7 made up".getBytes(StandardCharsets.UTF_8);
    JsonNode two = keep("side%20letter.pdf", pdf).json().get("papers");
    assertThat(two).hasSize(2);
    String id = two.get(1).get("id").asText();
    Answer file = Caller.reader().get(PAPERS + "/" + id);
    assertThat(file.bytes()).isEqualTo(pdf);
    assertThat(file.header("Content-Disposition"))
        .isEqualTo("attachment; filename*=UTF-8''side%20letter.pdf");
    assertThat(steward.get(PAPERS + "/" + two.get(0).get("id").asText()).detail())
        .contains("lies elsewhere: https://files.example/qm.pdf");
    assertThat(steward.delete(PAPERS + "/" + id).json().get("papers")).hasSize(1);
    assertThat(steward.get("/api/v1/journal?kind=TERMS_CHANGED").json().get(0).get("text").asText())
        .isEqualTo("Suite, yearly: without the paper side letter.pdf.");
    assertThat(put("{}").json().get("owner").isNull()).isTrue();
  }

  @ParameterizedTest
  @CsvSource({
    "setup.exe, plain text, is a program",
    "letter.pdf, MZ and so on, is a program",
    "run.pdf, #!/bin/sh, is a program",
    "page.html, <html>, is a program",
    "empty.pdf, '', is empty",
  })
  void aProofThatIsAProgramIsRefused(String name, String content, String said) {
    Answer refused = keep(name, content.getBytes(StandardCharsets.UTF_8));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.detail()).contains(said);
  }

  @Test
  void whatCannotBeIsSaid() {
    assertThat(put("{\"owner\":\"nobody@x.example\"}").detail()).contains("owner: nobody has");
    assertThat(
            steward
                .postJson(PAPERS + "/address", "{\"title\":\"T\",\"url\":\"javascript:alert(1)\"}")
                .detail())
        .contains("must be an address");
    assertThat(keep("a%2Fb.pdf", new byte[] {1}).status()).isEqualTo(400);
    assertThat(keep("big.pdf", new byte[9 * 1024 * 1024]).status()).isEqualTo(413);
    assertThat(Caller.reader().get(PAPERS).status()).isEqualTo(200);
    assertThat(Caller.reader().delete(PAPERS + "/x").status()).isEqualTo(403);
    assertThat(steward.get("/api/v1/agreements/none/papers").status()).isEqualTo(404);
  }
}
