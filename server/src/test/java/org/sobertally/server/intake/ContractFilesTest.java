package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.dhatim.fastexcel.Workbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Zips;

/** A firm that has nothing here yet, and brings its own files one after the other. */
@QuarkusTest
class ContractFilesTest {

  private static final String CONTRACTS =
      """
      Lieferant;Produkt;Anzahl;Preis pro Platz;Währung;Vertrag;Beginn;Ende;Kündigungsfrist;Umfang
      Ostwerk;Atelier;40;1.188,00 €;EUR;OW-17;01.02.2026;01.02.2027;3 Monate;drawing, storage
      Ostwerk;Atelier Lite;25;240,00 €;EUR;OW-17;01.02.2026;01.02.2027;3 Monate;storage
      Palisander;Pulse;12;99,50 €;EUR;;;30.06.2027;;
      Summe;;77;;;;;;;
      """;
  private static final String AS_CONTRACTS =
      """
      {"source":"contracts","kind":"CONTRACTS","dayForm":"DOTS","to":"2026-09-30","columns":{
        "vendor":"Lieferant","plan":"Produkt","seats":"Anzahl","unit_price":"Preis pro Platz",
        "currency":"Währung","agreement":"Vertrag","starts":"Beginn","ends":"Ende",
        "notice":"Kündigungsfrist","parts":"Umfang"}%s}""";

  @Inject EntityManager entities;
  @Inject WatchedFolder watched;
  private Caller steward;

