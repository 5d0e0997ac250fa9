<!-- Who is in a pool now: its seats, and everybody with how long they have been there. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import List from '../../pieces/list/List.svelte';
  import { to } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { session } from '../../state/session.svelte';
  import { sayDay } from '../../state/say';
  import { GRACE_MINUTES } from './grace';

  type Guest = Schemas['PoolGuest'];

  let {
    now,
    broken,
    onask,
  }: {
    now: Schemas['PoolNow'];
    /** Whether nothing comes by itself at the moment. */
    broken: boolean;
    onask: (session: string) => void;
  } = $props();

  const LONG_MINUTES = 12 * 60;

  const list = new ListState<Guest>({
    rows: () => now.guests,
    key: (guest) => guest.session,
    id: 'guest',
  });
  const cells = $derived.by(() => {
    const inside = now.guests.filter((g) => !g.ownSeat);
    const taken = inside.map((g) => ({ kind: 'in', words: `${g.name}, ${sayFor(g.minutes)}` }));
    const lent = now.loans
      .filter((l) => !l.in)
      .map((l) => ({ kind: 'lent', words: `set aside for ${l.name} until ${sayDay(l.until)}` }));
    const free = Math.max(0, now.seats - taken.length - lent.length);
    return [...taken, ...lent, ...Array(free).fill({ kind: 'free', words: 'free' })];
  });

  function askAtCursor() {
    const guest = list.current;
    if (session.maySteer && guest && !guest.leaveBy) onask(guest.session);
  }

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'guest',
        act: session.maySteer
          ? { does: `ask them to leave in ${GRACE_MINUTES} min`, run: askAtCursor }
          : undefined,
      }),
    ),
  );

  function sayFor(minutes: number): string {
    if (minutes < 60) return `${minutes} min`;
    const hours = Math.floor(minutes / 60);
    return hours < 48 ? `${hours} h ${minutes % 60} min` : `${Math.floor(hours / 24)} days`;
  }

  /** How far it has come since they were asked to leave. */
  function sayLeaving(guest: Schemas['PoolGuest']): string {
    if (guest.ending === 'ENDING') return 'being ended at the vendor';
    if (guest.ending === 'REFUSED') return `not ended: ${guest.answer ?? 'the vendor refused'}`;
    return guest.overdue ? 'asked to leave; still in' : 'asked to leave';
  }
</script>

<div class="head">
  <h2 id="in">
    {now.taken} in now, {now.free > 0
      ? `${now.free} free`
      : now.free < 0
        ? `${-now.free} too many`
        : 'none free'}{now.lent > 0 ? `, ${now.lent} set aside` : ''}
  </h2>
  <span class={['sub', broken && 'neg']} role="status">
    {broken ? 'the line is broken; it is tried again' : 'as it changes'}
  </span>
</div>
<div
  class="cells"
  role="img"
  aria-label="{now.seats} seats: {now.taken} taken, {now.lent} set aside"
>
  {#each cells as cell, n (n)}<i class={cell.kind} title={cell.words}></i>{/each}
</div>
<List
  {list}
  empty="Nobody is in."
  columns={[
    { name: 'Who' },
    { name: 'From' },
    { name: 'for', right: true },
    { name: 'do', right: true },
  ]}
>
  {#snippet row(g)}
    <td>
      {#if g.person}<a href={to(`/people/${g.person}`)}>{g.name}</a>{:else}{g.name}{/if}
      {#if g.ownSeat}<span class="sub">has a seat of their own: takes none</span>{/if}
    </td>
    <td class="sub">{g.host ?? '–'}</td>
    <td class={['r num', g.minutes > LONG_MINUTES && 'neg']}>{sayFor(g.minutes)}</td>
    <td class="r">
      {#if g.leaveBy}
        <span class={['sub', g.overdue && 'neg']} title={g.answer}>{sayLeaving(g)}</span>
      {:else if session.maySteer}
        <button class="word" onclick={() => onask(g.session)}>
          ask to leave<span class="grace">&nbsp;in {GRACE_MINUTES} min</span>
        </button>
      {/if}
    </td>
  {/snippet}
</List>

<style>
  .head {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    border-bottom: 1px solid var(--ink);
    padding-bottom: var(--s-3);
  }
  .head h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .cells {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-3);
    padding: var(--s-10) 0;
  }
  .cells i {
    width: 17px;
    height: 20px;
    border: 1px solid var(--ink);
    border-radius: 2px;
  }
  .cells .in {
    background: var(--used);
  }
  .cells .lent {
    background: repeating-linear-gradient(90deg, var(--soft) 0 1px, var(--sheet) 1px 4px);
  }
  .cells .free {
    background: var(--sheet);
    border-color: var(--rule);
  }
  td {
    padding-top: var(--s-4);
    padding-bottom: var(--s-4);
  }
  td:not(:first-child) {
    white-space: nowrap;
  }
  @media (max-width: 1150px) {
    .grace {
      display: none;
    }
  }
</style>
