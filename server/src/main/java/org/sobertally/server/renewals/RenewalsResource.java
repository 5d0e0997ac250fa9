package org.sobertally.server.renewals;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Context;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.UriInfo;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jboss.resteasy.reactive.RestResponse;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.renewal.Known;
import org.sobertally.core.renewal.Margins;
import org.sobertally.core.renewal.Mix;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.renewal.RenewalStudy;
import org.sobertally.core.renewal.RenewalTerms;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.http.Page;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.XlsxListWriter;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.terms.AgreementOwners;

/** All renewals, and what vendors propose for them. */
@Path("/api/v1")
@Tag(name = "renewals")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class RenewalsResource {

  private static final String CSV = "text/csv";
  private static final int LONGEST = 36_500;

  private static final Comparator<RenewalDto.Line> BY_NOTICE =
      Comparator.comparing((RenewalDto.Line line) -> line.dates().noticeBy())
          .thenComparing(line -> line.dates().agreement());

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final RenewalFigures renewals;
  private final RenewalCases cases;
  private final AgreementOwners owners;
  private final ReminderRule rule;
  private final SecurityIdentity identity;

  RenewalsResource(
      Books books,
      AsOf asOf,
      FigureCache figures,
      RenewalFigures renewals,
      RenewalCases cases,
      AgreementOwners owners,
      ReminderRule rule,
      SecurityIdentity identity) {
    this.rule = rule;
    this.identity = identity;
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.renewals = renewals;
    this.cases = cases;
    this.owners = owners;
  }

  /**
   * All agreements that can still be changed at a renewal, by the day on which the chance is gone.
   */
  @GET
  @Path("/renewals")
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<RenewalDto.Line>> all(
      @QueryParam("within") String within,
      @QueryParam("asOf") String asOfText,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    LocalDate day = asOf.of(book, asOfText);
    OptionalInt days = Params.number("within", within, 0, LONGEST);
    Map<String, AgreementOwners.Note> notes = owners.all(book);
    LocalDate last = days.isEmpty() ? LocalDate.MAX : day.plusDays(days.getAsInt());
    List<RenewalDto.Line> lines =
        book.agreements().all().stream()
            .filter(agreement -> agreement.inForce(day))
            .flatMap(agreement -> renewals.study(book, day, agreement.id()).stream())
            .filter(study -> !study.chance().noticeBy().isAfter(last))
            .map(study -> line(study, notes.get(study.agreement().id())))
            .sorted(BY_NOTICE)
            .toList();
    return Page.of(
        lines,
        line -> line.dates().noticeBy() + " " + line.dates().agreement(),
        limit,
        cursor,
        uri,
        book.version());
  }

  private RenewalDto.Line line(RenewalStudy study, AgreementOwners.@Nullable Note note) {
    Book book = study.book();
    Agreement agreement = study.agreement();
    RenewalViews views = new RenewalViews(study);
    Optional<RenewalCase> told = cases.told(agreement.id());
    Optional<RenewalCase> one = told.or(() -> cases.known(agreement.id(), study.chance().renews()));
    RenewalMoney money = renewals.money(study, one);
    BigDecimal yearly =
        study.asItStands(study.ownTerms(RenewalTerms.USUALLY_ADDED), Known.NOTHING).yearly();
    Optional<Mix> mix =
        renewals.canSolve() ? Optional.of(renewals.ownMix(study)) : Optional.empty();
    BigDecimal needed = yearly(study, mix, Kind.NEEDED, Margins.NONE);
    BigDecimal proposed = yearly(study, mix, Kind.PROPOSED, Margins.ADVISED);
    return new RenewalDto.Line(
        dates(study, told),
        views.money(yearly),
        needed == null ? null : views.money(needed),
        proposed == null ? null : views.money(proposed),
        missed(study, told),
        book.vendors().byId(agreement.vendor()).name(),
        MoneyDto.of(recoverable(study)),
        new RenewalDto.Whole(
            MoneyDto.of(money.stands()),
            money.then().map(MoneyDto::of).orElse(null),
            money.decided() == null ? null : MoneyDto.of(money.decided()),
            money.stake().map(MoneyDto::of).orElse(null)),
        told.map(that -> RenewalState.NOTICE_GIVEN)
            .orElseGet(
                () -> one.map(known -> known.stateOn(study.asOf())).orElse(RenewalState.OPEN)),
        note == null ? null : note.ownerName(),
        note == null ? null : note.payer());
  }

  private static @Nullable BigDecimal yearly(
      RenewalStudy study, Optional<Mix> mix, Kind kind, Margins margins) {
    return mix.map(one -> study.option(kind, one, margins, Known.NOTHING).yearly()).orElse(null);
  }

  private static List<LocalDate> missed(RenewalStudy study, Optional<RenewalCase> told) {
    return study.chance().missed().stream()
        .filter(day -> told.isEmpty() || !told.get().renews.equals(day))
        .toList();
  }

  private static RenewalDto.LineDates dates(RenewalStudy study, Optional<RenewalCase> told) {
    Agreement agreement = study.agreement();
    return new RenewalDto.LineDates(
        agreement.id(),
        agreement.name(),
        agreement.vendor(),
        told.map(one -> one.renews).orElse(study.chance().renews()),
        told.map(one -> one.noticeBy).orElse(study.chance().noticeBy()),
        agreement.termOn(study.asOf()).mayShrink());
  }

  private Money recoverable(RenewalStudy study) {
    Book book = study.book();
    Money sum = Money.zero(book.rates().reportingCurrency());
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.lines().get(line).agreement().equals(study.agreement().id())) {
        sum =
            sum.plus(figures.of(book, study.asOf()).covers().recoverableOf(line))
                .plus(figures.surplus(book, study.asOf()).get(line).yearly());
      }
    }
    return sum;
  }

  /**
   * When owners are reminded by mail.
   *
   * @param days before the last day for notice
   */
  @Schema(name = "RenewalReminders")
  public record Reminders(@NotNull @Size(max = 10) List<@NotNull Integer> days) {}

  @GET
  @Path("/renewals/reminders")
  @Produces(MediaType.APPLICATION_JSON)
  public Reminders reminders() {
    return new Reminders(rule.days());
  }

  /** From now on so; none for never. */
  @PUT
  @Path("/renewals/reminders")
  @Produces(MediaType.APPLICATION_JSON)
  @RolesAllowed({Role.STEWARD_NAME, Role.KEEPER_NAME})
  public Reminders remind(@NotNull @Valid Reminders wanted) {
    return new Reminders(rule.say(wanted.days(), identity.getPrincipal().getName()));
  }

  /** What vendors propose. */
  @GET
  @Path("/offers")
  @Produces({MediaType.APPLICATION_JSON, CSV, XlsxListWriter.XLSX})
  public RestResponse<List<RenewalDto.OfferRow>> offers(
      @QueryParam("agreement") String agreement,
      @QueryParam("limit") String limit,
      @QueryParam("cursor") String cursor,
      @Context UriInfo uri) {
    Book book = books.current();
    if (agreement != null && !agreement.isBlank()) {
      RenewalResource.requireAgreement(book, agreement);
    }
    List<RenewalDto.OfferRow> offers =
        book.offers().all().stream()
            .filter(
                offer ->
                    agreement == null || agreement.isBlank() || offer.agreement().equals(agreement))
            .map(offer -> RenewalViews.offer(book, offer))
            .toList();
    return Page.of(offers, RenewalDto.OfferRow::offer, limit, cursor, uri, book.version());
  }
}
