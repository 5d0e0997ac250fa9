package org.sobertally.server.vendors;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A connection to a vendor that calls plans and accounts otherwise; protocols know only theirs. */
final class MappedConnection implements VendorConnection {

  private final VendorConnection theirs;
  private final IdMapping ids;
  private final Recogniser recogniser;

  MappedConnection(VendorConnection theirs, IdMapping ids, Recogniser recogniser) {
    this.theirs = theirs;
    this.ids = ids;
    this.recogniser = recogniser;
  }

  /** Where several of theirs are one plan, whoever holds one of them is given no other. */
  @Override
  public Answer ask(String callId, AccountTarget target) {
    AccountTarget wish = ids.theirs(target);
    if (target.grants().stream().anyMatch(ids::isSeveral)) {
      Reading now = theirs.read(wish.account());
      if (now instanceof Reading.Unreadable unreadable) {
        return new Answer.Unknown(unreadable.reason());
      }
      Set<String> held = ids.ours(((Reading.Shows) now).login()).plans();
      Set<String> missing = new HashSet<>(target.grants());
      missing.removeAll(held);
      wish = ids.theirs(target.granting(missing));
    }
    return theirs.ask(callId, wish);
  }

  @Override
  public Reading read(String account) {
    Reading reading = theirs.read(ids.theirAccount(account));
    return reading instanceof Reading.Shows shows
        ? new Reading.Shows(ids.ours(shows.login()))
        : reading;
  }

  /** Who is not known by name is recognised first, so that later calls find them too. */
  @Override
  public Roll readAll() {
    Roll roll = theirs.readAll();
    if (!(roll instanceof Roll.All all)) {
      return roll;
    }
    List<VendorAccount> strangers =
        all.logins().stream().filter(login -> !ids.knows(login.account())).toList();
    Set<String> named = new HashSet<>();
    all.logins().forEach(login -> named.add(ids.ourAccount(login.account())));
    Map<String, String> found = recogniser.recognise(strangers, named);
    found.forEach(ids::learn);
    return new Roll.All(all.logins().stream().map(ids::ours).toList(), all.planNames());
  }

  @Override
  public Optional<PoolControl> pools() {
    return theirs.pools();
  }
}
