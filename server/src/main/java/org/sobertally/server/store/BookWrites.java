package org.sobertally.server.store;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.sobertally.core.agreement.Line;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Keep;
import org.sobertally.core.time.Days;

/**
 * Single changes of the book: the stored row and the book in memory together, within the caller's
 * {@link Books#write}.
 */
@ApplicationScoped
public class BookWrites {

  private final EntityManager entities;

  BookWrites(EntityManager entities) {
    this.entities = entities;
  }

  /** The holding ends on the day; null opens it again. */
  public void endHolding(Books.Change change, String holding, LocalDate until) {
    entities.find(HoldingRow.class, holding).until = until;
    change.apply(book -> book.withHoldingUntil(holding, until));
  }

  /**
   * The account holds a seat of the subscription from the day on.
   *
   * @param wantedId the holding's id, if no other has it; else a number is put to it
   * @return the holding's id
   */
  public String openHolding(
      Books.Change change,
      String wantedId,
      String account,
      String line,
      LocalDate from,
      Holding.Method method) {
    String id = wantedId;
    int n = 2;
    while (change.book().holdings().numberOf(id) >= 0) {
      id = wantedId + "." + n++;
    }
    Holding added = new Holding(id, account, line, from, null, method);
    HoldingRow row = new HoldingRow();
    row.holding = added.id();
    row.account = added.account();
    row.line = added.line();
    row.from = added.from();
    row.method = added.method().name();
    entities.persist(row);
    change.apply(book -> book.withHolding(added));
    return id;
  }

  /** The holding of the account that is open on the day and of that subscription, or null. */
  public static String openHoldingOf(Book book, String account, String line, LocalDate day) {
    if (!book.accounts().has(account)) {
      return null;
    }
    for (int h : book.holdings().ofAccount(book.accounts().require(account))) {
      boolean ofLine = book.lines().get(book.holdings().line(h)).id().equals(line);
      if (ofLine && book.holdings().openOn(h, Days.of(day))) {
        return book.holdings().id(h);
      }
    }
    return null;
  }

  /** The account's login stands so from the day on. */
  public void setState(
      Books.Change change, String accountId, Account.State state, LocalDate since) {
    Account was = change.book().accounts().byId(accountId);
    LocalDate from = state == Account.State.ACTIVE ? null : since;
    entities
        .createNativeQuery(
            """
            update book_accounts set "STATE" = :state, "STATE_SINCE" = :since
            where "ACCOUNT" = :account
            """)
        .setParameter("state", state.name())
        .setParameter("since", from)
        .setParameter("account", accountId)
        .executeUpdate();
    Account now =
        new Account(
            was.id(),
            was.vendor(),
            was.person(),
            was.email(),
            state,
            from,
            was.admin(),
            was.storedGb());
    change.apply(book -> book.withAccount(now));
  }

  /** One account more. */
  public void addAccount(Books.Change change, Account account) {
    entities
        .createNativeQuery(
            """
            insert into book_accounts
              ("ACCOUNT", "VENDOR", "PERSON", "EMAIL", "STATE", "STATE_SINCE", "ADMIN", "NUMBER")
            values (:account, :vendor, :person, :email, :state, :since, :admin,
              (select coalesce(max("NUMBER"), -1) + 1 from book_accounts))
            """)
        .setParameter("account", account.id())
        .setParameter("vendor", account.vendor())
        .setParameter("person", account.person())
        .setParameter("email", account.email())
        .setParameter("state", account.state().name())
        .setParameter("since", account.stateSince())
        .setParameter("admin", account.admin() ? Boolean.TRUE : null)
        .executeUpdate();
    change.apply(book -> book.withAccount(account));
  }

  /**
   * The holding may not be taken back until the day.
   *
   * @return the keep's id
   */
  public String keep(
      Books.Change change, String holding, String reason, String by, LocalDate until) {
    Keep keep = new Keep(UUID.randomUUID().toString(), holding, reason, by, until);
    entities
        .createNativeQuery(
            """
            insert into book_keeps ("KEEP", "HOLDING", "REASON", "BY", "UNTIL")
            values (:keep, :holding, :reason, :by, :until)
            """)
        .setParameter("keep", keep.id())
        .setParameter("holding", holding)
        .setParameter("reason", reason)
        .setParameter("by", by)
        .setParameter("until", until)
        .executeUpdate();
    change.apply(book -> book.withKeep(keep));
    return keep.id();
  }

  /** The keep holds until the day only; one that ended earlier stays as it is. */
  public void endKeep(Books.Change change, String holding, String id, LocalDate until) {
    for (Keep keep : change.book().keepsOf(holding)) {
      if (keep.id().equals(id) && until.isBefore(keep.until())) {
        Keep ended = new Keep(id, holding, keep.reason(), keep.by(), until);
        entities
            .createNativeQuery("update book_keeps set \"UNTIL\" = :until where \"KEEP\" = :keep")
            .setParameter("until", until)
            .setParameter("keep", id)
            .executeUpdate();
        change.apply(book -> book.withKeep(ended));
        return;
      }
    }
  }

  /**
   * From the day on so many seats more (below zero: fewer) are bought; changes of one day are added
   * up.
   */
  public void changeQuantity(
      Books.Change change, String lineId, LocalDate day, int delta, String reason) {
    Line line = change.book().lines().byId(lineId);
    int sum = delta;
    String reasons = reason;
    List<Line.LineChange> others = new ArrayList<>();
    for (Line.LineChange earlier : line.changes()) {
      if (earlier.day().equals(day)) {
        sum = Math.addExact(sum, earlier.delta());
        reasons = earlier.reason() == null ? reason : earlier.reason() + "; " + reason;
      } else {
        others.add(earlier);
      }
    }
    entities
        .createNativeQuery(
            "delete from book_line_changes where \"LINE\" = :line and \"DAY\" = :day")
        .setParameter("line", lineId)
        .setParameter("day", day)
        .executeUpdate();
    if (sum != 0) {
      entities
          .createNativeQuery(
              """
              insert into book_line_changes ("LINE", "DAY", "DELTA", "REASON")
              values (:line, :day, :delta, :reason)
              """)
          .setParameter("line", lineId)
          .setParameter("day", day)
          .setParameter("delta", sum)
          .setParameter("reason", reasons)
          .executeUpdate();
      others.add(new Line.LineChange(day, sum, reasons));
    }
    Line changed =
        new Line(line.id(), line.agreement(), line.plan(), line.seats(), line.prices(), others);
    change.apply(book -> book.withLine(changed));
  }
}
