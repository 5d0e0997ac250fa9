package org.sobertally.server.renewals;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.HttpHeaders;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.Response;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.sobertally.core.agreement.RenewalChance;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;
import org.sobertally.server.terms.PaperFiles;
import org.sobertally.server.time.TallyClock;

/** The decision about an agreement's next renewal, from the choice to the new term. */
@Path("/api/v1/agreements/{agreement}/renewal")
@Tag(name = "renewals")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class RenewalCaseResource {

  private final Books books;
  private final RenewalChoices choices;
  private final RenewalDecisions decisions;
  private final RenewalNotices notices;
  private final NextTerms nextTerms;
  private final RenewalCases cases;
  private final SignIns sessions;
  private final TallyClock clock;
  private final SecurityIdentity identity;

  RenewalCaseResource(
      Books books,
      RenewalChoices choices,
      RenewalDecisions decisions,
      RenewalNotices notices,
      NextTerms nextTerms,
      RenewalCases cases,
      SignIns sessions,
      TallyClock clock,
      SecurityIdentity identity) {
    this.books = books;
    this.choices = choices;
    this.decisions = decisions;
    this.notices = notices;
    this.nextTerms = nextTerms;
    this.cases = cases;
    this.sessions = sessions;
    this.clock = clock;
    this.identity = identity;
  }

  /**
   * As it stands: the one of which the vendor was told until it is written down as renewed, else
   * the next one that can be changed; 404 where the agreement has none.
   */
  @GET
  @Path("/case")
  @Transactional
  public RenewalCaseDto look(@PathParam("agreement") String agreement) {
    Book book = books.current();
    RenewalResource.requireAgreement(book, agreement);
    Optional<RenewalCase> told = cases.told(agreement);
    if (told.isPresent()) {
      return show(book, told.get());
    }
    Optional<RenewalChance> chance = book.agreements().byId(agreement).nextChance(clock.today());
    if (chance.isEmpty()) {
      throw Problem.notFound("This agreement has no renewal that can still be changed.");
    }
    RenewalCase one = cases.find(agreement, chance.get().renews()).orElseGet(RenewalCase::new);
    if (one.id == null) {
      one.agreement = agreement;
      one.renews = chance.get().renews();
      one.noticeBy = chance.get().noticeBy();
      one.state = RenewalState.OPEN;
    }
    return show(book, one);
  }

  private RenewalCaseDto show(Book book, RenewalCase one) {
    List<RenewalSeats> seats = one.id == null ? List.of() : cases.seatsOf(one);
    return RenewalCaseDto.of(book, one, seats, clock.today(), sessions::nameOf, mayDo(one));
  }

  private List<RenewalCaseDto.Step> mayDo(RenewalCase one) {
    RenewalState state = one.stateOn(clock.today());
    if (identity.hasRole(Role.STEWARD_NAME)) {
      return stewardMay(state, clock.today().isBefore(one.renews));
    }
    boolean decides =
        identity.hasRole(Role.DECIDER_NAME)
            && state == RenewalState.ASKED
            && !one.isPreparedByAnyOf(sessions.behind(actor()));
    return decides ? List.of(RenewalCaseDto.Step.DECIDE) : List.of();
  }

  private static List<RenewalCaseDto.Step> stewardMay(RenewalState state, boolean beforeItRenews) {
    return switch (state) {
      case OPEN, KEPT_ON_PURPOSE -> List.of(RenewalCaseDto.Step.PREPARE, RenewalCaseDto.Step.KEEP);
      case PREPARED ->
          List.of(RenewalCaseDto.Step.PREPARE, RenewalCaseDto.Step.ASK, RenewalCaseDto.Step.KEEP);
      case ASKED -> List.of(RenewalCaseDto.Step.PREPARE);
      case DECIDED -> List.of(RenewalCaseDto.Step.PREPARE, RenewalCaseDto.Step.GIVE_NOTICE);
      case NOTICE_GIVEN ->
          beforeItRenews
              ? List.of(RenewalCaseDto.Step.WITHDRAW_NOTICE, RenewalCaseDto.Step.RENEW)
              : List.of(RenewalCaseDto.Step.RENEW);
      default -> List.of();
    };
  }

  private String actor() {
    return identity.getPrincipal().getName();
  }

  private LocalDate day(String name, String text) {
    return Params.day(name, text)
        .orElseThrow(() -> Problem.badRequest("%s: say which day.".formatted(name)));
  }

  @PUT
  @Path("/case")
  @RolesAllowed(Role.STEWARD_NAME)
  public RenewalCaseDto prepare(
      @PathParam("agreement") String agreement, @NotNull @Valid RenewalForms.Choice choice) {
    choices.prepare(agreement, choice, actor());
    return look(agreement);
  }

  @POST
  @Path("/case/ask")
  @RolesAllowed(Role.STEWARD_NAME)
  public RenewalCaseDto ask(
      @PathParam("agreement") String agreement, @NotNull @Valid RenewalForms.Ask form) {
    decisions.ask(agreement, day("decideBy", form.decideBy()), actor());
    return look(agreement);
  }

  @POST
  @Path("/case/decide")
  @RolesAllowed(Role.DECIDER_NAME)
  public RenewalCaseDto decide(
      @PathParam("agreement") String agreement, @NotNull @Valid RenewalForms.Decision form) {
    decisions.decide(agreement, form.grant(), form.note(), actor());
    return look(agreement);
  }

  @POST
  @Path("/case/notice")
  @RolesAllowed(Role.STEWARD_NAME)
  public RenewalCaseDto giveNotice(
      @PathParam("agreement") String agreement, @NotNull @Valid RenewalForms.Notice form) {
    notices.giveNotice(agreement, form, day("day", form.day()), actor());
    return look(agreement);
  }

  @DELETE
  @Path("/case/notice")
  @RolesAllowed(Role.STEWARD_NAME)
  public RenewalCaseDto withdrawNotice(@PathParam("agreement") String agreement) {
    notices.withdrawNotice(agreement, actor());
    return look(agreement);
  }

  /** A file that shows that the vendor was told. */
  @PUT
  @Path("/case/notice/proof")
  @Consumes(MediaType.APPLICATION_OCTET_STREAM)
  @RolesAllowed(Role.STEWARD_NAME)
  public RenewalCaseDto prove(
      @PathParam("agreement") String agreement,
      @QueryParam("name") @NotNull @Size(min = 1, max = 400) String name,
      byte[] content) {
    notices.prove(agreement, name, PaperFiles.required(name, content), actor());
    return look(agreement);
  }

  @GET
  @Path("/case/notice/proof")
  @Produces(MediaType.APPLICATION_OCTET_STREAM)
  @Transactional
  public Response proof(@PathParam("agreement") String agreement) {
    RenewalCaseDto dto = look(agreement);
    RenewalCase one = cases.find(agreement, dto.renews()).orElseGet(RenewalCase::new);
    if (one.proof == null) {
      throw Problem.notFound("No proof was kept.");
    }
    String name = URLEncoder.encode(one.proofName, StandardCharsets.UTF_8).replace("+", "%20");
    return Response.ok(one.proof)
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename*=UTF-8''" + name)
        .build();
  }

  @POST
  @Path("/case/renewed")
  @RolesAllowed(Role.STEWARD_NAME)
  public RenewalCaseDto renew(
      @PathParam("agreement") String agreement, @NotNull @Valid RenewalForms.NextTerm form) {
    nextTerms.renew(agreement, form, Params.day("ends", form.ends()).orElse(null), actor());
    return look(agreement);
  }

  @POST
  @Path("/case/keep")
  @RolesAllowed(Role.STEWARD_NAME)
  public RenewalCaseDto keep(
      @PathParam("agreement") String agreement, @NotNull @Valid RenewalForms.Keep form) {
    choices.keep(agreement, form.reason(), day("until", form.until()), actor());
    return look(agreement);
  }

  /** The letter to the vendor, to be sent by whoever gives notice. */
  @GET
  @Path("/case/letter")
  @Produces(MediaType.TEXT_PLAIN)
  @Transactional
  public String letter(@PathParam("agreement") String agreement) {
    RenewalCaseDto dto = look(agreement);
    if (dto.choice() == null) {
      throw Problem.conflict("Prepare the renewal first: the letter says what was chosen.");
    }
    return NoticeLetter.of(books.current(), dto, clock.today());
  }
}
