package org.sobertally.demo;

import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.transaction.Transactional;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.sobertally.core.people.Person;
import org.sobertally.server.access.DemoPeople;
import org.sobertally.server.access.DemoPeople.DemoPerson;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.file.BookService;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.mail.Smtp;
import org.sobertally.server.rounds.RoundPlans;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorLinks;
import org.sobertally.server.waiting.SeatQueue;
import org.sobertally.skerry.book.SkerryLine;
import org.sobertally.skerry.standin.Faults;
import org.sobertally.skerry.standin.Lie;
import org.sobertally.skerry.standin.MailStandIn;
import org.sobertally.skerry.standin.VendorStandIn;

/** The one switch behind which the made-up organisation lives: {@code sober.demo=true}. */
@ApplicationScoped
public class Demo {

  /** After the book is loaded, before calls to vendors are looked at. */
  static final int AFTER_BOOK = BookService.LOADED + 100;

  private static final Logger LOG = Logger.getLogger(Demo.class);
  private static final String TRAINING = "beacon-drills";
  static final String PASSWORD = "skerry-line";
  private static final List<DemoPerson> PEOPLE =
      List.of(
          new DemoPerson("runa", "Runa Skarholt", Role.STEWARD, PASSWORD),
          new DemoPerson("teodor", "Teodor Quist", Role.DECIDER, PASSWORD),
          new DemoPerson("sunniva", "Sunniva Ekrem, finance", Role.DECIDER, PASSWORD),
          new DemoPerson("fenna", "Fenna Rasmund", Role.LEAD, PASSWORD),
          new DemoPerson("ottar", "Ottar Lindbeck", Role.KEEPER, PASSWORD),
          new DemoPerson("maren", "Maren Estevao", Role.READER, PASSWORD));

  /** Fenna leads the deck crew. */
  private static final Map<String, String> IN_DIRECTORY = Map.of("fenna", "p0001");

  private final boolean on;
  private final boolean past;
  private final Path data;
  private final Duration slowness;
  private final OptionalInt callsPerSecond;
  private final double lies;
  private final BookService bookService;
  private final Books books;
  private final SignIns sessions;
  private final DemoPeople demoPeople;
  private final VendorLinks links;
  private final Journal journal;
  private final TallyClock clock;
  private final SeatQueue queue;
  private final Smtp smtp;
  private final RoundPlans sweeps;
  private MailStandIn mail;
  private final Map<String, VendorStandIn> vendors = new ConcurrentHashMap<>();

  /** Whether the vendors of the book are played; there may be none in it for a while. */
  private volatile boolean playing;

  Demo(
      @ConfigProperty(name = "sober.demo") boolean on,
      @ConfigProperty(name = "sober.demo.past", defaultValue = "false") boolean past,
      @ConfigProperty(name = "sober.demo.slowness") Duration slowness,
      @ConfigProperty(name = "sober.demo.calls-per-second") OptionalInt callsPerSecond,
      @ConfigProperty(name = "sober.demo.lies") double lies,
      @ConfigProperty(name = "sober.tally.data") Path data,
      BookService bookService,
      Books books,
      SignIns sessions,
      DemoPeople demoPeople,
      VendorLinks links,
      Journal journal,
      TallyClock clock,
      SeatQueue queue,
      Smtp smtp,
      RoundPlans sweeps) {
    this.on = on;
    this.past = past;
    this.slowness = slowness;
    this.callsPerSecond = callsPerSecond;
    this.lies = lies;
    this.data = data;
    this.bookService = bookService;
    this.books = books;
    this.sessions = sessions;
    this.demoPeople = demoPeople;
    this.links = links;
    this.journal = journal;
    this.clock = clock;
    this.queue = queue;
    this.smtp = smtp;
    this.sweeps = sweeps;
  }

  void onStart(@Observes @Priority(AFTER_BOOK) StartupEvent event) {
    if (!on) {
      return;
    }
    startMail();
    PEOPLE.forEach(
        p ->
            sessions.allow(
                p.login(), p.name(), p.role(), IN_DIRECTORY.get(p.login()), p.password()));
    PEOPLE.forEach(p -> sessions.setAddress(p.login(), p.login() + "@skerryline.example"));
    demoPeople.offer(PEOPLE);
    if (books.current().lines().size() == 0) {
      takeBook(past ? SkerryLine.beginning() : SkerryLine.book());
      if (!past) {
        letWait();
      }
    }
    goOnFromLastEntry();
    startVendors();
    LOG.info("The demo is on: Skerry Line, with vendors played on loopback.");
  }

