package org.sobertally.server.desk;

import io.quarkus.arc.All;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.time.TallyClock;

/** What wants a decision now. */
@Path("/api/v1/desk")
@Tag(name = "desk")
@RolesAllowed("**")
public class DeskResource {

  /** What has a day within so many days comes first, the sooner the earlier. */
  private static final int SOON_DAYS = 14;

  private final List<DeskSource> sources;
  private final Books books;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  DeskResource(
      @All List<DeskSource> sources, Books books, TallyClock clock, SecurityIdentity identity) {
    this.sources = sources;
    this.books = books;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * One thing to be decided.
   *
   * @param amount a year, where money depends on it
   * @param by the last day on which it can be done
   * @param daysLeft until that day
   * @param path the page that settles it
   */
  @Schema(name = "DeskLine")
  public record DeskLine(
      DeskSource.About about,
      String what,
      String ifNothing,
      @Schema(nullable = true) MoneyDto amount,
      @Schema(nullable = true) LocalDate by,
      @Schema(nullable = true) Integer daysLeft,
      String path) {}

  /**
   * First what has a day within two weeks, the sooner the earlier; then by money; then what has
   * neither.
   */
  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<DeskLine> desk() {
    Book book = books.current();
    LocalDate today = clock.today();
    Role role = Role.valueOf(identity.getRoles().iterator().next());
    DeskSource.Asker asker = new DeskSource.Asker(identity.getPrincipal().getName(), role, today);
    List<DeskSource.Line> lines = new ArrayList<>();
    sources.forEach(source -> lines.addAll(source.lines(book, asker)));
    lines.sort(
        Comparator.comparing((DeskSource.Line line) -> soon(line, today))
            .thenComparing(line -> amount(line).negate())
            .thenComparing(line -> line.about())
            .thenComparing(line -> line.by() == null ? LocalDate.MAX : line.by())
            .thenComparing(line -> line.what()));
    return lines.stream()
        .map(
            line ->
                new DeskLine(
                    line.about(),
                    line.what(),
                    line.ifNothing(),
                    line.amount() == null ? null : MoneyDto.of(line.amount()),
                    line.by(),
                    line.by() == null ? null : (int) ChronoUnit.DAYS.between(today, line.by()),
                    line.path()))
        .toList();
  }

  /** Days left where there are few; else one number for all. */
  private static long soon(DeskSource.Line line, LocalDate today) {
    long left = line.by() == null ? Long.MAX_VALUE : ChronoUnit.DAYS.between(today, line.by());
    return left <= SOON_DAYS ? left : SOON_DAYS + 1;
  }

  private static BigDecimal amount(DeskSource.Line line) {
    return line.amount() == null ? BigDecimal.ZERO : line.amount().amount();
  }
}
