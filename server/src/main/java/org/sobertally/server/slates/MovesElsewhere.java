package org.sobertally.server.slates;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.Remark;
import org.sobertally.server.slates.moves.MoveTypes;

/**
 * What other slates move, and so blocks a move of the same seat or account.
 *
 * @param seats holdings that a slate which was sent plans to move
 * @param logins accounts of which one plans to move all
 * @param accounts accounts of which one plans to move anything
 * @param unsettled accounts with a move that the vendor has not confirmed yet
 */
record MovesElsewhere(
    Set<String> seats, Set<String> logins, Set<String> accounts, Set<String> unsettled) {

  /** What is planned of one seat or account. */
  record Planned(@Nullable String holding, @Nullable String account, MoveKind kind) {}

  /**
   * @param slate the one that asks; empty for none
   */
  static MovesElsewhere of(SlateStore store, MoveTypes types, String slate) {
    Set<String> seats = new HashSet<>();
    Set<String> logins = new HashSet<>();
    Set<String> accounts = new HashSet<>();
    for (Planned move : store.plannedElsewhere(slate)) {
      if (move.holding != null) {
        seats.add(move.holding);
      }
      if (move.account != null) {
        accounts.add(move.account);
        if (types.of(move.kind).ofLogin()) {
          logins.add(move.account);
        }
      }
    }
    return new MovesElsewhere(seats, logins, accounts, store.unsettledAccounts());
  }

  /**
   * @param calls whether the move asks the vendor for something
   */
  List<Remark> blocks(@Nullable String holding, @Nullable String account, boolean calls) {
    List<Remark> blocks = new ArrayList<>();
    if (calls && account != null && unsettled.contains(account)) {
      String text = "An earlier move of this account is not confirmed yet.";
      blocks.add(new Remark(Remark.Code.UNCONFIRMED, text));
    }
    if (holding != null && seats.contains(holding)) {
      String text = "Another slate that was sent plans to move the same seat.";
      blocks.add(new Remark(Remark.Code.ALREADY_PLANNED, text));
    } else if (account != null && logins.contains(account)) {
      String text = "Another slate that was sent plans to move the whole account.";
      blocks.add(new Remark(Remark.Code.ALREADY_PLANNED, text));
    }
    return blocks;
  }
}
