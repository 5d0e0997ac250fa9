package org.sobertally.server.vendors;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A connection to a vendor that calls plans and accounts otherwise; protocols know only theirs. */
final class MappedConnection implements VendorConnection {

  private final VendorConnection theirs;
  private final IdMapping ids;
  private final Recogniser recogniser;
  private final Function<String, Optional<String>> accountById;

  /**
   * @param accountById our account that the vendor was seen to call by an id of its own, whatever
   *     it names it by now
   */
  MappedConnection(
      VendorConnection theirs,
      IdMapping ids,
      Recogniser recogniser,
      Function<String, Optional<String>> accountById) {
    this.theirs = theirs;
    this.ids = ids;
    this.recogniser = recogniser;
    this.accountById = accountById;
  }

  /** Where several of theirs are one plan, whoever holds one of them is given no other. */
  @Override
  public Answer ask(String callId, AccountTarget target, @Nullable String id) {
    AccountTarget wish = ids.theirs(target);
    if (target.grants().stream().anyMatch(ids::isSeveral)) {
      Reading now = theirs.read(wish.account(), id);
      if (now instanceof Reading.Unreadable unreadable) {
        return new Answer.Unknown(unreadable.reason());
      } else if (now instanceof Reading.MadeAnew anew) {
        return new Answer.Refused(anew.reason());
      }
      Set<String> held = ids.ours(((Reading.Shows) now).login()).plans();
      Set<String> missing = new HashSet<>(target.grants());
      missing.removeAll(held);
      wish = ids.theirs(target.granting(missing));
    }
    return theirs.ask(callId, wish, id);
  }

  @Override
  public Reading read(String account, @Nullable String id) {
    Reading reading = theirs.read(ids.theirAccount(account), id);
    if (!(reading instanceof Reading.Shows shows)) {
      return reading;
    }
    VendorAccount seen = ids.ours(shows.login());
    return new Reading.Shows(seen.as(account, seen.plans()));
  }

  /**
   * Who is known by an id is known by it under any name; who else is not known by name is
   * recognised first, so that later calls find them too.
   */
  @Override
  public Roll readAll(ReadingWatch watch) {
    Roll roll = theirs.readAll(watch);
    if (!(roll instanceof Roll.All all)) {
      return roll;
    }
    learnRenamed(all.logins());
    List<VendorAccount> strangers =
        all.logins().stream().filter(login -> !ids.knows(login.account())).toList();
    Set<String> named = new HashSet<>();
    all.logins().forEach(login -> named.add(ids.ourAccount(login.account())));
    Map<String, String> found = recogniser.recognise(strangers, named);
    found.forEach(ids::learn);
    return new Roll.All(all.logins().stream().map(ids::ours).toList(), all.planNames());
  }

  private void learnRenamed(List<VendorAccount> logins) {
    Set<String> names = logins.stream().map(VendorAccount::account).collect(Collectors.toSet());
    for (VendorAccount login : logins) {
      VendorHandle handle = login.handle();
      if (handle != null && handle.id() != null && !ids.knows(login.account())) {
        accountById
            .apply(handle.id())
            .filter(ours -> !names.contains(ids.theirAccount(ours)))
            .ifPresent(ours -> ids.learn(login.account(), ours));
      }
    }
  }

  @Override
  public Optional<PoolControl> pools() {
    return theirs.pools();
  }
}
