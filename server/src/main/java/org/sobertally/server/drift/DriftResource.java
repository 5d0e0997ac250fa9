package org.sobertally.server.drift;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.eclipse.microprofile.context.ManagedExecutor;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.eclipse.microprofile.openapi.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.server.access.Role;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.Problem;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.ReadingWatch;
import org.sobertally.server.vendors.VendorLinks;
import org.sobertally.server.vendors.VendorRolls;

/** Vendors as sources: how far their evidence reaches, when they were read, what drifted. */
@Path("/api/v1/vendors")
@Tag(name = "vendors")
@Produces(MediaType.APPLICATION_JSON)
@RolesAllowed("**")
public class DriftResource {

  /** How long somebody waits for a reading before they are told how far it has come. */
  private static final int PATIENCE_SECONDS = 20;

  private final Books books;
  private final VendorLinks links;
  private final VendorRolls rolls;
  private final Drifts drifts;
  private final TallyClock clock;
  private final SecurityIdentity identity;
  private final ManagedExecutor executor;

  DriftResource(
      Books books,
      VendorLinks links,
      VendorRolls rolls,
      Drifts drifts,
      TallyClock clock,
      SecurityIdentity identity,
      ManagedExecutor executor) {
    this.executor = executor;
    this.books = books;
    this.links = links;
    this.rolls = rolls;
    this.drifts = drifts;
    this.clock = clock;
    this.identity = identity;
  }

  /** What is known of its use. */
  record Known(
      boolean hasEvidence,
      @Schema(nullable = true) @Nullable LocalDate completeFrom,
      @Schema(nullable = true) @Nullable LocalDate completeTo,
      Evidence.Kind evidenceKind) {}

  /**
   * How far a reading has come.
   *
   * @param since when it began
   * @param accounts how many the pages showed that came
   * @param total how many there are, as the vendor says; 0 where it does not
   */
  @Schema(name = "ReadingProgress")
  record Progress(Instant since, int pages, long accounts, long total) {

    static Progress of(ReadingWatch watch) {
      return new Progress(
          watch.began().truncatedTo(ChronoUnit.SECONDS),
          watch.pages(),
          watch.accounts(),
          watch.total());
    }
  }

  /**
   * How the last reading went.
   *
   * @param readingNow how far the one has come that goes on now; null where none does
   * @param readAt when it was read as a whole last
   * @param readFault why that could not be done
   * @param faultSince since when it cannot be done
   */
  record Reading(
      @Schema(nullable = true) @Nullable Progress readingNow,
      @Schema(nullable = true) @Nullable Instant readAt,
      @Schema(nullable = true) @Nullable String readFault,
      @Schema(nullable = true) @Nullable Instant faultSince) {}

  /**
   * One vendor.
   *
   * @param linked whether there is a programmatic way to it
   * @param linkKind how it is spoken to; null where there is none
   * @param linkMade whether a keeper made the link on a page, where it can be changed
   * @param accounts how many accounts it then showed
   * @param drift how many things it says otherwise than the book
   */
  @Schema(name = "Vendor")
  record VendorDto(
      String vendor,
      String name,
      boolean linked,
      @Schema(nullable = true) @Nullable String linkKind,
      boolean linkMade,
      @JsonUnwrapped Known known,
      @JsonUnwrapped Reading reading,
      int accounts,
      int drift) {}

  @GET
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<VendorDto> list() {
    Book book = books.current();
    return book.vendors().all().stream().map(vendor -> shown(book, vendor)).toList();
  }

  private VendorDto shown(Book book, Vendor vendor) {
    Evidence evidence = book.evidenceOf(vendor.id(), clock.today());
    boolean known = book.hasEvidence(vendor.id());
    Optional<VendorRolls.Read> read = rolls.of(vendor.id());
    return new VendorDto(
        vendor.id(),
        vendor.name(),
        links.to(vendor.id()).isPresent(),
        links.kind(vendor.id()).orElse(null),
        links.origin(vendor.id()).orElse(null) == VendorLinks.Origin.MADE,
        new Known(
            known, known ? evidence.from() : null, known ? evidence.to() : null, evidence.kind()),
        new Reading(
            rolls.running(vendor.id()).map(Progress::of).orElse(null),
            read.map(VendorRolls.Read::at).orElse(null),
            read.map(VendorRolls.Read::fault).orElse(null),
            read.map(VendorRolls.Read::faultSince).orElse(null)),
        read.map(one -> one.logins().size()).orElse(0),
        drifts.of(book, vendor.id()).size());
  }

  private Book requireVendor(String vendor) {
    Book book = books.current();
    Required.vendor(book, vendor);
    return book;
  }

  /**
   * Reads the vendor as a whole, now. One that takes long goes on by itself: the answer then says
   * how far it has come, and so does the list of vendors.
   */
  @POST
  @Path("/{vendor}/read")
  @RolesAllowed(Role.STEWARD_NAME)
  public VendorDto read(@PathParam("vendor") String id) {
    Book book = requireVendor(id);
    if (links.to(id).isEmpty()) {
      throw Problem.conflict("There is no link to this vendor. Bring in what it shows instead.");
    }
    CompletableFuture<?> reading = executor.runAsync(() -> rolls.read(id));
    try {
      reading.get(PATIENCE_SECONDS, TimeUnit.SECONDS);
    } catch (TimeoutException e) {
      // It goes on.
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } catch (ExecutionException e) {
      throw new IllegalStateException(e.getCause());
    }
    return shown(book, book.vendors().byId(id));
  }

  /** Stops the reading that goes on; what was read before stays. */
  @POST
  @Path("/{vendor}/read/stop")
  @RolesAllowed(Role.STEWARD_NAME)
  public VendorDto stop(@PathParam("vendor") String id) {
    Book book = requireVendor(id);
    if (!rolls.stop(id)) {
      throw Problem.conflict("This vendor is not being read at the moment.");
    }
    return shown(book, book.vendors().byId(id));
  }

  @GET
  @Path("/{vendor}/drift")
  @Produces({MediaType.APPLICATION_JSON, "text/csv"})
  public List<Drifts.Drift> drift(@PathParam("vendor") String id) {
    return drifts.of(requireVendor(id), id);
  }

  /** One thing that the book is to say as the vendor does. */
  @Schema(name = "TakeOverRequest")
  public record TakeOver(@NotBlank String account, @NotBlank String plan) {}

  /**
   * Several things at once.
   *
   * @param of what to take over; at most 20,000
   */
  @Schema(name = "TakeOverManyRequest")
  public record TakeOverMany(
      @NotNull @Size(min = 1, max = 20_000) List<@NotNull @Valid TakeOver> of) {}

  /** Takes over all of these, or none: what cannot be is said. */
  @POST
  @Path("/{vendor}/drift/take-over-many")
  @RolesAllowed(Role.STEWARD_NAME)
  public List<Drifts.Drift> takeOverMany(
      @PathParam("vendor") String id, @NotNull @Valid TakeOverMany what) {
    requireVendor(id);
    drifts.takeOver(id, what.of(), identity.getPrincipal().getName());
    return drifts.of(books.current(), id);
  }

  /** Takes over what the vendor says: the book follows. */
  @POST
  @Path("/{vendor}/drift/take-over")
  @RolesAllowed(Role.STEWARD_NAME)
  public List<Drifts.Drift> takeOver(
      @PathParam("vendor") String id, @NotNull @Valid TakeOver what) {
    requireVendor(id);
    drifts.takeOver(id, List.of(what), identity.getPrincipal().getName());
    return drifts.of(books.current(), id);
  }
}
