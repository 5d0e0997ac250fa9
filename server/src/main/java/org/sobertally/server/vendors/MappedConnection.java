package org.sobertally.server.vendors;

import java.util.Optional;

/** A connection to a vendor that calls plans and accounts otherwise; protocols know only theirs. */
final class MappedConnection implements VendorConnection {

  private final VendorConnection theirs;
  private final IdMapping ids;

  MappedConnection(VendorConnection theirs, IdMapping ids) {
    this.theirs = theirs;
    this.ids = ids;
  }

  @Override
  public Answer ask(String callId, AccountTarget target) {
    return theirs.ask(callId, ids.theirs(target));
  }

  @Override
  public Reading read(String account) {
    Reading reading = theirs.read(ids.theirAccount(account));
    return reading instanceof Reading.Shows shows
        ? new Reading.Shows(ids.ours(shows.login()))
        : reading;
  }

  @Override
  public Roll readAll() {
    Roll roll = theirs.readAll();
    return roll instanceof Roll.All all
        ? new Roll.All(all.logins().stream().map(ids::ours).toList())
        : roll;
  }

  @Override
  public Optional<PoolControl> pools() {
    return theirs.pools();
  }
}
