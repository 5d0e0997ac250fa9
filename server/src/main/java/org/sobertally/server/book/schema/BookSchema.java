package org.sobertally.server.book.schema;

import static org.sobertally.server.book.schema.Column.key;
import static org.sobertally.server.book.schema.Column.keyOrEmpty;
import static org.sobertally.server.book.schema.Column.optional;
import static org.sobertally.server.book.schema.Column.required;
import static org.sobertally.server.book.schema.Type.AMOUNT;
import static org.sobertally.server.book.schema.Type.BOOLEAN;
import static org.sobertally.server.book.schema.Type.COUNT;
import static org.sobertally.server.book.schema.Type.CURRENCY;
import static org.sobertally.server.book.schema.Type.DATE;
import static org.sobertally.server.book.schema.Type.DURATION;
import static org.sobertally.server.book.schema.Type.ID;
import static org.sobertally.server.book.schema.Type.INSTANT_TYPE;
import static org.sobertally.server.book.schema.Type.PARTS;
import static org.sobertally.server.book.schema.Type.PERCENT;
import static org.sobertally.server.book.schema.Type.POSITIVE;
import static org.sobertally.server.book.schema.Type.PRICE;
import static org.sobertally.server.book.schema.Type.RATE;
import static org.sobertally.server.book.schema.Type.SIGNED;
import static org.sobertally.server.book.schema.Type.TEXT;
import static org.sobertally.server.book.schema.Type.ZONE;
import static org.sobertally.server.book.schema.Type.oneOf;

import java.util.Arrays;
import java.util.List;

/**
 * The files of a book, in an order in which each refers only to itself and to those before it. This
 * one description serves reading, checking, storing, writing and the package's own schema.
 */
public final class BookSchema {

  public static final String VENDORS = "vendors.csv";
  public static final String PLANS = "plans.csv";
  public static final String AGREEMENTS = "agreements.csv";
  public static final String LINES = "lines.csv";
  public static final String PEOPLE = "people.csv";
  public static final String PARTS_FILE = "parts.csv";
  public static final String PRICE_BREAKS = "price_breaks.csv";
  public static final String TERMS = "terms.csv";
  public static final String LINE_PRICES = "line_prices.csv";
  public static final String OFFERS = "offers.csv";
  public static final String OFFER_PRICES = "offer_prices.csv";
  public static final String LINE_CHANGES = "line_changes.csv";
  public static final String GROUPS = "groups.csv";
  public static final String GROUP_MEMBERS = "group_members.csv";
  public static final String STANDING_RULES = "standing_rules.csv";
  public static final String ACCOUNTS = "accounts.csv";
  public static final String HOLDINGS = "holdings.csv";
  public static final String EVIDENCE = "evidence.csv";
  public static final String ACTIVITY = "activity.csv";
  public static final String SESSIONS = "sessions.csv";
  public static final String INSTALLS = "installs.csv";
  public static final String KEEPS = "keeps.csv";
  public static final String DATA_RULES = "data_rules.csv";
  public static final String ALLOWANCES = "allowances.csv";
  public static final String METER = "meter.csv";
  public static final String BILLS = "bills.csv";
  public static final String BILL_ROWS = "bill_rows.csv";
  public static final String RATES = "rates.csv";
  public static final String SETTINGS = "settings.csv";

