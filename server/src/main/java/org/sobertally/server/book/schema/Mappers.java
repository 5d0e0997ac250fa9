package org.sobertally.server.book.schema;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Holding;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.book.Install;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.Part;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.money.Rates;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;

/**
 * The one place that knows which column says what of whom. What is never written row by row has no
 * writer.
 */
public final class Mappers {

  private Mappers() {}

  /** One setting of the house. */
  public record Setting(String name, String value) {}

  /** A change of a subscription's quantity. */
  public record LineChange(String line, Subscription.QuantityChange change) {}

  /** Somebody in a group. */
  public record Member(String group, String person, boolean lead) {}

  /** What is known of a vendor's activity. */
  public record Known(String vendor, Evidence evidence) {}

  public static final RowMapper<Setting> SETTING =
      new RowMapper<>(
          BookSchema.SETTINGS,
          row -> new Setting(row.text("name"), row.text("value")),
          (setting, to) -> to.set("name", setting.name()).set("value", setting.value()));

  public static final RowMapper<Rates.Rate> RATE =
      readOnly(
          BookSchema.RATES,
          row ->
              new Rates.Rate(
                  row.text("currency"), row.requiredDay("day"), row.requiredDecimal("rate")));

  public static final RowMapper<Vendor> VENDOR = readOnly(BookSchema.VENDORS, Mappers::vendor);

  public static final RowMapper<Plan> PLAN =
      new RowMapper<>(
          BookSchema.PLANS,
          Mappers::plan,
          (plan, to) ->
              to.set("plan", plan.id())
                  .set("vendor", plan.vendor())
                  .set("name", plan.name())
                  .set("ladder", plan.ladder())
                  .set("rank", plan.rank())
                  .set("model", plan.model())
                  .set("parts", plan.parts())
                  .set("listed_price", plan.listedPrice())
                  .set("idle_line", plan.idleLine())
                  .set("opening_grace", plan.openingGrace())
                  .set("capacity_gb", plan.capacityGb()));

  /** Without its later terms, which are rows of their own. */
  public static final RowMapper<Agreement> AGREEMENT =
      new RowMapper<>(
          BookSchema.AGREEMENTS,
          Mappers::agreement,
          (agreement, to) -> {
            to.set("agreement", agreement.id())
                .set("vendor", agreement.vendor())
                .set("name", agreement.name())
                .set("currency", agreement.currency())
                .set("starts", agreement.starts())
                .set("ends", agreement.ends())
                .set("notice_days", agreement.noticeDays())
                .set("renews", agreement.renews())
                .set("may_shrink", agreement.mayShrink());
            Agreement.Floor floor = agreement.floor();
            if (floor != null) {
              to.set("floor_percent", floor.percent())
                  .set("floor_window", floor.window())
                  .set("floor_of", floor.of())
                  .set("floor_check", floor.check());
            }
            Agreement.Billing billing = agreement.billing();
            if (!billing.equals(Agreement.Billing.USUAL)) {
              to.set("billing", billing.cycle()).set("billed", billing.of());
            }
          });

  /** Without its price breaks, later prices and changes, which are rows of their own. */
  public static final RowMapper<Subscription> LINE =
      new RowMapper<>(
          BookSchema.LINES,
          Mappers::line,
          (line, to) ->
              to.set("line", line.id())
                  .set("agreement", line.agreement())
                  .set("plan", line.plan())
                  .set("seats", line.seats())
                  .set("pricing", line.prices().pricing())
                  .set("unit_price", line.prices().unitPrice())
                  .set("minimum", line.prices().minimum())
                  .set("cost_centre", line.costCentre()));

  public static final RowMapper<LineChange> LINE_CHANGE =
      new RowMapper<>(
          BookSchema.LINE_CHANGES,
          row ->
              new LineChange(
                  row.text("line"),
                  new Subscription.QuantityChange(
                      row.requiredDay("day"), row.requiredNumber("delta"), row.text("reason"))),
          (one, to) ->
              to.set("line", one.line())
                  .set("day", one.change().day())
                  .set("delta", one.change().delta())
                  .set("reason", one.change().reason()));

  public static final RowMapper<Person> PERSON =
      new RowMapper<>(
          BookSchema.PEOPLE,
          Mappers::person,
          (person, to) ->
              to.set("person", person.id())
                  .set("name", person.name())
                  .set("email", person.email())
                  .set("department", person.department())
                  .set("site", person.site())
                  .set("status", person.status())
                  .set("status_since", person.statusSince())
                  .set("until", person.until())
                  .set("kind", person.kind())
                  .set("manager", person.manager())
                  .set("joined", person.joined())
                  .set("leaves", person.leaves())
                  .set("cost_centre", person.costCentre()));

