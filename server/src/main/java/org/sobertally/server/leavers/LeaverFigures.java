package org.sobertally.server.leavers;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.leaver.Estate;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.leaver.PersonRoutes;
import org.sobertally.core.leaver.Routes;
import org.sobertally.server.figures.Remembered;
import org.sobertally.server.waiting.SeatQueue;

/** Routes of leavers and estates, each worked out once and remembered for a while. */
@ApplicationScoped
public class LeaverFigures {

  private static final int REMEMBERED = 6;
  private static final int ESTATES = 30;

  private record Key(
      long version, HouseRules rules, LocalDate day, int horizon, Set<String> queued) {}

  private record EstateKey(long version, LocalDate day, int vendor) {}

  private final Remembered<Key, Routes> routes = new Remembered<>(REMEMBERED);
  private final Remembered<Key, List<PersonRoutes>> leavers = new Remembered<>(2);
  private final Remembered<EstateKey, Estate> estates = new Remembered<>(ESTATES);
  private final SeatQueue queue;

  LeaverFigures(SeatQueue queue) {
    this.queue = queue;
  }

  private Key key(Book book, LocalDate day, OptionalInt horizon) {
    int days = horizon.orElse(book.rules().leaverHorizon());
    return new Key(book.version(), book.rules(), day, days, queue.wantedPlans());
  }

  /** The routes of anybody on the day. */
  Routes routes(Book book, LocalDate day, OptionalInt horizon) {
    return routes(book, key(book, day, horizon));
  }

  private Routes routes(Book book, Key key) {
    return routes.get(
        key, () -> Routes.of(book, key.day(), OptionalInt.of(key.horizon()), key.queued()));
  }

  /** Everybody who leaves, has left or is away and has an account that is a concern. */
  public List<PersonRoutes> leavers(Book book, LocalDate day) {
    Key key = key(book, day, OptionalInt.empty());
    return leavers.get(
        key,
        () -> {
          Routes of = routes(book, key);
          List<PersonRoutes> all = new ArrayList<>();
          for (int person = 0; person < book.people().size(); person++) {
            if (LeaverKind.of(book, person, day).isPresent()) {
              PersonRoutes one = of.of(person, OptionalInt.empty());
              if (!one.accounts().isEmpty()) {
                all.add(one);
              }
            }
          }
          return List.copyOf(all);
        });
  }

  /** What lies at the vendor without a seat. */
  public Estate estate(Book book, LocalDate day, int vendor) {
    return estates.get(
        new EstateKey(book.version(), day, vendor), () -> Estate.of(book, day, vendor));
  }
}
