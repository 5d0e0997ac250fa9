package org.sobertally.server.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.quarkus.test.junit.QuarkusTest;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;

@QuarkusTest
class BodyLimitsTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          /api/v1/queue              | 9  | At most 8,388,608 bytes can be sent here.
          /api/v1/slates             | 9  | This is more than a slate holds. Choose fewer.
          /api/v1/events             | 17 | A batch has at most 16,777,216 bytes. Split it.
          /api/v1/intake/files?name=a.csv | 33 | A single file has at most 33,554,432 bytes.
          """)
  void saysAtOnceHowMuchCanBeSent(String path, int megabytes, String detail) {
    Answer answer =
        Caller.steward().send("POST", path, "application/json", new byte[megabytes << 20]);
    assertThat(answer.status()).isEqualTo(413);
    assertThat(answer.detail()).isEqualTo(detail);
  }

  /** A body that comes in pieces does not say how long it will be. */
  @Test
  void readsNoFurtherThanTheLimit() throws IOException, InterruptedException {
    HttpRequest pieces =
        HttpRequest.newBuilder(URI.create(Caller.base() + "/api/v1/sign-in"))
            .header("Content-Type", "application/json")
            .POST(BodyPublishers.ofInputStream(() -> new ByteArrayInputStream(spaces(9 << 20))))
            .build();
    assertThat(HttpClient.newHttpClient().send(pieces, BodyHandlers.ofString()).statusCode())
        .isEqualTo(413);
  }

  @Test
  void whoIsNobodyIsToldThatFirst() {
    Answer answer = Caller.nobody().postJson("/api/v1/queue", "{}");
    assertThat(answer.status()).isEqualTo(401);
  }

  /** Nobody's body that never ends is not listened to for long. */
  @Test
  void aStrangersBodyIsCutOff() throws IOException {
    URI base = URI.create(Caller.base());
    try (Socket socket = new Socket(base.getHost(), base.getPort())) {
      OutputStream out = socket.getOutputStream();
      out.write(
          """
          POST /api/v1/slates HTTP/1.1\r
          Host: here\r
          Content-Type: application/json\r
          Transfer-Encoding: chunked\r
          \r
          """
              .getBytes(StandardCharsets.US_ASCII));
      byte[] piece =
          "400\r\n%s\r\n".formatted(" ".repeat(1024)).getBytes(StandardCharsets.US_ASCII);
      out.write(piece);
      out.flush();
      byte[] answer = socket.getInputStream().readNBytes(12);
      assertThat(new String(answer, StandardCharsets.US_ASCII)).isEqualTo("HTTP/1.1 401");
      assertThatThrownBy(
              () -> {
                for (int n = 0; n < 1 << 20; n++) {
                  out.write(piece);
                }
              })
          .as("the connection is closed long before a gigabyte")
          .isInstanceOf(IOException.class);
    }
  }

  private static byte[] spaces(int length) {
    return " ".repeat(length).getBytes(StandardCharsets.US_ASCII);
  }
}
