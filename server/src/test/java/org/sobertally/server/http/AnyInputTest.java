package org.sobertally.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import io.quarkus.test.junit.QuarkusTestProfile;
import io.quarkus.test.junit.TestProfile;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;

/** Whatever is sent to any call, the answer is one of the interface's own, and the book stays. */
@QuarkusTest
@TestProfile(AnyInputTest.ABookOfItsOwn.class)
class AnyInputTest {

  /** What comes through is really done, and must not meet other tests. */
  public static class ABookOfItsOwn implements QuarkusTestProfile {
    @Override
    public Map<String, String> getConfigOverrides() {
      return Map.of("quarkus.datasource.jdbc.url", "jdbc:h2:mem:any-input");
    }
  }

  private static final int TIMES = 25;

  /** A longer one is refused with its connection, before anything of ours is asked. */
  private static final int LONGEST_PATH = 7_500;

  /** Streams that do not end, and the whole book. */
  private static final Set<String> APART = Set.of("/api/v1/pools/{plan}/stream", "/api/v1/book");

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  @Test
  void noCallBreaksOnWhatItIsSent() {
    JsonNode document = Caller.keeper().get("/api/v1/openapi?format=json").json();
    Nonsense nonsense = new Nonsense(document, 20260930);
    List<String> broken = new ArrayList<>();
    int answered = 0;
    for (Caller caller : List.of(Caller.keeper(), Caller.steward(), Caller.decider())) {
      for (var path : document.get("paths").properties()) {
        if (APART.contains(path.getKey()) || path.getKey().contains("session")) {
          continue;
        }
        for (var call : path.getValue().properties()) {
          for (int n = 0; n < TIMES; n++) {
            Nonsense.Question question =
                nonsense.ask(
                    call.getKey().toUpperCase(Locale.ROOT), path.getKey(), call.getValue());
            if (question.path().length() > LONGEST_PATH) {
              continue;
            }
            Answer answer = ask(caller, question);
            answered += answer.status() / 100 == 2 ? 1 : 0;
            if (answer.status() >= 500) {
              broken.add(answer.status() + " to " + question);
            } else if (answer.status() == 400 || answer.status() == 422) {
              assertThat(answer.text())
                  .as("%s", question)
                  .containsAnyOf("\"detail\"", "\"violations\"")
                  .doesNotContain("HTTP 400", "org.sobertally", "java.lang");
            }
          }
        }
      }
    }
    assertThat(broken).isEmpty();
    assertThat(answered).as("some questions were sensible").isGreaterThan(200);
  }

  private static Answer ask(Caller caller, Nonsense.Question question) {
    return caller.send(question.method(), question.path(), question.type(), question.body());
  }
}
