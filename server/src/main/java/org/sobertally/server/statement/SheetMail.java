package org.sobertally.server.statement;

import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.statement.Statement;
import org.sobertally.core.statement.StoppedMoney;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.kept.Savings;
import org.sobertally.server.mail.Mailroom;
import org.sobertally.server.print.Pdf;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/**
 * Tells those whom the house rules name, on the first of a month, where the last one's sheet is.
 */
@ApplicationScoped
class SheetMail {

  private static final int MOST = 50;
  private static final int LONGEST = 200;

  /** Enough to see a slip; whether somebody reads there is for the mail server to say. */
  private static final Pattern ADDRESS = Pattern.compile("[^@\\s,;]+@[^@\\s,;]+\\.[^@\\s,;]+");

  private final EntityManager entities;
  private final Books books;
  private final Savings savings;
  private final MonthSheet sheet;
  private final Mailroom mailroom;
  private final Journal journal;
  private final TallyClock clock;
  private final String address;

  SheetMail(
      EntityManager entities,
      Books books,
      Savings savings,
      MonthSheet sheet,
      Mailroom mailroom,
      Journal journal,
      TallyClock clock,
      @ConfigProperty(name = "sober.address") String address) {
    this.entities = entities;
    this.books = books;
    this.savings = savings;
    this.sheet = sheet;
    this.mailroom = mailroom;
    this.journal = journal;
    this.clock = clock;
    this.address = address;
  }

  private SheetRule rule() {
    SheetRule known = entities.find(SheetRule.class, SheetRule.ONLY);
    return known == null ? new SheetRule() : known;
  }

  @Transactional
  SheetResource.Recipients recipients() {
    SheetRule rule = rule();
    return new SheetResource.Recipients(rule.addresses(), rule.leads);
  }

  /** From now on it goes to these; the month that is over is not sent after. */
  @Transactional
  SheetResource.Recipients send(SheetResource.Recipients to, String actor) {
    List<String> clean = addresses(to.recipients());
    SheetRule rule = rule();
    if (rule.lastMonth == null || rule.tellsNobody()) {
      rule.lastMonth = YearMonth.from(clock.today()).minusMonths(1).toString();
    }
    rule.recipients = String.join("\n", clean);
    rule.leads = to.leads();
    entities.persist(rule);
    journal.add(
        actor,
        "HOUSE_RULE",
        clean.isEmpty()
            ? "The month's sheet goes to nobody%s.".formatted(andLeads(to.leads()))
            : "The month's sheet goes to %s%s."
                .formatted(String.join(", ", clean), andLeads(to.leads())));
    return new SheetResource.Recipients(clean, to.leads());
  }

  private static List<String> addresses(List<String> typed) {
    List<String> clean = new ArrayList<>();
    for (String one : typed) {
      String recipient = one.strip();
      if (recipient.length() > LONGEST || !ADDRESS.matcher(recipient).matches()) {
        throw Refusal.badInput("recipients: '%s' is no mail address.".formatted(one));
      }
      if (!clean.contains(recipient)) {
        clean.add(recipient);
      }
    }
    if (clean.size() > MOST) {
      throw Refusal.badInput("recipients: at most %d addresses.".formatted(MOST));
    }
    return clean;
  }

  private static String andLeads(boolean leads) {
    return leads ? "; whoever leads a group gets the group's" : "";
  }

  @Scheduled(every = "1h", delayed = "40s", concurrentExecution = ConcurrentExecution.SKIP)
  @Transactional
  void look() {
    YearMonth last = YearMonth.from(clock.today()).minusMonths(1);
    SheetRule rule = rule();
    boolean sent = rule.lastMonth != null && !YearMonth.parse(rule.lastMonth).isBefore(last);
    if (sent || rule.tellsNobody()) {
      return;
    }
    issue(last);
    String subject = "Software seats in %s".formatted(MonthSheet.said(last));
    String body = body(books.current(), last);
    rule.addresses().forEach(to -> mailroom.send(to, subject, body, "SHEET"));
    if (rule.leads) {
      books.current().groups().all().forEach(group -> tellLeads(books.current(), group, last));
    }
    rule.lastMonth = last.toString();
  }

  /** Keeps the sheet as it is now: whoever opens it later sees what was told of. */
  private void issue(YearMonth month) {
    if (entities.find(IssuedSheet.class, month.toString()) == null) {
      IssuedSheet issued = new IssuedSheet();
      issued.month = month.toString();
      issued.issued = clock.today();
      issued.pages = Pdf.of(sheet.of(books.current(), month, clock.today()));
      entities.persist(issued);
    }
  }

  /**
   * The pages of a month as they were issued.
   *
   * @param day as of which one looks; what was issued after it is not there yet
   */
  @Transactional
  Optional<byte[]> issued(YearMonth month, LocalDate day) {
    return Optional.ofNullable(entities.find(IssuedSheet.class, month.toString()))
        .filter(one -> !one.issued.isAfter(day))
        .map(one -> one.pages);
  }

  private void tellLeads(Book book, Group group, YearMonth month) {
    String subject = "Software seats of %s in %s".formatted(group.name(), MonthSheet.said(month));
    String body =
        """
        What your people hold, what of it did work, and what was found:

        %s/api/v1/groups/%s/sheet.pdf?month=%s
        """
            .formatted(address, group.id(), month);
    group.leads().stream()
        .filter(book.people()::has)
        .map(book.people()::byId)
        .filter(lead -> lead.status() == Person.Status.ACTIVE && !lead.email().isBlank())
        .forEach(lead -> mailroom.send(lead.email(), subject, body, "SHEET"));
  }

  private String body(Book book, YearMonth month) {
    LocalDate first = month.atDay(1);
    LocalDate until = month.plusMonths(1).atDay(1);
    String currency = book.rates().reportingCurrency();
    return """
        In %s %s were paid for software seats, and %s were not paid that would have been.

        The sheet, two pages: %s/api/v1/statement/sheet.pdf?month=%s
        All of it: %s/statement
        """
        .formatted(
            MonthSheet.said(month),
            MoneyWords.exact(Statement.paid(book, first, until)),
            MoneyWords.exact(
                StoppedMoney.within(savings.stopped(currency), first, until, currency)),
            address,
            month,
            address);
  }
}
