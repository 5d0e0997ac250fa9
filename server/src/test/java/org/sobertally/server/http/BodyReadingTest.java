package org.sobertally.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;

@QuarkusTest
class BodyReadingTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      textBlock =
          """
          /api/v1/queue        | {"person":"ann",                          | The body is not JSON: line 1, column 17.
          /api/v1/queue        | {"person":["ann"],"plan":"quill-opus"}     | person: use a text.
          /api/v1/queue        | ["ann"]                                    | The body: use an object with named fields.
          /api/v1/rounds/plans | {"askDays":"seven"}                        | askDays: use a whole number.
          /api/v1/rounds/plans | {"vendors":"quillmoor"}                    | vendors: use a list.
          /api/v1/rounds/plans | {"groups":["deck",{}]}                     | groups[1]: use a text.
          /api/v1/invitations/reminders | {"holdings":["h"],"send":"often"} | send: use true or false.
          /api/v1/slates       | {"moves":[{"kind":"KEEP"},7]}              | moves[1]: use an object with named fields.
          /api/v1/slates       | {"moves":[{"holding":"h"}]}                | moves[0].kind: use one of TAKE_BACK, HAND_OUT, STEP_DOWN, STEP_UP, SWAP, REST, WAKE, SUSPEND, BRING_BACK, DELETE, HAND_OVER, KEEP, GIVE_BACK, BUY_MORE, PUT_RIGHT.
          /api/v1/slates       | [null]                                     | moves[0]: use an object with named fields.
          /api/v1/slates       | [{"kind":"give_back","seats":3.5}]         | moves[0].seats: use a whole number.
          /api/v1/slates       | {"kind":"KEEP","data":"SHRED"}             | moves[0].data: 'SHRED' is none of HANDED_OVER, SAVED, NOT_NEEDED.
          /api/v1/slates       | "TAKE_BACK"                                | moves: use a list of moves, or one move.
          """)
  void saysWhereABodyGoesWrongAndWhatIsWantedThere(String path, String body, String detail) {
    Answer answer = Caller.steward().postJson(path, body);
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.header("Content-Type")).startsWith("application/problem+json");
    assertThat(answer.detail()).isEqualTo(detail);
  }

  @Test
  void saysWhichFieldBreaksItsBounds() {
    String reason = "r".repeat(1001);
    Answer answer =
        Caller.steward()
            .postJson(
                "/api/v1/slates",
                "[{\"kind\":\"DELETE\"},{\"kind\":\"KEEP\",\"reason\":\"%s\"}]".formatted(reason));
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).contains("moves[1].reason").contains("1000");
  }

  @ParameterizedTest
  @CsvSource({"/api/v1/slates, kind", "/api/v1/rounds/plans, kinds"})
  void namesTheChoicesThereAre(String path, String field) {
    String body = field.equals("kind") ? "{\"moves\":[{\"kind\":\"NO\"}]}" : "{\"kinds\":[\"NO\"]}";
    assertThat(Caller.steward().postJson(path, body).detail())
        .contains(field)
        .contains(": 'NO' is none of ")
        .doesNotContain("sobertally");
  }
}
