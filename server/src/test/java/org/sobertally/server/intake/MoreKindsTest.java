package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.sun.net.httpserver.HttpServer;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.core.activity.Evidence;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Zips;

/** Days of use, price lists, exports that bring their people, and files that are fetched. */
@QuarkusTest
class MoreKindsTest {

  private static final String ADDRESS = "/api/v1/intake/addresses/Console";

  @Inject Books books;
  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();
  private final Caller keeper = Caller.keeper();

  @BeforeEach
  void takeTheSmallBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              for (String table :
                  List.of(
                      "intake_address",
                      "intake_change",
                      "intake_use",
                      "intake",
                      "intake_mapping",
                      "person_old_mail")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    keeper.putZip("/api/v1/book?replace=true", new SmallBook().zip());
  }

  private String brought(String csv) {
    Caller.Answer seen =
        steward.send(
            "POST",
            "/api/v1/intake/files?name=file.csv",
            "application/octet-stream",
            csv.getBytes(StandardCharsets.UTF_8));
    assertThat(seen.status()).as(seen.text()).isEqualTo(200);
    return "/api/v1/intake/files/" + seen.json().get("id").asText();
  }

  private static String mapping(String kind, String columns, String more) {
    return """
    {"source": "Console", "kind": "%s", "vendor": "quillmoor", "dayForm": "ISO",
     "to": "2026-09-30", "columns": {%s}%s}
    """
        .formatted(kind, columns, more);
  }

  private JsonNode take(String csv, String mapping) {
    Caller.Answer taken = steward.postJson(brought(csv) + "/take", mapping);
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    return taken.json();
  }

  private static final String DAYS =
      mapping("USE", "\"who\": \"Who\", \"day\": \"When\", \"part\": \"What\"", "");

  private Evidence evidence() {
    return books.current().evidenceOf("quillmoor", LocalDate.parse("2026-10-01"));
  }

  @Test
  void daysOfUseMakeWhatIsKnownReachFurtherUnlessDaysAreMissingBetween() {
    assertThat(evidence().to()).hasToString("2026-09-28");
    JsonNode gap = take("Who,When,What\na-bo,2026-09-30,Mail\n", DAYS);
    assertThat(gap.get("notes").toString()).contains("of the days between nobody knows");
    assertThat(evidence().to()).hasToString("2026-09-28");
    JsonNode one = take("Who,When,What\nbo@skerryline.example,2026-09-29,Mail\n", DAYS);
    assertThat(one.get("notes").toString()).contains("says nothing of charts");
    assertThat(evidence().to()).hasToString("2026-09-28");
    String all =
        "Who,When,What\na-bo,2026-09-29,Mail\na-ann,2026-09-30,charts\n"
            + "a-cy,2026-10-02,Mail\na-cy,2026-09-29,Video\nnobody@x.example,2026-09-29,Mail\n";
    JsonNode taken = take(all, DAYS);
    assertThat(taken.get("good").asInt()).isEqualTo(2);
    assertThat(taken.get("rejected").toString())
        .contains("before it", "has no part 'Video'", "No account at this vendor");
    assertThat(evidence().to()).hasToString("2026-09-30");
    assertThat(evidence().kind()).isEqualTo(Evidence.Kind.DAILY);
    assertThat(Zips.rows(keeper.get("/api/v1/book").bytes(), "activity.csv"))
        .contains("a-bo,mail,2026-09-29", "a-ann,charts,2026-09-30");
  }

  @Test
  void aPriceListSaysWhatASeatIsListedAt() {
    String csv =
        "Product,Price,Per\nQuillmoor Letter,\"7.50\",month\nOpus,\"420\",year\nPad,1,year\n";
    JsonNode taken =
        take(
            csv,
            mapping("PRICES", "\"plan\": \"Product\", \"price\": \"Price\", \"per\": \"Per\"", ""));
    assertThat(taken.get("good").asInt()).isEqualTo(2);
    assertThat(taken.get("rejected").toString()).contains("no plan 'Pad' here");
    assertThat(books.current().plans().byId("quill-letter").listedPrice())
        .isEqualByComparingTo("90");
    assertThat(books.current().plans().byId("quill-opus").listedPrice())
        .isEqualByComparingTo("420");
  }