  /** Without its members, who are rows of their own. */
  public static final RowMapper<Group> GROUP =
      new RowMapper<>(
          BookSchema.GROUPS,
          row ->
              new Group(
                  row.text("group"),
                  row.text("name"),
                  row.number("retention_days"),
                  List.of(),
                  List.of()),
          (group, to) ->
              to.set("group", group.id())
                  .set("name", group.name())
                  .set("retention_days", group.retentionDays()));

  public static final RowMapper<Member> MEMBER =
      new RowMapper<>(
          BookSchema.GROUP_MEMBERS,
          row -> new Member(row.text("group"), row.text("person"), row.flag("lead", false)),
          (member, to) ->
              to.set("group", member.group())
                  .set("person", member.person())
                  .set("lead", member.lead()));

  public static final RowMapper<StandingRule> STANDING_RULE =
      new RowMapper<>(
          BookSchema.STANDING_RULES,
          row ->
              new StandingRule(
                  row.text("rule"),
                  row.text("group"),
                  row.text("plan"),
                  row.day("from"),
                  row.day("until")),
          (rule, to) ->
              to.set("rule", rule.id())
                  .set("group", rule.group())
                  .set("plan", rule.plan())
                  .set("from", rule.from())
                  .set("until", rule.until()));

  public static final RowMapper<Account> ACCOUNT =
      new RowMapper<>(
          BookSchema.ACCOUNTS,
          Mappers::account,
          (account, to) ->
              to.set("account", account.id())
                  .set("vendor", account.vendor())
                  .set("person", account.person())
                  .set("email", account.email())
                  .set("state", account.state())
                  .set("state_since", account.stateSince())
                  .set("admin", account.admin())
                  .set("stored_gb", account.storedGb()));

  public static final RowMapper<Holding> HOLDING =
      new RowMapper<>(
          BookSchema.HOLDINGS,
          Mappers::holding,
          (holding, to) ->
              to.set("holding", holding.id())
                  .set("account", holding.account())
                  .set("line", holding.line())
                  .set("from", holding.from())
                  .set("until", holding.until())
                  .set("method", holding.method()));

  public static final RowMapper<Keep> KEEP =
      new RowMapper<>(
          BookSchema.KEEPS,
          Mappers::keep,
          (keep, to) ->
              to.set("keep", keep.id())
                  .set("holding", keep.holding())
                  .set("reason", keep.reason())
                  .set("by", keep.by())
                  .set("until", keep.until()));

  public static final RowMapper<DataRule> DATA_RULE =
      readOnly(BookSchema.DATA_RULES, Mappers::dataRule);

  public static final RowMapper<Known> EVIDENCE =
      new RowMapper<>(
          BookSchema.EVIDENCE,
          Mappers::known,
          (known, to) ->
              to.set("vendor", known.vendor())
                  .set("complete_from", known.evidence().from())
                  .set("complete_to", known.evidence().to())
                  .set("kind", known.evidence().kind())
                  .set("parts", known.evidence().parts()));

  public static final RowMapper<Part> PART =
      readOnly(
          BookSchema.PARTS_FILE,
          row ->
              new Part(
                  row.text("vendor"),
                  row.text("part"),
                  row.text("name"),
                  row.text("capability"),
                  row.flag("installable", false)));

  public static final RowMapper<Session> SESSION =
      new RowMapper<>(
          BookSchema.SESSIONS,
          Mappers::session,
          (session, to) ->
              to.set("session", session.id())
                  .set("account", session.account())
                  .set("plan", session.plan())
                  .set("started", session.started())
                  .set("ended", session.ended()));

  public static final RowMapper<Install> INSTALL =
      readOnly(
          BookSchema.INSTALLS,
          row -> new Install(row.text("account"), row.text("part"), row.requiredDay("seen_on")));

  /** The house's lines and windows in days, by the names of their settings. */
  public static Map<String, Integer> daysOf(HouseRules rules) {
    Map<String, Integer> days = new LinkedHashMap<>();
    days.put("idle_line", rules.idleLine());
    days.put("opening_grace", rules.openingGrace());
    days.put("need_window", rules.needWindow());
    days.put("invitation_grace", rules.invitationGrace());
    days.put("leaver_horizon", rules.leaverHorizon());
    return days;
  }

  /** The house's lines and windows as the settings say; the usual ones where they do not. */
  public static HouseRules houseRules(Map<String, String> settings) {
    HouseRules usual = HouseRules.DEFAULT;
    return new HouseRules(
        days(settings, "idle_line", usual.idleLine()),
        days(settings, "opening_grace", usual.openingGrace()),
        days(settings, "need_window", usual.needWindow()),
        days(settings, "invitation_grace", usual.invitationGrace()),
        days(settings, "leaver_horizon", usual.leaverHorizon()));
  }

  private static int days(Map<String, String> settings, String name, int usual) {
    String said = settings.get(name);
    return said == null ? usual : Integer.parseInt(said);
  }

