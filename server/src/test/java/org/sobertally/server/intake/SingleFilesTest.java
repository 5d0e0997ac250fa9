package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** Files of other shapes: tried, taken in with their faults said, and taken back whole. */
@QuarkusTest
class SingleFilesTest {

  private static final String REEDHOLM =
      """
      {"source": "Reedholm's list", "kind": "HOLDINGS", "vendor": "reedholm", "dayForm": "DOTS",
       "to": "2026-09-30", "columns": {"who": "Nutzer", "plan": "Produkt", "from": "Seit"}%s}
      """;

  @Inject EntityManager entities;

  private Caller steward;

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table :
                  List.of("intake_change", "intake_use", "intake", "intake_mapping")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    DemoBook.takeLate();
    steward = Caller.steward();
  }

  private Caller.Answer bring(String name, byte[] content) {
    return steward.send(
        "POST", "/api/v1/intake/files?name=" + name, "application/octet-stream", content);
  }

  private String brought(String name, String content) {
    Caller.Answer seen = bring(name, content.getBytes(StandardCharsets.UTF_8));
    assertThat(seen.status()).as(seen.text()).isEqualTo(200);
    return "/api/v1/intake/files/" + seen.json().get("id").asText();
  }

  private JsonNode taken(String file, String mapping) {
    Caller.Answer taken = steward.postJson(file + "/take", mapping);
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    return taken.json();
  }

  private byte[] book() {
    return Caller.keeper().get("/api/v1/book").bytes();
  }

  private JsonNode newest() {
    return steward.get("/api/v1/intake").json().get(0);
  }

  private Caller.Answer takeBack(JsonNode intake) {
    return steward.post("/api/v1/intake/" + intake.get("id").asText() + "/take-back");
  }

  private int held(String plan) {
    for (JsonNode line : steward.get("/api/v1/subscriptions?limit=100").json()) {
      if (line.get("plan").asText().equals(plan)) {
        return line.get("bought").asInt() - line.get("spare").asInt();
      }
    }
    throw new AssertionError("No subscription of " + plan);
  }

  private static List<String> messages(JsonNode check) {
    List<String> messages = new ArrayList<>();
    check
        .get("rejected")
        .forEach(r -> messages.add(r.get("row").asInt() + " " + r.get("message").asText()));
    return messages;
  }

  @Test
  void takesSeatsWithColumnsOfTheirOwnAndTakesThemBackWithoutATrace() {
    byte[] before = book();
    int held = held("reed-polls");
    String file =
        brought(
            "seats.csv",
            """
            Nutzer;Produkt;Seit
            astrid.achterberg@skerryline.example;Polls;01.09.2026
            somebody@skerryline.example;reedholm polls;02.09.2026
            iolo.duarte@skerryline.example;Forms;
            nobody-at-all;Polls;02.09.2026
            hakon.nygren@skerryline.example;Quills;02.09.2026
            hakon.nygren@skerryline.example;Polls;31.02.2026
            """);
    JsonNode check = steward.postJson(file + "/check", REEDHOLM.formatted("")).json();
    assertThat(check.get("good").asInt()).isEqualTo(3);
    assertThat(check.get("counts").toString())
        .isEqualTo("{\"ACCOUNTS\":2,\"NEW\":2,\"NOBODY\":1,\"SAME\":1}");
    assertThat(messages(check))
        .containsExactly(
            "5 Nobody has this id, and it is no mail address.",
            "6 No subscription of a plan 'Quills' is in force on 2026-09-30.",
            "7 '31.02.2026' is not a day written d.M.yyyy.");
    assertThat(held("reed-polls")).as("a check changes nothing").isEqualTo(held);
    assertThat(
            steward
                .with("Accept", "text/csv")
                .postJson(file + "/rejected", REEDHOLM.formatted(""))
                .text())
        .contains("7,Seit,31.02.2026,");
    steward.without("Accept");

    taken(file, REEDHOLM.formatted(""));
    assertThat(held("reed-polls")).isEqualTo(held + 2);
    assertThat(newest().get("rejected").asInt()).isEqualTo(3);
    assertThat(book()).isNotEqualTo(before);

    assertThat(takeBack(newest()).status()).isEqualTo(200);
    assertThat(held("reed-polls")).isEqualTo(held);
    assertThat(book()).as("the book, byte for byte").isEqualTo(before);
    assertThat(takeBack(newest()).detail()).isEqualTo("It was taken back already.");
  }

  @Test
  void endsTheSeatsThatAWholeListDoesNotNameUnlessARowCannotBeRead() {
    int held = held("reed-forms");
    String good = "Nutzer,Produkt,Seit\niolo.duarte@skerryline.example,Forms,\n";
    String whole = REEDHOLM.formatted(", \"whole\": true");
    String bad = brought("with-a-fault.csv", good + "who-is-this,Forms,\n");
    JsonNode check = steward.postJson(bad + "/check", whole).json();
    assertThat(check.get("counts").has("ENDED")).isFalse();
    assertThat(check.get("notes").get(0).asText()).startsWith("No seat is ended while rows");

    JsonNode taken = taken(brought("all.csv", good), whole);
    assertThat(taken.get("counts").get("ENDED").asInt()).isPositive();
    assertThat(held).isGreaterThan(1);
    assertThat(held("reed-forms")).isEqualTo(1);
  }

  @Test
  void aWholeListThatNamesNobodyEndsNothing() {
    int held = held("reed-forms");
    String whole = REEDHOLM.formatted(", \"whole\": true");
    JsonNode check =
        steward.postJson(brought("empty.csv", "Nutzer,Produkt,Seit\n") + "/check", whole).json();
    assertThat(check.get("counts").has("ENDED")).isFalse();
    assertThat(check.get("notes").get(0).asText()).startsWith("The file names nobody");
    assertThat(held("reed-forms")).isEqualTo(held);
  }

  @Test
  void whoIsNotInAListOfEverybodyHasLeftAndComesBackWhenItIsTakenBack() {
    byte[] before = book();
    String mapping =
        """
        {"source": "payroll", "kind": "PEOPLE", "dayForm": "ISO", "whole": true,
         "columns": {"person": "No", "name": "Name", "email": "Mail"}}""";
    String rows =
        "No,Name,Mail\np0626,Kept Here,kept.here@skerryline.example\n,Who,who@x.example\n";
    JsonNode bad = steward.postJson(brought("bad.csv", rows) + "/check", mapping).json();
    assertThat(bad.get("counts").has("LEFT")).isFalse();
    assertThat(bad.get("notes").get(0).asText()).startsWith("Nobody leaves while rows");
    JsonNode taken = taken(brought("all.csv", rows.substring(0, rows.indexOf(",Who"))), mapping);
    assertThat(taken.get("counts").get("LEFT").asInt()).isGreaterThan(500);
    JsonNode left = steward.get("/api/v1/people/p0002").json();
    assertThat(left.get("status").asText()).isEqualTo("LEFT");
    takeBack(newest());
    assertThat(book()).isEqualTo(before);
  }

  @Test
  void readsLastUsesOutOfAWorkbookAndReachesFurther() throws IOException {
    byte[] before = book();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "Tally", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Use");
      sheet.value(0, 0, "Account");
      sheet.value(0, 1, "Last sign-in");
      sheet.value(1, 0, "cairnvault-00");
      sheet.value(1, 1, LocalDate.of(2026, 9, 29));
      sheet.style(1, 1).format("yyyy-mm-dd").set();
      sheet.value(2, 0, "cairnvault-p9999");
      sheet.value(2, 1, "never");
      sheet.value(3, 0, "cairnvault-00");
      sheet.value(3, 1, LocalDate.of(2026, 11, 2));
      sheet.style(3, 1).format("dd.mm.yyyy").set();
    }
    String file =
        "/api/v1/intake/files/" + bring("use.xlsx", bytes.toByteArray()).json().get("id").asText();
    String mapping =
        """
        {"source": "Console report", "kind": "LAST_USE", "vendor": "cairnvault",
         "columns": {"who": "Account"}, "parts": {"*": "Last sign-in"}, "to": "2026-09-30"}
        """;
    assertThat(
            steward
                .postJson(file + "/check", mapping.replace("\"*\"", "\"console\""))
                .json()
                .at("/notes/0")
                .asText())
        .as("one part only says nothing of the others")
        .isEqualTo(
            "Use stays known to 2026-09-28: this file says nothing of keys. Bring one with all of"
                + " them.");
    JsonNode check = steward.postJson(file + "/check", mapping).json();
    assertThat(check.get("notes").get(0).asText())
        .isEqualTo("This vendor's use will be known from 2025-09-01 to 2026-09-30.");
    assertThat(messages(check)).contains("3 No account at this vendor is called so.");
    taken(file, mapping);
    JsonNode vendor = null;
    for (JsonNode one : steward.get("/api/v1/vendors").json()) {
      vendor = one.get("vendor").asText().equals("cairnvault") ? one : vendor;
    }
    assertThat(vendor.get("completeTo").asText()).isEqualTo("2026-09-30");
    assertThat(takeBack(newest()).status()).isEqualTo(200);
    assertThat(book()).isEqualTo(before);
  }

  @Test
  void takesPeopleButNobodyWhoWouldReportToThemselves() {
    byte[] before = book();
    String file =
        brought(
            "people.csv",
            """
            Number,Full name,Mail,Reports to,State
            p0001,Fenna Rasmund,fenna.rasmund@skerryline.example,p0002,works
            p9001,Ottoline Grice,ottoline.grice@skerryline.example,p9002,works
            p9002,Barnaby Thole,barnaby.thole@skerryline.example,p0609,away
            p9003,Second Thole,barnaby.thole@skerryline.example,p9009,works
            p9004,Cornel Vane,cornel.vane@skerryline.example,,gone fishing
            """);
    String mapping =
        """
        {"source": "Personnel", "kind": "PEOPLE", "values": {"works": "ACTIVE", "away": "ON_LEAVE"},
         "columns": {"person": "Number", "name": "Full name", "email": "Mail",
          "manager": "Reports to", "status": "State"}}
        """;
    JsonNode taken = taken(file, mapping);
    assertThat(messages(taken))
        .containsExactly(
            "2 They would report to themselves: p0001 → p0002 → p0001.",
            "5 Nobody here or in the file is called 'p9009'.",
            "6 'gone fishing' is none of ACTIVE, ON_LEAVE, SUSPENDED, LEFT. Say what it means.");
    JsonNode person = steward.get("/api/v1/people/p9001").json();
    assertThat(person.get("managerName").asText()).isEqualTo("Barnaby Thole");
    assertThat(steward.get("/api/v1/people/p9002").json().get("status").asText())
        .isEqualTo("ON_LEAVE");
    assertThat(steward.get("/api/v1/people/p9002").json().get("statusSince").asText())
        .as("from the file's day on, not always")
        .isEqualTo("2026-09-30");
    takeBack(newest());
    assertThat(book()).isEqualTo(before);
  }

  @Test
  void remembersHowASourceIsReadAndSaysWhenItFitsNoMore() {
    taken(
        brought("one.csv", "Nutzer,Produkt,Seit\nhakon.nygren@skerryline.example,Signs,\n"),
        REEDHOLM.formatted(""));
    JsonNode remembered = steward.get("/api/v1/intake/ways").json().get("remembered").get(0);
    assertThat(remembered.get("source").asText()).isEqualTo("Reedholm's list");
    assertThat(remembered.get("columns").get("plan").asText()).isEqualTo("Produkt");
    assertThat(remembered.get("to").isNull()).isTrue();

    String other = brought("two.csv", "Nutzer,Erzeugnis\nhakon.nygren@skerryline.example,Signs\n");
    Caller.Answer refused = steward.postJson(other + "/check", remembered.toString());
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.detail())
        .isEqualTo(
            "The mapping does not fit the file: it has no column 'Produkt' (plan), 'Seit' (from)."
                + " Its columns are Nutzer, Erzeugnis.");
  }

  @Test
  void takesSessionsTwiceWithoutCountingThemTwice() {
    String rows =
        "user,start,end\nplumbrigg-p0517,2026-09-29 09:00,2026-09-29 11:30\n"
            + "plumbrigg-p0517,2026-09-30 09:00,\nplumbrigg-p0517,noon,\n";
    String mapping =
        """
        {"source": "Pool log", "kind": "SESSIONS", "vendor": "plumbrigg",
         "columns": {"who": "user", "started": "start", "ended": "end", "plan": "pool"}}
        """;
    String file =
        brought(
            "log.csv",
            rows.replace("end\n", "end,pool\n").replaceAll("(?m)^(plum.*)$", "$1,plum-survey"));
    JsonNode first = taken(file, mapping);
    assertThat(first.get("counts").get("NEW").asInt()).isEqualTo(2);
    assertThat(messages(first)).containsExactly("4 'noon' is not a day and a time.");
    String again =
        brought(
            "log.csv",
            rows.replace("end\n", "end,pool\n").replaceAll("(?m)^(plum.*)$", "$1,plum-survey"));
    assertThat(steward.postJson(again + "/check", mapping).json().get("counts").toString())
        .isEqualTo("{\"SAME\":2}");
    Caller.Answer nothingNew = steward.postJson(again + "/take", mapping);
    assertThat(nothingNew.status()).isEqualTo(409);
    assertThat(nothingNew.detail()).startsWith("Nothing in this file is new");
  }

  @Test
  void takesBackTheNewestFirstAndNothingThatWasChangedSince() {
    taken(
        brought("one.csv", "Nutzer,Produkt,Seit\nhakon.nygren@skerryline.example,Signs,\n"),
        REEDHOLM.formatted(""));
    JsonNode first = newest();
    taken(
        brought("two.csv", "Nutzer,Produkt,Seit\nhakon.nygren@skerryline.example,Polls,\n"),
        REEDHOLM.formatted(""));
    assertThat(takeBack(first).detail())
        .isEqualTo("two.csv came in after it. Take that back first.");
    assertThat(takeBack(newest()).status()).isEqualTo(200);
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createNativeQuery(
                        "update book_accounts set email = 'h@elsewhere.example'"
                            + " where account = 'reedholm-p0002'")
                    .executeUpdate());
    assertThat(takeBack(first).detail())
        .isEqualTo(
            "It cannot be taken back any more: a row of accounts.csv (reedholm-p0002) was changed"
                + " since.");
  }

  @Test
  void saysOfTwentyThousandRowsWhichFiveHundredAreBroken() {
    String rows =
        IntStream.range(0, 20_000)
            .mapToObj(
                n -> n % 40 == 0 ? "somebody," + n : "n%d@skerryline.example,Polls".formatted(n))
            .collect(Collectors.joining("\n"));
    String mapping =
        """
        {"source": "All", "kind": "HOLDINGS", "vendor": "reedholm",
         "columns": {"who": "user", "plan": "product"}}
        """;
    String file = brought("long.csv", "user,product\n" + rows);
    JsonNode check = steward.postJson(file + "/check", mapping).json();
    assertThat(check.get("good").asInt()).isEqualTo(19_500);
    assertThat(check.get("rejectedInAll").asInt()).isEqualTo(500);
    assertThat(check.get("rejected").get(0).get("row").asInt()).isEqualTo(2);
    assertThat(taken(file, mapping).get("counts").get("NEW").asInt()).isEqualTo(19_500);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          {"kind":"HOLDINGS","columns":{"who":"a","plan":"b"}}              |vendor: say whose file it is.
          {"kind":"PEOPLE","columns":{"name":"a"}}                           |columns: say which column is 'person', or 'email'.
          {"kind":"PEOPLE","columns":{"person":"a","shoe":"b"}}              |columns: a file of this kind has no field shoe.
          {"columns":{}}                                                     |kind: say what the file is about.
          {"kind":"SESSIONS","vendor":"reedholm","columns":{"who":"a","started":"b"}}|vendor: this vendor sells no pool.
          {"kind":"LAST_USE","vendor":"reedholm","columns":{"who":"a"},"parts":{"mail":"b"}}|parts: reedholm has no part mail. It has forms, polls, signs.
          {"kind":"LAST_USE","vendor":"reedholm","columns":{"who":"a"},"parts":{"forms":"b"},"to":"2027-01-01"}|to: 2027-01-01 has not come yet.
          """)
  void saysWhatIsMissingInAMapping(String mapping, String detail) {
    Caller.Answer answer = steward.postJson(brought("x.csv", "a,b\n1,2\n") + "/check", mapping);
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).isEqualTo(detail);
  }

  @Test
  void refusesWhatIsNoTableAndWhoMayNot() {
    assertThat(bring("x.csv", new byte[0]).detail()).startsWith("The file is empty");
    assertThat(bring("x.csv", new byte[] {'a', 0, (byte) 0xff}).detail())
        .startsWith("The file is no text.");
    byte[] locked = {(byte) 0xD0, (byte) 0xCF, 0x11, (byte) 0xE0};
    assertThat(bring("x.xlsx", locked).detail()).contains("behind a password");
    assertThat(bring("x.xlsx", new byte[] {'P', 'K', 3, 4, 0, 0}).detail())
        .startsWith("The file cannot be read as an XLSX workbook");
    byte[] file = "a,b\n".getBytes(StandardCharsets.UTF_8);
    assertThat(
            Caller.reader()
                .send("POST", "/api/v1/intake/files?name=x", "application/octet-stream", file)
                .status())
        .isEqualTo(403);
    assertThat(steward.postJson("/api/v1/intake/files/none/check", REEDHOLM.formatted("")).status())
        .isEqualTo(404);
  }
}
