package org.sobertally.server.intake;

import java.nio.charset.StandardCharsets;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;
import org.sobertally.server.refusal.Refusal;

/** Takes sessions in pools. */
final class SessionsFile {

  private static final String SESSIONS = "sessions.csv";

  private final FileChanges draft;
  private final AccountLookup whos;
  private final NewAccounts accounts;
  private final ZoneId zone;
  private final Map<String, Plan> pools = new HashMap<>();
  private final Map<String, String[]> after = new LinkedHashMap<>();
  private final @Nullable Plan only;

  /**
   * @param zone whose clocks the file's times are of where they name no offset
   */
  SessionsFile(FileChanges draft, String vendor, ZoneId zone) {
    this.draft = draft;
    this.zone = zone;
    this.whos = new AccountLookup(draft.book, vendor, draft.leading);
    this.accounts = new NewAccounts(draft, vendor, whos);
    List<Plan> sold =
        draft.book.plans().all().stream()
            .filter(p -> p.vendor().equals(vendor) && p.model() == PlanModel.FLOATING)
            .toList();
    for (Plan plan : sold) {
      pools.put(plan.id().toLowerCase(Locale.ROOT), plan);
      pools.put(plan.name().toLowerCase(Locale.ROOT), plan);
    }
    only = sold.size() == 1 ? sold.get(0) : null;
    if (sold.isEmpty()) {
      throw Refusal.badInput("vendor: this vendor sells no pool.");
    }
  }

  void take(Progress progress) {
    draft.forEachRow(progress, this::row);
    List<List<String>> keys = after.keySet().stream().map(List::of).toList();
    Map<List<String>, String[]> stored = draft.rows.find(SESSIONS, keys);
    after.forEach(
        (id, row) -> {
          String[] now = stored.get(List.of(id));
          if (Arrays.equals(now, row)) {
            draft.count(Count.SAME);
          } else {
            draft.count(now == null ? Count.NEW : Count.CHANGED);
            draft.changes.add(new BookRows.Change(SESSIONS, now, row));
          }
        });
  }

  private void row(int row) throws BadRowException, BookRows.NotAValueException {
    String who = draft.text(row, "who");
    if (who.isEmpty()) {
      throw new BadRowException("who", "The row names nobody.");
    }
    Plan pool = pool(row);
    OffsetDateTime started = moment(row, "started");
    if (started == null) {
      throw new BadRowException("started", "It is not said when the session started.");
    }
    OffsetDateTime ended = moment(row, "ended");
    if (ended != null && ended.isBefore(started)) {
      throw new BadRowException("ended", "The session would end before it starts.");
    }
    String account = whos.account(who, "who");
    if (account == null) {
      account = accounts.open(who, row);
    }
    String id = draft.text(row, "session");
    if (id.isEmpty()) {
      String said = account + "\n" + pool.id() + "\n" + started.toInstant();
      id = UUID.nameUUIDFromBytes(said.getBytes(StandardCharsets.UTF_8)).toString();
    }
    Map<String, String> values = new HashMap<>();
    values.put("session", id);
    values.put("account", account);
    values.put("plan", pool.id());
    values.put("started", seconds(started));
    values.put("ended", ended == null ? null : seconds(ended));
    values.put("host", draft.text(row, "host"));
    if (after.putIfAbsent(id, BookRows.row(SESSIONS, values)) != null) {
      throw new BadRowException("session", "An earlier row is of the same session.");
    }
  }

  private static String seconds(OffsetDateTime moment) {
    return DateTimeFormatter.ISO_OFFSET_DATE_TIME.format(moment.withNano(0));
  }

  private Plan pool(int row) throws BadRowException {
    String text = draft.text(row, "plan");
    Plan pool = text.isEmpty() ? only : pools.get(text.toLowerCase(Locale.ROOT));
    if (pool == null) {
      throw new BadRowException("plan", "This vendor has no pool '%s'.".formatted(text));
    }
    return pool;
  }

  private @Nullable OffsetDateTime moment(int row, String field) throws BadRowException {
    String text = draft.text(row, field);
    if (text.isEmpty()) {
      return null;
    }
    OffsetDateTime moment = draft.mapping.dayForm().moment(text, zone);
    if (moment == null) {
      throw new BadRowException(field, "'%s' is not a day and a time.".formatted(text));
    }
    return moment;
  }
}