  /** A second sheet of the same offer strikes out what it does not say. */
  @Test
  void anOfferIsWrittenDownAndWrittenAnew() {
    String mapping =
        mapping(
            "OFFER",
            "\"plan\": \"Product\", \"price\": \"Price\", \"from_seats\": \"From\", \"offer\": \"Offer\","
                + " \"months\": \"Months\", \"minimum\": \"Least\"",
            "");
    String csv =
        "Product,Price,From,Offer,Months,Least\nOpus,400,1,Two years,24,5\nOpus,380,20,Two years,,\n"
            + "Letter,70,,Two years,24,\nOpus,390,1,Two years,24,\nLetter,-1,9,Two years,24,\n";
    JsonNode taken = take(csv, mapping);
    assertThat(taken.get("good").asInt()).isEqualTo(3);
    assertThat(taken.get("rejected").toString())
        .contains("An earlier row says its price", "is no price");
    assertThat(Zips.rows(keeper.get("/api/v1/book").bytes(), "offer_prices.csv"))
        .contains(
            "qm-two-years,quill-letter,1,70,,",
            "qm-two-years,quill-opus,1,400,,5",
            "qm-two-years,quill-opus,20,380,,");
    var offer = books.current().offers().byId("qm-two-years");
    assertThat(offer.months()).isEqualTo(24);
    assertThat(offer.prices().get(1).prices().unitPriceAt(20)).isEqualByComparingTo("380");
    take("Product,Price,From,Offer,Months,Least\nOpus,395,1,Two years,24,5\n", mapping);
    assertThat(Zips.rows(keeper.get("/api/v1/book").bytes(), "offer_prices.csv"))
        .containsExactly(
            "offer,plan,from_seats,unit_price,pricing,minimum", "qm-two-years,quill-opus,1,395,,5");
  }

  /** Rows of a day add up; what the book had of a day gives way, so that nothing counts twice. */
  @Test
  void useOfAnAllowanceComesInByDay() {
    keeper.putZip(
        "/api/v1/book?replace=true",
        new SmallBook()
            .file(
                "allowances.csv",
                "allowance,vendor,name,unit,agreement,plan,amount,per,period",
                "runs,quillmoor,Report runs,runs,qm,,1000,AGREEMENT,YEAR")
            .file(
                "meter.csv",
                "allowance,day,account,used",
                "runs,2026-09-01,,10",
                "runs,2026-09-01,a-bo,4")
            .zip());
    String mapping =
        mapping(
            "METER",
            "\"day\": \"Day\", \"used\": \"Units\", \"account\": \"User\", \"allowance\": \"What\"",
            "");
    String csv =
        "Day,Units,User,What\n2026-09-01,7,,\n2026-09-02,1.5,a-bo,Report runs\n"
            + "2026-09-02,2,a-bo,runs\n2026-10-05,1,,\n2026-09-03,-1,,\n2026-09-03,1,nobody,\n"
            + "2026-09-03,1,,prints\n";
    JsonNode taken = take(csv, mapping);
    assertThat(taken.get("rejected").toString())
        .contains("later than the file", "no number from 0 on", "No account at this vendor")
        .contains("no allowance 'prints'");
    assertThat(Zips.rows(keeper.get("/api/v1/book").bytes(), "meter.csv"))
        .containsExactly(
            "allowance,day,account,used",
            "runs,2026-09-01,,7",
            "runs,2026-09-01,a-bo,4",
            "runs,2026-09-02,a-bo,3.5");
    assertThat(steward.get("/api/v1/allowances").json().at("/0/used").asText()).isEqualTo("14.5");
  }

  private static final String BILL =
      mapping(
          "BILL",
          "\"plan\": \"Position\", \"quantity\": \"Menge\", \"amount\": \"Betrag\", \"bill\": \"Rechnung\","
              + " \"day\": \"Datum\", \"first_day\": \"Von\", \"last_day\": \"Bis\", \"total\": \"Summe\","
              + " \"currency\": \"Währung\", \"agreement\": \"Vertrag\"",
          ", \"values\": {\"Einrichtung\": \"-\"}");
  private static final String BILL_HEAD =
      "Rechnung;Datum;Von;Bis;Vertrag;Position;Menge;Betrag;Summe;Währung\n";