  private static <T> RowMapper<T> readOnly(String file, Function<Row, T> read) {
    return new RowMapper<>(
        file,
        read,
        (thing, to) -> {
          throw new UnsupportedOperationException("%s is not written by row.".formatted(file));
        });
  }

  private static Vendor vendor(Row row) {
    String visible = row.text("visible_after");
    return new Vendor(
        row.text("vendor"),
        row.text("name"),
        visible == null ? Duration.ZERO : Duration.parse(visible),
        row.flag("sign_out_first", false),
        row.number("rest_days", 0),
        row.flag("reusable", true),
        row.number("restore_days"));
  }

  private static Plan plan(Row row) {
    return new Plan(
        row.text("plan"),
        row.text("vendor"),
        row.text("name"),
        row.text("ladder"),
        row.number("rank"),
        PlanModel.valueOf(row.text("model")),
        Objects.requireNonNullElse(parts(row), List.of()),
        row.decimal("listed_price"),
        row.number("idle_line"),
        row.number("opening_grace"),
        row.decimal("capacity_gb"));
  }

  private static @Nullable List<String> parts(Row row) {
    String parts = row.text("parts");
    return parts == null ? null : List.of(parts.split(" "));
  }

  private static Agreement agreement(Row row) {
    BigDecimal percent = row.decimal("floor_percent");
    Agreement.Floor floor =
        percent == null
            ? null
            : new Agreement.Floor(
                percent,
                row.number("floor_window", HouseRules.DEFAULT.needWindow()),
                row.choice("floor_of", Agreement.FloorOf.BOUGHT),
                row.day("floor_check"));
    return new Agreement(
        row.text("agreement"),
        row.text("vendor"),
        row.text("name"),
        row.text("currency"),
        row.requiredDay("starts"),
        row.requiredDay("ends"),
        row.requiredNumber("notice_days"),
        Agreement.Renews.valueOf(row.text("renews")),
        Agreement.MayShrink.valueOf(row.text("may_shrink")),
        floor,
        List.of(),
        new Agreement.Billing(
            row.choice("billing", Agreement.Cycle.class),
            row.choice("billed", Agreement.BilledOf.BOUGHT)));
  }

  private static Subscription line(Row row) {
    return new Subscription(
        row.text("line"),
        row.text("agreement"),
        row.text("plan"),
        row.requiredNumber("seats"),
        new PriceList(
            row.choice("pricing", PriceList.Pricing.FLAT),
            row.requiredDecimal("unit_price"),
            List.of(),
            row.number("minimum", 0)),
        List.of(),
        List.of(),
        row.text("cost_centre"));
  }

  private static Person person(Row row) {
    return new Person(
        row.text("person"),
        row.text("name"),
        row.text("email"),
        row.text("department"),
        row.text("site"),
        Person.Status.valueOf(row.text("status")),
        row.day("status_since"),
        row.day("until"),
        row.choice("kind", Person.Kind.PERSON),
        row.text("manager"),
        row.day("joined"),
        row.day("leaves"),
        row.text("cost_centre"));
  }

  private static Account account(Row row) {
    return new Account(
        row.text("account"),
        row.text("vendor"),
        row.text("person"),
        row.text("email"),
        Account.State.valueOf(row.text("state")),
        row.day("state_since"),
        row.flag("admin", false),
        row.decimal("stored_gb"));
  }

  private static Holding holding(Row row) {
    return new Holding(
        row.text("holding"),
        row.text("account"),
        row.text("line"),
        row.requiredDay("from"),
        row.day("until"),
        row.choice("method", Holding.Method.HAND));
  }

  private static Keep keep(Row row) {
    return new Keep(
        row.text("keep"),
        row.text("holding"),
        row.text("reason"),
        row.text("by"),
        row.requiredDay("until"));
  }

  private static DataRule dataRule(Row row) {
    return new DataRule(
        row.text("vendor"),
        DataRule.After.valueOf(row.text("after")),
        row.requiredNumber("stage"),
        row.text("name"),
        row.number("days"),
        DataRule.Reach.valueOf(row.text("reach")),
        DataRule.Price.of(
            row.decimal("per_seat_year"),
            row.decimal("per_gb_month"),
            row.decimal("per_gb_opened"),
            row.flag("pooled", false)),
        row.day("from"),
        row.number("joins_at"));
  }

  private static Known known(Row row) {
    return new Known(
        row.text("vendor"),
        new Evidence(
            row.requiredDay("complete_from"),
            row.requiredDay("complete_to"),
            row.choice("kind", Evidence.Kind.DAILY),
            parts(row)));
  }

  private static @Nullable Instant instant(@Nullable String value) {
    return value == null ? null : OffsetDateTime.parse(value).toInstant();
  }

  private static Session session(Row row) {
    return new Session(
        row.text("session"),
        row.text("account"),
        row.text("plan"),
        OffsetDateTime.parse(row.text("started")).toInstant(),
        instant(row.text("ended")));
  }
}
