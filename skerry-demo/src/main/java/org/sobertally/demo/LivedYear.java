package org.sobertally.demo;

import com.fasterxml.jackson.databind.JsonNode;
import jakarta.enterprise.context.ApplicationScoped;
import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.stream.StreamSupport;
import org.jboss.logging.Logger;
import org.sobertally.server.mail.Mailroom;
import org.sobertally.server.rounds.RoundLife;
import org.sobertally.server.time.TallyClock;

/**
 * The line's first year with Sober Tally, from October 2025 on, lived day by day: the clock is set
 * to each day on which something happens, and its people do it through the interface, with the
 * vendors and the mail played on loopback. Nothing is written into the database past the rules.
 */
@ApplicationScoped
class LivedYear {

  private static final Logger LOG = Logger.getLogger(LivedYear.class);
  private static final LocalTime MORNING = LocalTime.of(9, 10);

  /** The day on which the demo begins, and to which its book knows what happened. */
  static final LocalDate ENDS = LocalDate.of(2026, 9, 30);

  private static final Duration PATIENCE = Duration.ofMinutes(2);

  private final Demo demo;
  private final TallyClock clock;
  private final RoundLife rounds;
  private final Mailroom mailroom;

  /** What happens, by day; what is entered first on a day happens first. */
  private final List<Event> events = new ArrayList<>();

  /** Who has signed in, by login. */
  private final Map<String, Api> atWork = new HashMap<>();

  private URI base;

  /** A day's work. */
  private record Event(LocalDate day, Runnable work) {}

  LivedYear(Demo demo, TallyClock clock, RoundLife rounds, Mailroom mailroom) {
    this.demo = demo;
    this.clock = clock;
    this.rounds = rounds;
    this.mailroom = mailroom;
  }

  /** Lives the year from where the book begins to the day before the demo's. */
  void live(URI address) {
    base = address;
    new BillsOfTheYear(this).enter();
    new RenewalsOfTheYear(this).enter();
    new RoundsOfTheYear(this, rounds, mailroom, demo.mail()).enter();
    new SlatesOfTheYear(this).enter();
    events.sort(Comparator.comparing(Event::day));
    LocalDate day = LocalDate.MIN;
    for (Event event : events) {
      if (!event.day().equals(day)) {
        day = event.day();
        clock.startAt(day.atTime(MORNING).atZone(clock.zone()).toInstant());
        demo.playVendorsAnew();
        demo.showAtOnce();
      }
      event.work().run();
    }
    clock.startAt(ENDS.atTime(9, 0).atZone(clock.zone()).toInstant());
    demo.letWait();
    LOG.infof("A year was lived: %d events.", events.size());
  }

  /** Enters a day's work. */
  void on(LocalDate day, Runnable work) {
    events.add(new Event(day, work));
  }

  Api steward() {
    return signedIn("runa");
  }

  /** Somebody who follows a link of a mail. */
  Api nobody() {
    return Api.nobody(base);
  }

  Api decider() {
    return signedIn("teodor");
  }

  /** Signs savings off: nobody does that for what they decided themselves. */
  Api finance() {
    return signedIn("sunniva");
  }

  /** Once: a password is looked at slowly on purpose, and a session outlasts the living. */
  private Api signedIn(String login) {
    return atWork.computeIfAbsent(login, who -> Api.signIn(base, who, Demo.PASSWORD));
  }

  /** Has what happens by itself happen before the year goes on. */
  static void await(String what, BooleanSupplier done) {
    Instant limit = Instant.now().plus(PATIENCE);
    while (!done.getAsBoolean()) {
      if (Instant.now().isAfter(limit)) {
        throw new IllegalStateException("Waited too long until " + what + ".");
      }
      LockSupport.parkNanos(Duration.ofMillis(40).toNanos());
    }
  }

  LocalDate today() {
    return clock.today();
  }

  static List<JsonNode> each(JsonNode list) {
    return StreamSupport.stream(list.spliterator(), false).toList();
  }
}
