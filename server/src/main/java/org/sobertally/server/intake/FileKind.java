package org.sobertally.server.intake;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What a single file is about, and the fields that its columns may be. Columns are looked for under
 * the names that they commonly have in English, German, French and Spanish.
 */
public enum FileKind {
  /** One row per product bought: who sells it, under which terms, how many seats, for how much. */
  CONTRACTS(
      false,
      Field.needed(
          "vendor",
          "vendor",
          "supplier",
          "manufacturer",
          "anbieter",
          "hersteller",
          "lieferant",
          "fournisseur",
          "éditeur",
          "proveedor"),
      Field.needed(
          "plan",
          "plan",
          "product",
          "licence",
          "license",
          "subscription",
          "produkt",
          "lizenz",
          "produit",
          "abonnement",
          "producto",
          "licencia"),
      Field.needed(
          "seats",
          "seats",
          "quantity",
          "licences",
          "licenses",
          "users",
          "menge",
          "anzahl",
          "plätze",
          "quantité",
          "cantidad"),
      Field.wished(
          "unit_price",
          "unit price",
          "price per seat",
          "price",
          "einzelpreis",
          "preis",
          "prix unitaire",
          "prix",
          "precio unitario",
          "precio"),
      Field.wished(
          "total",
          "total a year",
          "total",
          "amount",
          "cost",
          "gesamtpreis",
          "gesamt",
          "betrag",
          "montant",
          "importe"),
      Field.wished("per", "per", "billing period", "period", "abrechnung", "période", "periodo"),
      Field.wished("currency", "currency", "währung", "devise", "moneda"),
      Field.wished(
          "agreement",
          "agreement",
          "contract",
          "contract number",
          "order",
          "vertrag",
          "vertragsnummer",
          "contrat",
          "contrato"),
      Field.wished(
          "starts",
          "starts",
          "start",
          "start date",
          "from",
          "beginn",
          "laufzeit von",
          "début",
          "inicio"),
      Field.wished(
          "ends",
          "ends",
          "end",
          "end date",
          "renewal",
          "renewal date",
          "expires",
          "until",
          "ende",
          "ablauf",
          "laufzeit bis",
          "fin",
          "échéance",
          "vencimiento"),
      Field.wished(
          "notice",
          "notice",
          "notice days",
          "notice period",
          "kündigungsfrist",
          "préavis",
          "preaviso"),
      Field.wished("renews", "renews", "auto renew", "renewal type", "verlängerung"),
      Field.wished("may_shrink", "may shrink", "reducible", "kündbar"),
      Field.wished("model", "model", "metric", "licence type", "license type", "lizenzart"),
      Field.wished("parts", "parts", "features", "contains", "umfang")),

  /** What a unit of another currency is worth. */
  RATES(
      false,
      Field.needed("currency", "currency", "währung", "devise", "moneda"),
      Field.needed("rate", "rate", "kurs", "cours", "taux", "tasa"),
      Field.wished("day", "day", "date", "from", "datum", "fecha")),

  /** One row per membership. */
  GROUPS(
      false,
      Field.needed("group", "group", "team", "gruppe", "groupe", "grupo"),
      Field.needed(
          "who", "who", "member", "email", "e-mail", "mail", "person", "mitglied", "membre"),
      Field.wished("lead", "lead", "leader", "leitung", "responsable")),

  /** One row per person of the directory. */
  PEOPLE(
      false,
      Field.wished(
          "person",
          "person",
          "id",
          "personnel number",
          "employee id",
          "number",
          "personalnummer",
          "matricule"),
      Field.wished(
          "name", "name", "full name", "display name", "employee", "nom", "nombre", "mitarbeiter"),
      Field.wished(
          "email",
          "email",
          "e-mail",
          "mail",
          "work email",
          "address",
          "user",
          "e-mail-adresse",
          "courriel",
          "correo"),
      Field.wished(
          "department", "department", "unit", "team", "abteilung", "service", "departamento"),
      Field.wished("site", "site", "location", "office", "place", "standort", "sede"),
      Field.wished("manager", "manager", "reports to", "lead", "vorgesetzter", "responsable"),
      Field.wished("status", "status", "state", "estado"),
      Field.wished("status_since", "status since", "since"),
      Field.wished("until", "until", "back on"),
      Field.wished("joined", "joined", "hired", "start date", "entry", "eintritt"),
      Field.wished("kind", "kind", "type"),
      Field.wished(
          "leaves",
          "leaves",
          "last day",
          "last working day",
          "leaving date",
          "termination date",
          "exit date",
          "austritt",
          "date de sortie",
          "fecha de baja"),
      Field.wished(
          "cost_centre",
          "cost centre",
          "cost center",
          "payer",
          "borne by",
          "kostenstelle",
          "centre de coûts",
          "centro de coste")),

