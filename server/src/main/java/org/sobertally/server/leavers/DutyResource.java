package org.sobertally.server.leavers;

import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.MediaType;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalInt;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.DataDuties;
import org.sobertally.core.leaver.Estate;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.people.Group;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Params;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.store.AsOf;

/** Whom another duty to keep data would touch, before it is written down. */
@Path("/api/v1")
@Tag(name = "leavers")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
public class DutyResource {

  private static final int LONGEST = 36_500;

  private final Books books;
  private final AsOf asOf;

  DutyResource(Books books, AsOf asOf) {
    this.books = books;
    this.asOf = asOf;
  }

  /**
   * @param leavers of its members, those who leave, have left or are away
   * @param accounts of theirs that lie without a working seat
   * @param keptLonger of them, whose data would have to be kept longer than today
   * @param freed whose data must be kept today, and need not then
   * @param lostTooEarly that lose their data before the duty would be over
   */
  @Schema(name = "DutyReach")
  record Touched(
      int members,
      int leavers,
      int accounts,
      BigDecimal gb,
      int keptLonger,
      int freed,
      int lostTooEarly) {}

  /** If its people's data were kept for so many days; without a number: for none. */
  @GET
  @Path("/groups/{group}/duty")
  public Touched duty(
      @PathParam("group") String id,
      @QueryParam("days") String daysText,
      @QueryParam("asOf") String asOfText) {
    Book book = books.current();
    Required.group(book, id);
    LocalDate day = asOf.of(book, asOfText);
    OptionalInt days = Params.number("days", daysText, 1, LONGEST);
    Group group = book.groups().byId(id);
    Count count = new Count(book, withDuty(book, group, days), group, day);
    for (int vendor = 0; vendor < book.vendors().size(); vendor++) {
      Estate.of(book, day, vendor).accounts().forEach(count::add);
    }
    return new Touched(
        group.members().size(),
        (int)
            group.members().stream()
                .map(member -> book.people().require(member))
                .filter(person -> LeaverKind.of(book, person, day).isPresent())
                .count(),
        count.accounts,
        count.gb,
        count.keptLonger,
        count.freed,
        count.lostTooEarly);
  }

  private static Book withDuty(Book book, Group group, OptionalInt days) {
    return book.withGroup(
        new Group(
            group.id(),
            group.name(),
            days.isPresent() ? days.getAsInt() : null,
            group.members(),
            group.leads()));
  }

  /** Adds up what lies there. */
  private static final class Count {
    private final Book book;
    private final Group group;
    private final LocalDate day;
    private final DataDuties before;
    private final DataDuties after;
    private int accounts;
    private BigDecimal gb = BigDecimal.ZERO;
    private int keptLonger;
    private int freed;
    private int lostTooEarly;

    Count(Book book, Book then, Group group, LocalDate day) {
      this.book = book;
      this.group = group;
      this.day = day;
      before = DataDuties.of(book, day);
      after = DataDuties.of(then, day);
    }

    void add(Estate.Lying lying) {
      int person = book.personOfAccount(lying.account());
      if (person < 0 || !group.members().contains(book.people().get(person).id())) {
        return;
      }
      accounts++;
      gb = gb.add(lying.storedGb() == null ? BigDecimal.ZERO : lying.storedGb());
      Optional<LocalDate> now = before.keptUntil(person).filter(until -> until.isAfter(day));
      Optional<LocalDate> then = after.keptUntil(person).filter(until -> until.isAfter(day));
      boolean longer = then.isPresent() && (now.isEmpty() || then.get().isAfter(now.get()));
      keptLonger += longer ? 1 : 0;
      freed += now.isPresent() && then.isEmpty() ? 1 : 0;
      boolean tooEarly =
          then.isPresent() && lying.lostOn() != null && lying.lostOn().isBefore(then.get());
      lostTooEarly += tooEarly ? 1 : 0;
    }
  }
}
