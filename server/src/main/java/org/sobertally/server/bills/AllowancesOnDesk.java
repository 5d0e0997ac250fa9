package org.sobertally.server.bills;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.allowance.AllowanceUse;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.desk.DeskSource;

/** Allowances that run out before their period ends. */
@ApplicationScoped
class AllowancesOnDesk implements DeskSource {

  @Override
  public List<Line> lines(Book book, Asker asker) {
    if (asker.role() != Role.STEWARD) {
      return List.of();
    }
    List<Line> lines = new ArrayList<>();
    for (Allowance allowance : book.allowances().all()) {
      AllowanceUse use = AllowanceUse.of(book, allowance, asker.day());
      AllowanceUse.Known known = use.known();
      LocalDate out = known == null ? null : known.runsOut();
      if (known != null && out != null) {
        boolean gone = known.left().signum() <= 0;
        lines.add(line(book, allowance, out, gone, use.until()).on(allowance.id()));
      }
    }
    return lines;
  }

  private static Line line(
      Book book, Allowance allowance, LocalDate out, boolean gone, @Nullable LocalDate until) {
    String name =
        "%s of %s".formatted(allowance.name(), book.vendors().byId(allowance.vendor()).name());
    return new Line(
        About.ALLOWANCE,
        gone
            ? "%s ran out on %s".formatted(name, Words.day(out))
            : "%s run out on %s".formatted(name, Words.day(out)),
        until == null
            ? "Nothing is left."
            : "Nothing is left until %s.".formatted(Words.day(until)),
        null,
        gone ? null : out,
        "/bills");
  }
}