  /** One row per seat that somebody holds at a vendor. */
  HOLDINGS(
      true,
      Field.who(),
      Field.needed(
          "plan",
          "plan",
          "product",
          "products",
          "licence",
          "license",
          "licences",
          "licenses",
          "seat",
          "produkt",
          "lizenz",
          "produit",
          "producto"),
      Field.wished("from", "from", "since", "assigned", "start"),
      Field.wished("until", "until", "end", "expires"),
      Field.wished("name", "full name", "display name", "name", "nom", "nombre"),
      Field.wished("department", "department", "unit", "abteilung", "departamento"),
      Field.wished("site", "site", "location", "office", "standort", "sede")),

  /** One row per account, with a column per part that says when it was used last. */
  LAST_USE(true, Field.who()),

  /** One row per day of use: who used what when. */
  USE(
      true,
      Field.who(),
      Field.needed("day", "day", "date", "used on", "datum", "tag", "jour", "fecha"),
      Field.wished("part", "part", "feature", "application", "app", "service", "module", "modul")),

  /** So much was used of a metered allowance on a day. */
  METER(
      true,
      Field.needed("day", "day", "date", "used on", "datum", "tag", "jour", "fecha"),
      Field.needed(
          "used",
          "used",
          "units",
          "quantity",
          "consumption",
          "verbrauch",
          "menge",
          "consommation",
          "consumo"),
      Field.wished("allowance", "allowance", "meter", "service", "kontingent", "zähler"),
      Field.wished(
          "account", "account", "email", "e-mail", "mail", "user", "benutzer", "utilisateur")),

  /** One row per plan: what a vendor lists a seat at. */
  PRICES(
      true,
      Field.needed(
          "plan",
          "plan",
          "product",
          "licence",
          "license",
          "produkt",
          "lizenz",
          "produit",
          "producto"),
      Field.needed(
          "price",
          "list price",
          "listed price",
          "price",
          "unit price",
          "listenpreis",
          "preis",
          "prix",
          "precio"),
      Field.wished("per", "per", "billing period", "period", "abrechnung", "période", "periodo")),

  /** One row per position of a bill; several bills may stand in one file. */
  BILL(
      true,
      Field.needed(
          "plan",
          "position",
          "item",
          "description",
          "product",
          "plan",
          "subscription",
          "bezeichnung",
          "artikel",
          "produkt",
          "désignation",
          "produit",
          "descripción",
          "producto"),
      Field.needed(
          "quantity", "quantity", "seats", "users", "menge", "anzahl", "quantité", "cantidad"),
      Field.needed(
          "amount", "amount", "net amount", "line total", "betrag", "summe", "montant", "importe"),
      Field.wished(
          "bill",
          "bill",
          "bill number",
          "invoice",
          "invoice number",
          "rechnung",
          "rechnungsnummer",
          "facture",
          "factura"),
      Field.wished(
          "agreement",
          "agreement",
          "contract",
          "contract number",
          "vertrag",
          "contrat",
          "contrato"),
      Field.wished(
          "day", "bill date", "invoice date", "date", "day", "rechnungsdatum", "datum", "fecha"),
      Field.wished(
          "first_day",
          "period from",
          "service from",
          "first day",
          "from",
          "leistung von",
          "du",
          "desde"),
      Field.wished(
          "last_day", "period to", "service to", "last day", "to", "leistung bis", "au", "hasta"),
      Field.wished("total", "bill total", "invoice total", "rechnungsbetrag", "total"),
      Field.wished("currency", "currency", "währung", "devise", "moneda")),

