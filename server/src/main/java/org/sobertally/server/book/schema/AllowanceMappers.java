package org.sobertally.server.book.schema;

import java.util.List;
import org.sobertally.core.agreement.Allowance;

/** The rows of allowances and of what was used of them. */
public final class AllowanceMappers {

  private AllowanceMappers() {}

  /** What was used on a day, of the allowance with that id. */
  public record MeterOf(String allowance, Allowance.Metered row) {}

  /** Without what was used, which are rows of their own. */
  public static final RowMapper<Allowance> ALLOWANCE =
      new RowMapper<>(
          BookSchema.ALLOWANCES,
          row ->
              new Allowance(
                  row.text("allowance"),
                  row.text("vendor"),
                  row.text("name"),
                  row.text("unit"),
                  row.text("agreement"),
                  row.text("plan"),
                  row.requiredDecimal("amount"),
                  Allowance.Per.valueOf(row.text("per")),
                  Allowance.Span.valueOf(row.text("period")),
                  List.of()),
          (one, to) ->
              to.set("allowance", one.id())
                  .set("vendor", one.vendor())
                  .set("name", one.name())
                  .set("unit", one.unit())
                  .set("agreement", one.agreement())
                  .set("plan", one.plan())
                  .set("amount", one.amount())
                  .set("per", one.per())
                  .set("period", one.span()));

  public static final RowMapper<MeterOf> METER =
      new RowMapper<>(
          BookSchema.METER,
          row ->
              new MeterOf(
                  row.text("allowance"),
                  new Allowance.Metered(
                      row.requiredDay("day"), row.text("account"), row.requiredDecimal("used"))),
          (one, to) ->
              to.set("allowance", one.allowance())
                  .set("day", one.row().day())
                  .set("account", one.row().account())
                  .set("used", one.row().used()));
}
