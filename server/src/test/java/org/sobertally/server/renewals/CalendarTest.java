package org.sobertally.server.renewals;

import static org.assertj.core.api.Assertions.assertThat;

import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;

/** Renewals in a calendar program, and mail to whoever looks after an agreement. */
@QuarkusTest
class CalendarTest {

  @Inject EntityManager entities;
  @Inject RenewalReminders reminders;
  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeASmallBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table :
                  List.of(
                      "renewal_seats",
                      "renewal_case",
                      "renewal_reminder",
                      "renewal_reminder_rule",
                      "calendar_feed",
                      "agreement_note",
                      "mail")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    byte[] book =
        new SmallBook().change("agreements.csv", "2027-01-07,30,AUTO", "2027-01-07,75,AUTO").zip();
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book).status()).isEqualTo(200);
  }

  private JsonNode made(String scope) {
    return steward.postJson("/api/v1/calendars", "{\"scope\":\"%s\"}".formatted(scope)).json();
  }

  private static String path(JsonNode calendar) {
    String url = calendar.get("url").asText();
    return url.substring(url.indexOf("/api/"));
  }

  private static ICalendar read(String path) {
    Caller.Answer answer = Caller.nobody().get(path);
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    return Biweekly.parse(answer.text()).first();
  }

  private static VEvent event(ICalendar calendar, String id) {
    return calendar.getEvents().stream()
        .filter(one -> one.getUid().getValue().startsWith(id))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aCalendarProgramReadsTheDaysByAnAddressThatCanBeTakenBack() {
    JsonNode calendar = made("ALL");
    ICalendar read = read(path(calendar));
    assertThat(read.getEvents()).hasSize(4);
    VEvent notice = event(read, "notice-qm-2027-01-07");
    assertThat(notice.getSummary().getValue())
        .isEqualTo("Last day to give notice on Suite, yearly");
    assertThat(Caller.nobody().get(path(calendar)).text()).contains("DTSTART;VALUE=DATE:20261024");
    assertThat(notice.getAlarms()).hasSize(1);
    assertThat(Caller.nobody().get(path(calendar)).text())
        .as("twice the same")
        .isEqualTo(Caller.nobody().get(path(calendar)).text());
    String forged = path(calendar).replaceAll(".$", "x");
    assertThat(Caller.nobody().get(forged).status()).isEqualTo(404);
    JsonNode next = made("ALL");
    assertThat(Caller.nobody().get(path(calendar)).status()).as("replaced").isEqualTo(404);
    assertThat(steward.get("/api/v1/calendars").json()).hasSize(1);
    String mine = "/api/v1/calendars/" + next.get("id").asText();
    assertThat(Caller.decider().send("DELETE", mine, null, null).status()).isEqualTo(404);
    assertThat(steward.send("DELETE", mine, null, null).status()).isEqualTo(204);
    assertThat(Caller.nobody().get(path(next)).status()).isEqualTo(404);
  }

  private static void give(String path, String body) {
    Caller.Answer answer =
        Caller.keeper()
            .send("PUT", path, "application/json", body.getBytes(StandardCharsets.UTF_8));
    assertThat(answer.status()).as(answer.text()).isLessThan(300);
  }

  /** What it shows is asked for anew at each call, by today's rights; it ends with the access. */
  @Test
  void anAddressIsOnlyAsGoodAsItsOwnersRights() {
    String person = "/api/v1/access/people/calendared";
    String form =
        "{\"name\":\"Cal\",\"role\":\"%s\",\"person\":\"bo\",\"password\":\"skerry-line\"}";
    give(person, form.formatted("READER"));
    Caller owner = Caller.as("calendared");
    String path = path(owner.postJson("/api/v1/calendars", "{\"scope\":\"PEOPLE\"}").json());
    read(path);
    give(person, form.formatted("LEAD"));
    assertThat(Caller.nobody().get(path).status()).as("a lead sees no such days").isEqualTo(404);
    give(person, form.formatted("READER"));
    read(path);
    assertThat(Caller.keeper().get("/api/v1/calendars/all").text()).contains("calendared");
    assertThat(steward.get("/api/v1/calendars/all").status()).isEqualTo(403);
    Caller.keeper().delete(person);
    assertThat(Caller.nobody().get(path).status()).isEqualTo(404);
    give(person, form.formatted("READER"));
    assertThat(Caller.nobody().get(path).status()).as("none comes alive again").isEqualTo(404);
    Caller.keeper().delete(person);
    Caller.Answer byToken = Caller.keeper().postJson("/api/v1/calendars", "{\"scope\":\"ALL\"}");
    assertThat(byToken.status()).isEqualTo(409);
    assertThat(byToken.detail()).contains("not with a token");
  }

  @Test
  void whatIsSettledIsCancelled() {
    String path = path(made("ALL"));
    assertThat(
            steward
                .postJson(
                    "/api/v1/agreements/qm/renewal/case/keep",
                    "{\"reason\":\"new vessel\",\"until\":\"2026-12-24\"}")
                .status())
        .isEqualTo(200);
    assertThat(event(read(path), "notice-qm").getStatus().isCancelled()).isTrue();
    assertThat(event(read(path), "renews-qm").getStatus().isCancelled()).isFalse();
  }

  private void ownedBy(String person) {
    byte[] body = "{\"owner\":\"%s\"}".formatted(person).getBytes(StandardCharsets.UTF_8);
    assertThat(
            steward.send("PUT", "/api/v1/agreements/qm/papers", "application/json", body).status())
        .isEqualTo(200);
  }

  private List<?> mails() {
    return QuarkusTransaction.requiringNew()
        .call(
            () ->
                entities
                    .createNativeQuery("select recipient || ' ' || subject from mail")
                    .getResultList());
  }

  /** 24 days are left: of 60, 30, 14 and 3 the nearest that is due is 30. */
  @Test
  void whoeverLooksAfterAnAgreementIsRemindedOfEachDistanceOnce() {
    reminders.look();
    assertThat(mails()).as("nobody looks after it").isEmpty();
    ownedBy("bo");
    reminders.look();
    reminders.look();
    assertThat(mails())
        .hasSize(1)
        .first()
        .isEqualTo("bo@skerryline.example 24 days to give notice on Suite, yearly");
  }

  @Test
  void theHouseSaysWhenOwnersAreReminded() {
    String path = "/api/v1/renewals/reminders";
    assertThat(steward.get(path).json().get("days").toString()).isEqualTo("[60,30,14,3]");
    assertThat(put(path, "{\"days\":[0]}").detail()).contains("0 is none");
    assertThat(
            Caller.reader()
                .send(
                    "PUT",
                    path,
                    "application/json",
                    "{\"days\":[1]}".getBytes(StandardCharsets.UTF_8))
                .status())
        .isEqualTo(403);
    assertThat(put(path, "{\"days\":[10, 20, 10]}").json().get("days").toString())
        .isEqualTo("[20,10]");
    ownedBy("bo");
    reminders.look();
    assertThat(mails()).as("24 days are left").isEmpty();
    put(path, "{\"days\":[24]}");
    reminders.look();
    assertThat(mails()).hasSize(1);
    assertThat(put(path, "{\"days\":[]}").json().get("days")).isEmpty();
  }

  private Caller.Answer put(String path, String json) {
    return steward.send("PUT", path, "application/json", json.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void theLastDayOfAnOfferIsInTheCalendar() {
    byte[] book =
        new SmallBook()
            .file(
                "offers.csv",
                "offer,agreement,name,months,valid_until,added_seat_percent",
                "two,qm,Two years,24,2026-11-30,15")
            .file(
                "offer_prices.csv",
                "offer,plan,from_seats,unit_price,pricing,minimum",
                "two,quill-opus,1,400,,")
            .zip();
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book).status()).isEqualTo(200);
    VEvent last = event(read(path(made("ALL"))), "offer-two");
    assertThat(last.getSummary().getValue())
        .isEqualTo("Last day to take Two years for Suite, yearly");
  }

  @Test
  void ofTheirOwnOnlyWhereThatIsWanted() {
    assertThat(read(path(made("OWN"))).getEvents()).isEmpty();
  }
}