  @BeforeEach
  void nothingIsHereYet() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table :
                  List.of("intake_change", "intake_use", "intake", "intake_mapping")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", Zips.empty()).status())
        .isEqualTo(200);
    steward = Caller.steward();
  }

  private JsonNode bring(String name, byte[] content) {
    Caller.Answer seen =
        steward.send(
            "POST", "/api/v1/intake/files?name=" + name, "application/octet-stream", content);
    assertThat(seen.status()).as(seen.text()).isEqualTo(200);
    return seen.json();
  }

  private String brought(String content) {
    JsonNode seen = bring("file.csv", content.getBytes(StandardCharsets.UTF_8));
    return "/api/v1/intake/files/" + seen.get("id").asText();
  }

  private JsonNode check(String file, String mapping) {
    Caller.Answer checked = steward.postJson(file + "/check", mapping);
    assertThat(checked.status()).as(checked.text()).isEqualTo(200);
    return checked.json();
  }

  private JsonNode take(String content, String mapping) {
    Caller.Answer taken = steward.postJson(brought(content) + "/take", mapping);
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    return taken.json();
  }

  private JsonNode subscription(String id) {
    for (JsonNode line : steward.get("/api/v1/subscriptions?limit=100").json()) {
      if (line.get("line").asText().equals(id)) {
        return line;
      }
    }
    throw new AssertionError(
        "No subscription %s in %s".formatted(id, steward.get("/api/v1/subscriptions").text()));
  }

  private static List<String> messages(JsonNode check) {
    List<String> messages = new ArrayList<>();
    check
        .get("rejected")
        .forEach(r -> messages.add(r.get("row").asInt() + " " + r.get("message").asText()));
    return messages;
  }

  private static List<String> notes(JsonNode check) {
    List<String> notes = new ArrayList<>();
    check.get("notes").forEach(note -> notes.add(note.asText()));
    return notes;
  }

  @Test
  void readsAFirmsOwnSheetOfContracts() {
    JsonNode seen = bring("contracts.csv", CONTRACTS.getBytes(StandardCharsets.UTF_8));
    assertThat(seen.get("likely").asText()).isEqualTo("CONTRACTS");
    JsonNode guess = seen.at("/guesses/CONTRACTS/columns");
    assertThat(guess.get("vendor").asText()).isEqualTo("Lieferant");
    assertThat(guess.get("unit_price").asText()).isEqualTo("Preis pro Platz");
    assertThat(guess.get("ends").asText()).isEqualTo("Ende");

    JsonNode taken = take(CONTRACTS, AS_CONTRACTS.formatted(""));

    assertThat(taken.at("/counts/NEW").asInt()).isEqualTo(3);
    assertThat(messages(taken)).containsExactly("5 The row names no product.");
    assertThat(notes(taken))
        .contains("Amounts are read as written like 1.234,50.")
        .anyMatch(note -> note.startsWith("Of 2 agreements the file does not say all terms"));
    JsonNode atelier = subscription("ostwerk-ow-17-atelier");
    assertThat(atelier.get("bought").asInt()).isEqualTo(40);
    assertThat(atelier.at("/yearlyCost/amount").asText()).isEqualTo("47520.00");
    assertThat(atelier.get("noticeBy").asText()).isEqualTo("2026-11-01");
    JsonNode pulse = subscription("palisander-pulse");
    assertThat(pulse.at("/yearlyCost/amount").asText()).isEqualTo("1194.00");
    assertThat(pulse.get("noticeBy").asText()).isEqualTo("2027-04-01");
  }

  @Test
  void aNewerSheetChangesQuantitiesFromItsDayOnAndGoesBack() {
    take(CONTRACTS, AS_CONTRACTS.formatted(""));
    byte[] before = Caller.keeper().get("/api/v1/book").bytes();
    String newer =
        CONTRACTS
            .replace("Atelier;40;1.188,00", "Atelier;36;1.188,00")
            .replace("Pulse;12;99,50", "Pulse;12;104,00");
    JsonNode taken = take(newer, AS_CONTRACTS.formatted(""));
    assertThat(taken.at("/counts/CHANGED").asInt()).isEqualTo(2);
    assertThat(taken.at("/counts/SAME").asInt()).isEqualTo(1);
    assertThat(subscription("ostwerk-ow-17-atelier").get("bought").asInt()).isEqualTo(36);
    assertThat(
            steward
                .get("/api/v1/subscriptions/ostwerk-ow-17-atelier?asOf=2026-09-29")
                .json()
                .get("bought")
                .asInt())
        .isEqualTo(40);
    assertThat(subscription("palisander-pulse").at("/yearlyCost/amount").asText())
        .isEqualTo("1248.00");

    JsonNode newest = steward.get("/api/v1/intake").json().get(0);
    assertThat(steward.post("/api/v1/intake/" + newest.get("id").asText() + "/take-back").status())
        .isEqualTo(200);
    assertThat(Caller.keeper().get("/api/v1/book").bytes()).isEqualTo(before);
  }

  /** The first term and its prices stay what they were. */
  @Test
  void aSheetWithTheNextTermBeginsItOnItsDay() {
    take(CONTRACTS, AS_CONTRACTS.formatted(""));
    String next =
        CONTRACTS
            .replace("Atelier;40;1.188,00", "Atelier;38;1.212,00")
            .replace("01.02.2026;01.02.2027", "01.02.2027;01.02.2028");
    take(next, AS_CONTRACTS.formatted(""));
    assertThat(subscription("ostwerk-ow-17-atelier").at("/yearlyCost/amount").asText())
        .isEqualTo("47520.00");
    JsonNode then =
        steward.get("/api/v1/subscriptions/ostwerk-ow-17-atelier?asOf=2027-02-01").json();
    assertThat(then.get("bought").asInt()).isEqualTo(38);
    assertThat(then.at("/yearlyCost/amount").asText()).isEqualTo("46056.00");
    assertThat(then.get("renews").asText()).isEqualTo("2028-02-01");
    byte[] book = Caller.keeper().get("/api/v1/book").bytes();
    assertThat(steward.postJson(brought(next) + "/take", AS_CONTRACTS.formatted("")).detail())
        .contains("Nothing in this file is new");
    assertThat(Caller.keeper().get("/api/v1/book").bytes()).isEqualTo(book);
  }

  @Test
  void onlyTheFirstRowOfAnAgreementNeedsToSayItsTerms() {
    String rows =
        CONTRACTS.replace(
            "25;240,00 €;EUR;OW-17;01.02.2026;01.02.2027;3 Monate", "25;240,00 €;;OW-17;;;");
    assertThat(take(rows, AS_CONTRACTS.formatted("")).at("/counts/NEW").asInt()).isEqualTo(3);
    assertThat(subscription("ostwerk-ow-17-atelier-lite").get("noticeBy").asText())
        .isEqualTo("2026-11-01");
  }

  @Test
  void anAgreementThatWasRenamedIsStillTheSame() {
    take(CONTRACTS, AS_CONTRACTS.formatted(""));
    JsonNode terms = steward.get("/api/v1/vendors/ostwerk/terms").json();
    String edit =
        """
        {"state":"%s","why":"as we call it","lines":[],
         "agreements":[{"agreement":"ostwerk-ow-17","name":"Design suite"}]}"""
            .formatted(terms.get("state").asText());
    assertThat(
            steward
                .send(
                    "PUT",
                    "/api/v1/vendors/ostwerk/terms",
                    "application/json",
                    edit.getBytes(StandardCharsets.UTF_8))
                .status())
        .isEqualTo(200);
    String newer = CONTRACTS.replace("Atelier;40;", "Atelier;41;");
    assertThat(take(newer, AS_CONTRACTS.formatted("")).at("/counts/CHANGED").asInt()).isEqualTo(1);
    assertThat(steward.get("/api/v1/subscriptions").json()).hasSize(3);
  }

  @Test
  void aCurrencyThatNobodyKnowsTheWorthOfIsNotTaken() {
    String abroad = CONTRACTS.replace("99,50 €;EUR", "99,50;CHF");
    String file = brought(abroad);
    assertThat(messages(check(file, AS_CONTRACTS.formatted(""))))
        .contains("4 Nobody says what 1 CHF is in EUR. Say it here, or bring rates first.");
    JsonNode taken = take(abroad, AS_CONTRACTS.formatted(",\"values\":{\"CHF\":\"1,05\"}"));
    assertThat(taken.at("/counts/NEW").asInt()).isEqualTo(3);
    assertThat(subscription("palisander-pulse").at("/yearlyCost/amount").asText())
        .isEqualTo("1253.70");
    assertThat(steward.get("/api/v1/standing?asOf=2026-03-01").status()).isEqualTo(200);
  }

  @Test
  void theOnlyCurrencyOfTheFirstContractsIsTheOneThatMoneyIsShownIn() {
    JsonNode taken =
        take(
            "vendor,product,seats,price,currency,ends\nOstwerk,Atelier,10,12.50,GBP,2027-03-01\n",
            """
            {"source":"contracts","kind":"CONTRACTS","to":"2026-09-30","values":{"per":"MONTH"},
             "columns":{"vendor":"vendor","plan":"product","seats":"seats","unit_price":"price",
             "currency":"currency","ends":"ends"}}""");
    assertThat(notes(taken)).contains("Money will be shown in GBP, the only currency of the file.");
    JsonNode yearly = subscription("ostwerk-atelier").get("yearlyCost");
    assertThat(yearly.get("amount").asText()).isEqualTo("1500.00");
    assertThat(yearly.get("currency").asText()).isEqualTo("GBP");
  }

  @Test
  void aFileOfWhichNoRowIsTakenSettlesNoCurrency() {
    String file =
        brought("vendor,product,seats,price,currency,ends\nOstwerk,Atelier,x,1,GBP,2027-03-01\n");
    String mapping =
        """
        {"source":"contracts","kind":"CONTRACTS","to":"2026-09-30","columns":{"vendor":"vendor",
         "plan":"product","seats":"seats","unit_price":"price","currency":"currency","ends":"ends"}}""";
    assertThat(check(file, mapping).get("changes").asInt()).isZero();
    assertThat(steward.postJson(file + "/take", mapping).status()).isEqualTo(409);
  }

  @Test
  void saysOfEachRowThatCannotBeTakenWhatToDo() {
    String file =
        brought(
            """
            vendor,product,seats,price,contract,starts,ends,notice,renews
            Ostwerk,Atelier,ten,5,A,2026-01-01,2027-01-01,30,auto
            Ostwerk,Atelier,10,five,A,2026-01-01,2027-01-01,30,auto
            Ostwerk,Atelier,10,5,A,2027-01-01,2026-01-01,30,auto
            Ostwerk,Atelier,10,5,A,2026-01-01,2027-01-01,a while,auto
            Ostwerk,Atelier,10,5,A,2026-01-01,2027-01-01,30,perhaps
            Ostwerk,Atelier,10,5,A,,,30,auto
            Ostwerk,Atelier,10,5,A,2026-01-01,2027-01-01,30,auto
            Ostwerk,Atelier,5,5,A,2026-01-01,2027-01-01,30,auto
            Ostwerk,Lite,5,5,A,2026-01-01,2027-02-01,30,auto
            """);
    JsonNode check =
        check(
            file,
            """
            {"source":"c","kind":"CONTRACTS","to":"2026-09-30","columns":{"vendor":"vendor",
             "plan":"product","seats":"seats","unit_price":"price","agreement":"contract",
             "starts":"starts","ends":"ends","notice":"notice","renews":"renews"}}""");
    assertThat(messages(check))
        .containsExactly(
            "2 'ten' is no whole number of seats.",
            "3 'five' is no amount of money.",
            "4 The agreement would end on 2026-01-01, before it starts.",
            "5 'a while' is no notice: write 30, 30 days or 3 months.",
            "6 'perhaps' is none of AUTO or MANUAL.",
            "7 Say when the agreement ends, or when it began.",
            "9 Row 8 buys the same plan on the same agreement. Put both into one row, or say which"
                + " contract each is on.",
            "10 Row 8 is of the same agreement and says other days, notice or currency.");
    assertThat(check.get("good").asInt()).isEqualTo(1);
  }

  private static byte[] staff() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "Tests", "1.0")) {
      workbook.newWorksheet("Nothing");
      workbook.newWorksheet("Read me").value(0, 0, "nothing here");
      var sheet = workbook.newWorksheet("Staff");
      String[][] rows = {
        {"Personnel number", "Full name", "Work email", "Department"},
        {"7", "Ada Brook", "ada@ostwerk.example", "Design"},
        {"8", "Bo Finch", "bo@ostwerk.example", "Design"},
        {"9", "Cy Moor", "cy@ostwerk.example", "Sales"}
      };
      for (int row = 0; row < rows.length; row++) {
        for (int column = 0; column < rows[row].length; column++) {
          sheet.value(row, column, rows[row][column]);
        }
      }
    }
    return bytes.toByteArray();
  }

  private void takePeople() throws IOException {
    JsonNode seen = bring("staff.xlsx", staff());
    assertThat(seen.get("sheets")).hasSize(3);
    assertThat(seen.get("sheet").asText()).as("the first that is a table").isEqualTo("Staff");
    String file = "/api/v1/intake/files/" + seen.get("id").asText();
    Caller.Answer empty = steward.get(file + "?sheet=Nothing");
    assertThat(empty.status()).isEqualTo(400);
    assertThat(empty.detail()).contains("The workbook has Nothing, Read me, Staff");
    JsonNode second = steward.get(file + "?sheet=Staff").json();
    assertThat(second.get("likely").asText()).isEqualTo("PEOPLE");
    assertThat(second.at("/guesses/PEOPLE/columns/person").asText()).isEqualTo("Personnel number");
    String mapping =
        second.at("/guesses/PEOPLE").toString().replace("\"source\":\"\"", "\"source\":\"HR\"");
    assertThat(steward.postJson(file + "/take", mapping).status()).isEqualTo(200);
  }

  @Test
  void oneExportTellsSeatsAndLastSignInsAndNamesProductsInItsOwnWay() throws IOException {
    take(CONTRACTS, AS_CONTRACTS.formatted(""));
    takePeople();
    String export =
        """
        Username,Licenses,Last sign-in (UTC)
        ada@ostwerk.example,ATL_E3+LITE,2026-09-29
        bo@ostwerk.example,ATL_E3,2026-03-02
        cy@ostwerk.example,FREE_TRIAL,
        guest@elsewhere.example,LITE,
        """;
    JsonNode seen = bring("export.csv", export.getBytes(StandardCharsets.UTF_8));
    assertThat(seen.get("likely").asText()).isEqualTo("HOLDINGS");
    assertThat(seen.at("/guesses/HOLDINGS/parts/*").asText()).isEqualTo("Last sign-in (UTC)");
    String mapping =
        """
        {"source":"Ostwerk console","kind":"HOLDINGS","vendor":"ostwerk","to":"2026-09-30",
         "columns":{"who":"Username","plan":"Licenses"},"parts":{"*":"Last sign-in (UTC)"},
         "separator":"+","values":{"ATL_E3":"Atelier","LITE":"ostwerk-atelier-lite","FREE_TRIAL":"-"}}""";
    JsonNode taken = take(export, mapping);
    assertThat(taken.get("rejectedInAll").asInt()).isZero();
    assertThat(taken.at("/counts/NEW").asInt()).isEqualTo(4);
    assertThat(taken.at("/counts/LEFT_OUT").asInt()).isEqualTo(1);
    assertThat(notes(taken))
        .anyMatch(note -> note.startsWith("The oldest use in the file is of 2026-03-02"));
    JsonNode atelier = subscription("ostwerk-ow-17-atelier");
    assertThat(atelier.get("spare").asInt()).isEqualTo(38);
    JsonNode idle =
        steward.get("/api/v1/subscriptions/ostwerk-ow-17-atelier/holdings?state=IDLE").json();
    assertThat(idle).hasSize(1);
    assertThat(idle.get(0).get("name").asText()).isEqualTo("Bo Finch");
    assertThat(idle.get(0).get("lastUsed").asText()).isEqualTo("2026-03-02");
  }

  @Test
  void aFolderIsReadAsItsSourceWasReadBefore(@TempDir Path folder) throws IOException {
    take(CONTRACTS, AS_CONTRACTS.formatted(""));
    Path source = Files.createDirectories(folder.resolve("contracts"));
    Path unknown = Files.createDirectories(folder.resolve("somebody else"));
    Files.writeString(source.resolve("a.csv"), CONTRACTS);
    Files.writeString(source.resolve("b.csv"), CONTRACTS.replace("Atelier;40;", "Atelier;44;"));
    Files.writeString(source.resolve("c.csv"), "nothing;that\n1;2\n");
    Files.writeString(unknown.resolve("d.csv"), CONTRACTS);

    watched.look(folder);

    assertThat(subscription("ostwerk-ow-17-atelier").get("bought").asInt()).isEqualTo(44);
    assertThat(source.resolve("taken/a.csv")).exists();
    assertThat(source.resolve("taken/b.csv")).exists();
    assertThat(source.resolve("b.csv")).doesNotExist();
    assertThat(source.resolve("refused/c.csv.why.txt"))
        .content()
        .startsWith("The mapping does not fit the file: it has no column");
    assertThat(unknown.resolve("refused/d.csv.why.txt"))
        .content()
        .startsWith("Nobody has said yet");
    JsonNode newest = steward.get("/api/v1/intake").json().get(0);
    assertThat(newest.get("fileName").asText()).isEqualTo("b.csv");
    assertThat(newest.get("actor").asText()).isEqualTo("Watched folder");
    assertThat(steward.get("/api/v1/journal?kind=FILE_REFUSED").json()).hasSize(2);
  }

  @Test
  void groupsAndTheirLeadsComeInByMail() throws IOException {
    takePeople();
    JsonNode taken =
        take(
            "Team,Member,Lead\nStudio,ada@ostwerk.example,yes\nStudio,8,\nStudio,x@y.example,\n",
            """
            {"source":"g","kind":"GROUPS","columns":{"group":"Team","who":"Member","lead":"Lead"}}""");
    assertThat(taken.at("/counts/GROUPS").asInt()).isEqualTo(1);
    assertThat(taken.at("/counts/NEW").asInt()).isEqualTo(2);
    assertThat(messages(taken))
        .containsExactly("4 Nobody is called 'x@y.example'. Bring people first.");
    assertThat(Zips.rows(Caller.keeper().get("/api/v1/book").bytes(), "group_members.csv"))
        .contains("studio,7,true", "studio,8,");
  }

  @Test
  void lettersOfOtherEncodingsAreReadAndSaid() {
    String text = "Currency;Rate;Day\nCHF;1,05;01.01.2026\n";
    String mapping =
        """
        {"source":"r","kind":"RATES","dayForm":"DOTS","columns":{"currency":"Währung","rate":"Kurs",
         "day":"Tag"}}""";
    String german =
        text.replace("Currency", "Währung").replace("Rate", "Kurs").replace("Day", "Tag");
    for (String name : List.of("windows-1252", "UTF-16")) {
      JsonNode seen = bring("rates.csv", german.getBytes(Charset.forName(name)));
      assertThat(seen.get("columns").get(0).asText()).isEqualTo("Währung");
      JsonNode check = check("/api/v1/intake/files/" + seen.get("id").asText(), mapping);
      assertThat(check.get("good").asInt()).isEqualTo(1);
      assertThat(notes(check))
          .anyMatch(note -> note.toLowerCase(Locale.ROOT).contains(name.toLowerCase(Locale.ROOT)));
    }
  }

  @Test
  void theBeginningSaysWhatIsHereAndWhatIsMissing() throws IOException {
    JsonNode nothing = steward.get("/api/v1/beginning").json();
    assertThat(nothing.get("done").asInt()).isZero();
    assertThat(nothing.at("/seats/of").asInt()).isZero();
    take(CONTRACTS, AS_CONTRACTS.formatted(""));
    takePeople();
    JsonNode two = steward.get("/api/v1/beginning").json();
    assertThat(two.get("done").asInt()).isEqualTo(2);
    assertThat(two.at("/people/people").asInt()).isEqualTo(3);
    assertThat(two.at("/people/departments").asInt()).isEqualTo(2);
    assertThat(two.at("/people/from").asText()).isEqualTo("staff.xlsx");
    assertThat(two.at("/contracts/vendors").asInt()).isEqualTo(2);
    assertThat(two.at("/contracts/plans").asInt()).isEqualTo(3);
    assertThat(two.at("/contracts/yearlyCost/amount").asText()).isEqualTo("54714.00");
    assertThat(two.at("/seats/missing")).hasSize(2);
    assertThat(two.at("/notices/0/day").asText()).isEqualTo("2026-11-01");
    assertThat(two.at("/notices/0/vendor").asText()).isEqualTo("Ostwerk");
    assertThat(Caller.reader().get("/api/v1/intake/templates/PEOPLE").status()).isEqualTo(403);
    assertThat(steward.get("/api/v1/intake/templates/PEOPLE").status()).isEqualTo(200);
    assertThat(steward.get("/api/v1/intake/templates/PIGEONS").status()).isEqualTo(400);
  }
}
