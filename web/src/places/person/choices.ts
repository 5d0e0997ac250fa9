import type { PersonPage, Subscription } from '../../api/client';
import type { Choice } from '../../pieces/move-menu/MoveMenu.svelte';

type Account = PersonPage['accounts'][number];

/** What a change from one plan to the other is called; the server decides when it is planned. */
function wordsOf(from: Subscription | undefined, to: Subscription): string {
  const spare = to.spare > 0 ? '' : ' · none spare';
  if (to.model === 'RESTING') return `rest on ${to.planName}${spare}`;
  if (from?.model === 'RESTING') return `wake to ${to.planName}${spare}`;
  if (from && from.tier > 0 && to.tier > 0 && from.tiers === to.tiers) {
    return `step ${to.tier < from.tier ? 'down' : 'up'} to ${to.planName}${spare}`;
  }
  return `swap for ${to.planName}${spare}`;
}

/**
 * What can be planned for one seat: give it back, change it for another, or keep
 * it; not what cannot go today.
 */
export function choicesOfSeat(
  account: Account,
  holding: string,
  subscriptions: Subscription[],
): Choice[] {
  const seat = account.seats.find((s) => s.holding === holding)!;
  const from = subscriptions.find((s) => s.line === seat.line);
  const others = subscriptions.filter(
    (s) => s.vendor === account.vendor && s.line !== seat.line && s.model !== 'FLOATING',
  );
  const choices: Choice[] = [
    { words: 'take back', move: { kind: 'TAKE_BACK', holding } },
    ...others.map((s) => ({
      words: wordsOf(from, s),
      move: { kind: 'SWAP' as const, holding, line: s.line },
    })),
    { words: 'keep until …', move: { kind: 'KEEP', holding } },
  ];
  return choices.filter((choice) => !seat.blocked[choice.move.kind]);
}

/** What can be planned for the login; not what cannot go today. */
export function choicesOfAccount(account: Account): Choice[] {
  const of = { account: account.account };
  const choices: Choice[] = [
    { words: 'bring back', move: { kind: 'BRING_BACK', ...of } },
    { words: 'suspend the account', move: { kind: 'SUSPEND', ...of } },
    { words: 'delete the account …', move: { kind: 'DELETE', ...of } },
  ];
  return choices.filter((choice) => !account.blocked[choice.move.kind]);
}
