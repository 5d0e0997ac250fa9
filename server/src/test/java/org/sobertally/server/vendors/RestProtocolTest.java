package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.time.Duration;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.CannedVendor.Request;
import org.sobertally.server.vendors.VendorConnection.Answer;
import org.sobertally.server.vendors.VendorConnection.Roll;
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;

/** A vendor's own interface, as a file declares it. */
class RestProtocolTest extends VendorConnectionContract {

  @Override
  VendorProtocol protocol() {
    return new RestProtocol();
  }

  @Override
  LinkConfig config(URI url) {
    LinkConfig plain = super.config(url);
    return new LinkConfig(
        plain.vendor(),
        plain.url(),
        plain.proof(),
        Duration.ofSeconds(20),
        true,
        plain.carrier(),
        file("declaration.json"));
  }

  @Override
  Reply ofOne(String text) {
    return Reply.of(200, text);
  }

  @Override
  boolean asksForAll(Request request) {
    return request.query() != null && request.query().startsWith("after=");
  }

  private static String page(int from, int count, int total, String next) {
    StringBuilder data = new StringBuilder();
    for (int n = from; n < from + count; n++) {
      data.append(n == from ? "" : ",")
          .append("{\"uid\":%d,\"login\":\"u%d\",\"status\":\"on\",\"seats\":[]}".formatted(n, n));
    }
    return "{\"data\":[%s],\"meta\":{\"count\":%d,\"next\":%s}}"
        .formatted(data, total, next == null ? "null" : "\"" + next + "\"");
  }

  private Roll readingPages(Map<String, String> pages) {
    vendor.answer(
        request -> {
          String cursor = request.query().replaceAll("after=([^&]*).*", "$1");
          return Reply.of(200, pages.getOrDefault(cursor, "{}"));
        });
    return connection().readAll();
  }

  private static void unread(Roll roll, String why) {
    assertThat(roll).isInstanceOf(Roll.Unread.class);
    assertThat(((Roll.Unread) roll).reason()).contains(why);
  }

  @Test
  void pagesAreReadToTheEnd() {
    Roll roll =
        readingPages(
            Map.of("", page(0, 2, 5, "b"), "b", page(2, 2, 5, "c"), "c", page(4, 1, 5, null)));
    assertThat(((Roll.All) roll).logins()).hasSize(5);
  }

  @Test
  void pagesThatGoInACircleProveNothing() {
    unread(
        readingPages(Map.of("", page(0, 2, 9, "b"), "b", page(0, 2, 9, "c"))), "pages do not turn");
    unread(
        readingPages(Map.of("", page(0, 2, 9, "b"), "b", page(2, 0, 9, "b"))), "round in a circle");
  }

  @Test
  void fewerThanTheVendorSaysProveNothing() {
    unread(readingPages(Map.of("", page(0, 2, 5, null))), "has 5 accounts and showed 2");
  }

  @Test
  void whatIsGivenAndTakenIsAskedForAsDeclared() {
    vendor.answer(
        request -> request.method().equals("GET") ? ofOne(file("holds-two")) : Reply.of(204, ""));
    AccountTarget target =
        new AccountTarget(KARI, null, null, false, Set.of("a/b c"), Set.of("pro"));
    assertThat(connection().ask("c-1", target)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes())
        .extracting(change -> change.method() + " " + change.path() + " " + change.body())
        .containsExactly(
            "PATCH /members/77 {\"status\":\"off\"}",
            "DELETE /members/77/seats/pro ",
            "PUT /members/77/seats/a/b c ");
  }

  @Test
  void anAccountIsOpenedAndThenGivenItsSeat() {
    boolean[] there = {false};
    vendor.answer(
        request -> {
          if (request.method().equals("GET")) {
            return ofOne(file(there[0] ? "holds-mail" : "nobody"));
          }
          there[0] = true;
          return Reply.of(201, "");
        });
    AccountTarget target = new AccountTarget(KARI, KARI, true, null, Set.of("pro"), Set.of());
    assertThat(connection().ask("c-1", target)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes())
        .extracting(change -> change.method() + " " + change.path() + " " + change.body())
        .containsExactly(
            "POST /members {\"login\":\"%s\",\"mail\":\"%s\",\"note\":\"by {who}\"}"
                .formatted(KARI, KARI),
            "PUT /members/77/seats/pro ");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"by\": \"CURSOR\"    | \"by\": \"PAGE\"          | pages go by PAGE, so that it must hold {page}",
        "\"next\": \"/meta/next\", | ''                    | accounts.next: say where",
        "\"account\": \"/login\" | \"account\": \"login\"  | one begins with a slash",
        "\"method\": \"PUT\"   | \"method\": \"TRACE\"     | requests.grant.method: POST, PUT, PATCH or DELETE",
        "?login={account}      | ?login=x                  | must hold {account}",
        "{size}                | {sise}                    | nobody knows what {sise} stands for",
        "\"grant\":            | \"grnat\":                | requests.grnat: there is no such change",
        "\"planName\"          | \"planname\"              | a field that nobody knows: planname",
        "\"fields\":           | fields:                   | no JSON of the right shape, near line",
      })
  void aDeclarationThatCannotBeSaysWhere(String from, String to, String said) {
    String text = file("declaration.json");
    assertThat(text).contains(from);
    assertThatThrownBy(() -> RestTemplate.read(text.replace(from, to)))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining(said);
  }
}