  private void startMail() {
    mail = MailStandIn.start();
    smtp.use(mail.host(), mail.port());
  }

  /** The mail server of the demo; for tests. */
  public MailStandIn mail() {
    return mail;
  }

  /** A second start of the demo does not go back before what happened in the first. */
  @Transactional
  void goOnFromLastEntry() {
    journal.last().ifPresent(entry -> clock.notBefore(entry.happened.plusSeconds(1)));
  }

  /** Four of the galley asked for a seat of the safety training when none was left. */
  void letWait() {
    books.current().people().all().stream()
        .filter(person -> "Galley and saloon".equals(person.department()))
        .filter(person -> person.status() == Person.Status.ACTIVE)
        .filter(person -> !queue.holds(person.id(), TRAINING))
        .limit(4)
        .forEach(person -> queue.join(person.id(), TRAINING, "runa"));
    sweeps.plan(
        "Monday sweep",
        "runa",
        DayOfWeek.MONDAY,
        LocalTime.of(9, 0),
        clock.zone(),
        List.of("quillmoor", "helmsway", "deepglass"));
  }

  private void takeBook(byte[] book) {
    try {
      Path zip = Files.createTempFile("skerry-line", ".zip");
      try {
        Files.write(zip, book);
        BookService.Outcome outcome = bookService.take(zip, true, false, "Sober Tally");
        if (!(outcome instanceof BookService.Outcome.Taken)) {
          throw new IllegalStateException("The demo's book was not taken: " + outcome);
        }
      } finally {
        Files.deleteIfExists(zip);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Another book has other accounts: the vendors forget what they played and play that one. */
  void onBookTaken(@Observes BookService.BookTaken event) {
    if (playing && event.whole()) {
      playVendorsAnew();
    }
  }

  /** Lets the vendors be as the book has them today. */
  void playVendorsAnew() {
    vendors.values().forEach(VendorStandIn::close);
    vendors.clear();
    try {
      for (var vendor : books.current().vendors().all()) {
        Files.deleteIfExists(fileOf(vendor.id()));
        Files.deleteIfExists(endsOf(vendor.id()));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    startVendors();
  }

  /** Has every vendor show a change as soon as it is made. */
  void showAtOnce() {
    vendors.values().forEach(vendor -> vendor.showAfter(Duration.ZERO));
  }

  private Path fileOf(String vendor) {
    return data.resolve("vendors").resolve(vendor + ".tsv");
  }

  private Path endsOf(String vendor) {
    return data.resolve("vendors").resolve(vendor + "-ended.txt");
  }

  private void startVendors() {
    playing = true;
    StandInCast.of(books.current(), clock.today())
        .forEach(
            role -> {
              VendorStandIn vendor =
                  VendorStandIn.start(
                      role.name(),
                      role.token(),
                      role.holders(),
                      role.temper(),
                      fileOf(role.vendor()));
              if (!role.sessions().isEmpty()) {
                vendor.seat(role.sessions(), endsOf(role.vendor()));
              }
              misbehave(vendor);
              callsPerSecond.ifPresent(vendor::allow);
              vendors.put(role.vendor(), vendor);
              links.connect(role.vendor(), vendor.url(), role.token());
            });
  }

  /** As much as was asked for, and in another order each time; but nobody waits an hour for it. */
  private void misbehave(VendorStandIn vendor) {
    List<Faults.Kind> kinds =
        List.of(Faults.Kind.UNAVAILABLE, Faults.Kind.ANSWER_LOST, Faults.Kind.CUT);
    long seed = System.nanoTime();
    vendor.setFaults(new Faults(lies, lies > 0 ? kinds : List.of(), slowness, Set.of(), seed));
    if (lies > 0) {
      Set<Lie> told = EnumSet.complementOf(EnumSet.of(Lie.WAIT_FOR_EVER));
      vendor.lie(lies, seed, told.toArray(Lie[]::new));
    }
  }

  /** The stand-in that plays the vendor; for tests and for playing with faults. */
  public VendorStandIn standIn(String vendor) {
    return vendors.get(vendor);
  }

  void onStop(@Observes ShutdownEvent event) {
    vendors.values().forEach(VendorStandIn::close);
    if (mail != null) {
      mail.close();
    }
  }
}