  /** Two seats of Letter too many, a row of something else; Opus is not on it. */
  @Test
  void aBillIsBroughtInAndCheckedRowByRow() {
    JsonNode taken =
        take(
            BILL_HEAD
                + "R-1;2026-01-09;2026-01-07;2027-01-06;qm;Quillmoor Letter;12;1.008,00;1.058,00;EUR\n"
                + "R-1;2026-01-09;2026-01-07;2027-01-06;qm;Einrichtung;1;50,00;1.058,00;EUR\n",
            BILL);
    assertThat(taken.get("rejected")).isEmpty();
    JsonNode check = steward.get("/api/v1/bills/R-1/check").json();
    assertThat(check.at("/billDay").asText()).isEqualTo("2026-01-07");
    assertThat(check.at("/lines/0/byQuantity/amount").asText()).isEqualTo("168.00");
    assertThat(check.at("/lines/0/says").asText()).contains("12 seats of Letter are charged");
    assertThat(check.at("/lines/1/missing").asBoolean()).isTrue();
    assertThat(check.at("/rowsWithoutLine/0/text").asText()).isEqualTo("Einrichtung");
    String same = brought(BILL_HEAD + "R-1;2026-01-09;;;qm;Letter;1;84,00;;\n");
    assertThat(steward.postJson(same + "/check", BILL).json().get("rejected").toString())
        .contains("R-1 is here already");
  }

  /** Its period is that which is due by then. */
  @Test
  void aBillWithoutAPeriodIsOfTheOneThatIsDue() {
    take(BILL_HEAD + "R-2;2026-01-05;;;;Letter;10;840,00;;\n", BILL);
    JsonNode check = steward.get("/api/v1/bills/R-2/check").json();
    assertThat(check.at("/billDay").asText()).isEqualTo("2026-01-07");
    assertThat(check.at("/lines/0/difference/amount").asText()).isEqualTo("0.00");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      textBlock =
          """
          R-3;2026-01-09;2026-01-07;2027-01-06;qm;Letter;10;840,00;;USD   | the bill is in USD
          R-3;2026-01-09;2026-01-07;2027-01-06;qm;Letter;10;840,00;900,00;EUR | the rows come to 924
          R-3;2026-01-09;2026-02-07;2026-01-06;qm;Letter;10;840,00;;EUR   | must come after
          R-3;2026-01-09;2025-01-07;2025-03-06;qm;Letter;10;840,00;;EUR   | is not in force on 2025-01-07
          R-3;2026-01-09;2026-01-07;2027-01-06;other;Letter;10;840,00;;EUR | no agreement 'other'
          R-3;2026-01-09;2026-01-07;2027-01-06;qm;Pad;10;840,00;;EUR      | no plan 'Pad' here
          R-3;2026-01-09;2026-01-07;2027-01-06;qm;Letter;ten;840,00;;EUR  | is no quantity
          R-3;2026-01-09;2026-01-07;2027-01-06;qm;Letter;10;much;;EUR     | is no amount
          R-3;soon;2026-01-07;2027-01-06;qm;Letter;10;840,00;;EUR         | soon
          """)
  void aBillThatCannotBeIsNotTakenAndTheRowIsNamed(String row, String said) {
    String good = "R-3;;;;;Letter;1;84,00;;\n";
    JsonNode seen =
        steward.postJson(brought(BILL_HEAD + row.strip() + "\n" + good) + "/check", BILL).json();
    assertThat(seen.get("rejected").toString()).contains(said);
    assertThat(Zips.rows(keeper.get("/api/v1/book").bytes(), "bills.csv")).hasSize(1);
    assertThat(Zips.rows(keeper.get("/api/v1/book").bytes(), "bill_rows.csv")).hasSize(1);
  }

  /** Where the file says it, though a bill that is entered by hand calls it otherwise. */
  @ParameterizedTest
  @CsvSource({"2026-02-07,2026-01-06,Bis", "2025-01-07,2025-03-06,Von"})
  void aDayOfABillThatCannotBeIsNamedByItsColumn(String from, String until, String column) {
    String row = "R-3;2026-01-09;%s;%s;qm;Letter;10;840,00;;EUR\n".formatted(from, until);
    JsonNode seen = steward.postJson(brought(BILL_HEAD + row) + "/check", BILL).json();
    assertThat(seen.at("/rejected/0/column").asText()).isEqualTo(column);
  }