  public static final List<BookFile> FILES =
      List.of(
          file(
              VENDORS,
              key("vendor", ID),
              required("name", TEXT),
              optional("visible_after", DURATION),
              optional("sign_out_first", BOOLEAN),
              optional("rest_days", COUNT),
              optional("reusable", BOOLEAN),
              optional("restore_days", COUNT)),
          file(
              PLANS,
              key("plan", ID),
              required("vendor", ID).to(VENDORS),
              required("name", TEXT),
              optional("ladder", ID),
              optional("rank", POSITIVE),
              required("model", oneOf("NAMED", "FLOATING", "ADDON", "RESTING")),
              optional("parts", PARTS),
              optional("capacity_gb", PRICE),
              optional("lets_sign_in", BOOLEAN),
              optional("listed_price", PRICE),
              optional("idle_line", POSITIVE),
              optional("opening_grace", COUNT)),
          file(
              AGREEMENTS,
              key("agreement", ID),
              required("vendor", ID).to(VENDORS),
              required("name", TEXT),
              required("currency", CURRENCY),
              required("starts", DATE),
              required("ends", DATE),
              required("notice_days", COUNT),
              required("renews", oneOf("AUTO", "MANUAL")),
              required("may_shrink", oneOf("MONTHLY", "AT_RENEWAL", "NEVER")),
              optional("floor_percent", PERCENT),
              optional("floor_window", POSITIVE),
              optional("floor_of", oneOf("BOUGHT", "HELD")),
              optional("floor_check", DATE),
              optional("billing", oneOf("MONTHLY", "YEARLY")),
              optional("billed", oneOf("BOUGHT", "HELD"))),
          file(
              LINES,
              key("line", ID),
              required("agreement", ID).to(AGREEMENTS),
              required("plan", ID).to(PLANS),
              required("seats", COUNT),
              required("unit_price", PRICE),
              optional("pricing", oneOf("FLAT", "VOLUME", "GRADUATED")),
              optional("minimum", COUNT),
              optional("cost_centre", TEXT)),
          file(
              PEOPLE,
              key("person", ID),
              required("name", TEXT),
              required("email", TEXT),
              optional("department", TEXT),
              optional("site", TEXT),
              optional("time_zone", ZONE),
              optional("manager", ID).to(PEOPLE),
              required("status", oneOf("ACTIVE", "ON_LEAVE", "SUSPENDED", "LEFT")),
              optional("status_since", DATE),
              optional("until", DATE),
              optional("joined", DATE),
              optional("kind", oneOf("PERSON", "SERVICE")),
              optional("leaves", DATE),
              optional("cost_centre", TEXT)),
          extra(
              PARTS_FILE,
              key("vendor", ID).to(VENDORS),
              key("part", ID),
              required("name", TEXT),
              optional("capability", ID),
              optional("installable", BOOLEAN)),
          extra(
              TERMS,
              key("agreement", ID).to(AGREEMENTS),
              key("from", DATE),
              optional("ends", DATE),
              optional("notice_days", COUNT),
              optional("renews", oneOf("AUTO", "MANUAL")),
              optional("may_shrink", oneOf("MONTHLY", "AT_RENEWAL", "NEVER"))),
          extra(
              LINE_PRICES,
              key("line", ID).to(LINES),
              key("from", DATE),
              required("unit_price", PRICE),
              optional("pricing", oneOf("FLAT", "VOLUME", "GRADUATED")),
              optional("minimum", COUNT)),
          extra(
              PRICE_BREAKS,
              key("line", ID).to(LINES),
              key("from_seats", COUNT),
              required("unit_price", PRICE),
              keyOrEmpty("from", DATE)),
          extra(
              OFFERS,
              key("offer", ID),
              required("agreement", ID).to(AGREEMENTS),
              required("name", TEXT),
              optional("months", POSITIVE),
              optional("valid_until", DATE),
              optional("added_seat_percent", PRICE)),
          extra(
              OFFER_PRICES,
              key("offer", ID).to(OFFERS),
              key("plan", ID).to(PLANS),
              key("from_seats", COUNT),
              required("unit_price", PRICE),
              optional("pricing", oneOf("FLAT", "VOLUME", "GRADUATED")),
              optional("minimum", COUNT)),
          extra(
              LINE_CHANGES,
              key("line", ID).to(LINES),
              key("day", DATE),
              required("delta", SIGNED),
              optional("reason", TEXT)),
          extra(
              GROUPS, key("group", ID), required("name", TEXT), optional("retention_days", COUNT)),
          extra(
              GROUP_MEMBERS,
              key("group", ID).to(GROUPS),
              key("person", ID).to(PEOPLE),
              optional("lead", BOOLEAN)),
          extra(
              STANDING_RULES,
              key("rule", ID),
              required("group", ID).to(GROUPS),
              required("plan", ID).to(PLANS),
              optional("from", DATE),
              optional("until", DATE)),
          extra(
              ACCOUNTS,
              key("account", ID),
              required("vendor", ID).to(VENDORS),
              optional("person", ID).to(PEOPLE),
              required("email", TEXT),
              required("state", oneOf("INVITED", "ACTIVE", "SUSPENDED", "DELETED")),
              optional("state_since", DATE),
              optional("admin", BOOLEAN),
              optional("stored_gb", PRICE)),
          extra(
              HOLDINGS,
              key("holding", ID),
              required("account", ID).to(ACCOUNTS),
              required("line", ID).to(LINES),
              required("from", DATE),
              optional("until", DATE),
              optional("method", oneOf("HAND", "RULE", "VENDOR"))),
          extra(
              EVIDENCE,
              key("vendor", ID).to(VENDORS),
              required("complete_from", DATE),
              required("complete_to", DATE),
              optional("kind", oneOf("DAILY", "LAST_SEEN")),
              optional("parts", PARTS)),
          extra(ACTIVITY, key("account", ID).to(ACCOUNTS), key("part", ID), key("day", DATE)),
          extra(
              SESSIONS,
              key("session", ID),
              required("account", ID).to(ACCOUNTS),
              required("plan", ID).to(PLANS),
              required("started", INSTANT_TYPE),
              optional("ended", INSTANT_TYPE),
              optional("host", TEXT)),
          extra(
              INSTALLS,
              key("account", ID).to(ACCOUNTS),
              key("part", ID),
              keyOrEmpty("device", ID),
              required("seen_on", DATE)),
          extra(
              KEEPS,
              key("keep", ID),
              required("holding", ID).to(HOLDINGS),
              required("reason", TEXT),
              optional("by", TEXT),
              required("until", DATE)),
          extra(
              DATA_RULES,
              key("vendor", ID).to(VENDORS),
              key("after", oneOf("TAKEN_BACK", "RESTING", "SUSPENDED", "DELETED")),
              key("stage", COUNT),
              required("name", TEXT),
              optional("days", COUNT),
              required("reach", oneOf("OWNER", "ADMIN", "PAID", "NOBODY")),
              optional("per_seat_year", PRICE),
              optional("per_gb_month", PRICE),
              optional("per_gb_opened", PRICE),
              optional("pooled", BOOLEAN),
              keyOrEmpty("from", DATE),
              optional("joins_at", COUNT)),
          extra(
              BILLS,
              key("bill", ID),
              required("agreement", ID).to(AGREEMENTS),
              required("day", DATE),
              required("from", DATE),
              required("until", DATE)),
          extra(
              BILL_ROWS,
              key("bill", ID).to(BILLS),
              key("row", COUNT),
              optional("line", ID).to(LINES),
              required("text", TEXT),
              required("quantity", PRICE),
              required("amount", AMOUNT)),
          extra(
              ALLOWANCES,
              key("allowance", ID),
              required("vendor", ID).to(VENDORS),
              required("name", TEXT),
              required("unit", TEXT),
              optional("agreement", ID).to(AGREEMENTS),
              optional("plan", ID).to(PLANS),
              required("amount", PRICE),
              required("per", oneOf("AGREEMENT", "SEAT")),
              required("period", oneOf("MONTH", "YEAR", "TERM"))),
          extra(
              METER,
              key("allowance", ID).to(ALLOWANCES),
              key("day", DATE),
              keyOrEmpty("account", ID).to(ACCOUNTS),
              required("used", PRICE)),
          extra(RATES, key("currency", CURRENCY), key("day", DATE), required("rate", RATE)),
          extra(SETTINGS, key("name", ID), required("value", TEXT)));

  private BookSchema() {}

  public static BookFile byName(String name) {
    return FILES.stream().filter(file -> file.name().equals(name)).findFirst().orElseThrow();
  }

  private static BookFile file(String name, Column... columns) {
    return new BookFile(name, true, List.copyOf(Arrays.asList(columns)));
  }

  private static BookFile extra(String name, Column... columns) {
    return new BookFile(name, false, List.copyOf(Arrays.asList(columns)));
  }
}