  /** One row per plan and price: what a vendor proposes for the next term. */
  OFFER(
      true,
      Field.needed(
          "plan",
          "plan",
          "product",
          "licence",
          "license",
          "produkt",
          "lizenz",
          "produit",
          "producto"),
      Field.needed(
          "price",
          "offered price",
          "unit price",
          "price",
          "angebotspreis",
          "preis",
          "prix",
          "precio"),
      Field.wished("per", "per", "billing period", "period", "abrechnung", "période", "periodo"),
      Field.wished(
          "from_seats", "from seats", "from quantity", "tier", "band", "ab menge", "staffel"),
      Field.wished("minimum", "minimum", "at least", "mindestmenge", "mínimo"),
      Field.wished("offer", "offer", "quote", "proposal", "angebot", "offre", "oferta"),
      Field.wished("agreement", "agreement", "contract", "vertrag", "contrat", "contrato"),
      Field.wished("months", "months", "term in months", "monate", "mois", "meses"),
      Field.wished("valid_until", "valid until", "expires", "gültig bis", "valable jusqu'au"),
      Field.wished("added_seat_percent", "added seat percent", "uplift")),

  /** One row per session in a pool. */
  SESSIONS(
      true,
      Field.needed("who", "who", "email", "e-mail", "mail", "user", "address", "account", "person"),
      Field.needed("started", "started", "start", "begin", "from", "login"),
      Field.wished("ended", "ended", "end", "until", "logout"),
      Field.wished("plan", "plan", "pool", "product"),
      Field.wished("host", "host", "machine", "device", "computer"),
      Field.wished("session", "session", "id"));

  /**
   * Something a column may be.
   *
   * @param likely names of columns that probably are it
   */
  public record Field(String name, boolean required, List<String> likely) {

    private static Field needed(String name, String... likely) {
      return new Field(name, true, List.of(likely));
    }

    private static Field who() {
      return needed(
          "who",
          "who",
          "email",
          "e-mail",
          "mail",
          "user",
          "username",
          "address",
          "account",
          "person",
          "user principal name",
          "benutzer",
          "nutzer",
          "utilisateur",
          "usuario");
    }

    private static Field wished(String name, String... likely) {
      return new Field(name, false, List.of(likely));
    }
  }

  /** Names of columns that say when an account was used at all. */
  static final List<String> LAST_USES =
      List.of(
          "last use",
          "last used",
          "last sign-in",
          "last sign in",
          "last login",
          "last logon",
          "last activity",
          "last active",
          "last seen",
          "letzte anmeldung",
          "letzte nutzung",
          "dernière connexion",
          "último acceso");

  private static final Set<String> BRING_PEOPLE = Set.of("name", "department", "site");
  private static final Pattern ASIDE = Pattern.compile("\\([^)]*\\)|[_.:*]");
  private static final int WORTH_LOOKING_FOR = 4;

  private final boolean ofVendor;
  private final List<Field> fields;

  FileKind(boolean ofVendor, Field... fields) {
    this.ofVendor = ofVendor;
    this.fields = List.of(fields);
  }

  /** Whether such a file is one vendor's. */
  public boolean isOfVendor() {
    return ofVendor;
  }

  public List<Field> fields() {
    return fields;
  }

  /**
   * What columns are guessed to be. Who is unknown to the directory is a finding: a file of seats
   * brings people only where somebody says that it may.
   */
  List<Field> guessed() {
    return this == HOLDINGS
        ? fields.stream().filter(field -> !BRING_PEOPLE.contains(field.name())).toList()
        : fields;
  }

  @Nullable Field field(String name) {
    return fields.stream().filter(f -> f.name().equals(name)).findFirst().orElse(null);
  }

  /** The column that is called so; null if none is. */
  static @Nullable String called(List<String> names, List<String> columns, Set<String> taken) {
    return find(names, columns, taken, String::equals);
  }

  /** The column in whose name one of the names stands; null if there is none. */
  static @Nullable String naming(List<String> names, List<String> columns, Set<String> taken) {
    return find(
        names,
        columns,
        taken,
        (column, name) ->
            name.length() >= WORTH_LOOKING_FOR && (" " + column + " ").contains(" " + name + " "));
  }

  private static @Nullable String find(
      List<String> names,
      List<String> columns,
      Set<String> taken,
      BiPredicate<String, String> fits) {
    for (String name : names) {
      for (String column : columns) {
        if (!taken.contains(column) && fits.test(plain(column), name)) {
          return column;
        }
      }
    }
    return null;
  }

  /** The name as it is compared: small letters, no underscores, nothing in brackets. */
  private static String plain(String column) {
    return ASIDE
        .matcher(column.toLowerCase(Locale.ROOT))
        .replaceAll(" ")
        .strip()
        .replaceAll("\\s+", " ");
  }
}