  @Test
  void anExportBringsItsPeopleAndItsWordsAreGuessedAt() {
    String columns =
        "\"who\": \"Mail\", \"plan\": \"Product\", \"name\": \"Name\", \"department\": \"Unit\"";
    String csv =
        "Mail,Product,Name,Unit\nGro@skerryline.example,QUILLMOOR_OPUS,Gro Aas,Sails\n"
            + "bo@skerryline.example,Letter,Bo,Yard\n";
    Caller.Answer seen =
        steward.send(
            "POST",
            "/api/v1/intake/files?name=file.csv",
            "application/octet-stream",
            csv.getBytes(StandardCharsets.UTF_8));
    assertThat(seen.json().at("/guesses/HOLDINGS/columns").has("name"))
        .as("whom nobody knows is a finding, unless somebody says otherwise")
        .isFalse();
    JsonNode check =
        steward.postJson(brought(csv) + "/check", mapping("HOLDINGS", columns, "")).json();
    assertThat(check.get("suggested").get("QUILLMOOR_OPUS").asText()).isEqualTo("quill-opus");
    JsonNode taken =
        take(
            csv,
            mapping("HOLDINGS", columns, ", \"values\": {\"QUILLMOOR_OPUS\": \"quill-opus\"}"));
    assertThat(taken.get("counts").get("PEOPLE").asInt()).isOne();
    assertThat(taken.get("counts").has("NOBODY")).isFalse();
    var gro = books.current().people().byId("gro@skerryline.example");
    assertThat(gro.name()).isEqualTo("Gro Aas");
    assertThat(gro.department()).isEqualTo("Sails");
  }

  private static String address(String url, boolean inside) {
    return "{\"url\":\"%s\",\"token\":\"let-me-in\",\"insideAllowed\":%s,\"everyHours\":24}"
        .formatted(url, inside);
  }

  private Caller.Answer put(String body) {
    return keeper.send("PUT", ADDRESS, "application/json", body.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void aFileIsFetchedAsItsSourceWasReadBefore() throws IOException {
    String[] served = {"Mail,Product\nbo@skerryline.example,Letter\n"};
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext(
        "/seats.csv",
        exchange -> {
          boolean known =
              "Bearer let-me-in".equals(exchange.getRequestHeaders().getFirst("Authorization"));
          byte[] bytes = served[0].getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(known ? 200 : 401, known ? bytes.length : -1);
          if (known) {
            exchange.getResponseBody().write(bytes);
          }
          exchange.close();
        });
    server.start();
    try {
      String url = "http://127.0.0.1:%d/seats.csv".formatted(server.getAddress().getPort());
      assertThat(put(address(url, true)).detail()).contains("Nobody has said yet how files of");
      take(served[0], mapping("HOLDINGS", "\"who\": \"Mail\", \"plan\": \"Product\"", ""));
      assertThat(put(address(url, false)).detail()).contains("inside this network");
      assertThat(put(address("http://203.0.113.9/x.csv", false)).detail()).contains("only https");
      JsonNode kept = put(address(url, true)).json();
      assertThat(kept.at("/0/tokenKept").asBoolean()).isTrue();
      assertThat(kept.toString()).doesNotContain("let-me-in");
      JsonNode same = steward.post(ADDRESS + "/fetch").json();
      assertThat(same.get("said").asText()).isEqualTo("Nothing new.");
      served[0] += "cy@skerryline.example,Letter\n";
      assertThat(steward.post(ADDRESS + "/fetch").json().get("said").asText())
          .isEqualTo("Taken: 2 of 2 rows.");
      JsonNode intake = steward.get("/api/v1/intake").json().get(0);
      assertThat(intake.get("fileName").asText()).isEqualTo("seats.csv");
      assertThat(intake.get("actor").asText()).isEqualTo("Fetched file");
      served[0] = "<html>no</html>";
      assertThat(steward.post(ADDRESS + "/fetch").json().get("said").asText())
          .contains("no column");
    } finally {
      server.stop(0);
    }
    assertThat(steward.post(ADDRESS + "/fetch").json().get("said").asText())
        .contains("cannot be reached");
    assertThat(steward.get("/api/v1/journal?kind=FILE_REFUSED").json().get(0).get("text").asText())
        .contains("Did not fetch the file of Console");
    assertThat(steward.delete(ADDRESS).status()).isEqualTo(403);
    assertThat(keeper.delete(ADDRESS).json()).isEmpty();
    assertThat(steward.post(ADDRESS + "/fetch").status()).isEqualTo(404);
  }

  /** A row that tells of a seat and of a use is not lost for its use. */
  @Test
  void aSignInThatCannotBeReadLeavesTheSeat() {
    JsonNode taken =
        take(
            "Mail,Product,Last\nbo@skerryline.example,Letter,yesterday\n"
                + "cy@skerryline.example,Letter,2026-09-20\n",
            mapping(
                "HOLDINGS",
                "\"who\": \"Mail\", \"plan\": \"Product\"",
                ", \"parts\": {\"*\": \"Last\"}"));
    assertThat(taken.get("good").asInt()).isEqualTo(2);
    assertThat(taken.get("counts").get("NEW").asInt()).isEqualTo(2);
    assertThat(taken.get("notes").toString())
        .contains("The last use of 1 rows could not be read, such as 'yesterday' in row 2");
  }
}
