<!-- Every slate: what waits, what is under way, what became of the others. -->
<script lang="ts">
  import { navigate } from '../../router';
  import { param, search, setParam, to, today } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, saySigned, sayShortDay } from '../../state/say';
  import { sayState } from './words';

  const rows = $derived(slates.all);
  const at = $derived(
    Math.max(
      0,
      rows.findIndex((s) => s.id === param('at')),
    ),
  );

  function step(by: number) {
    const next = rows[Math.min(rows.length - 1, Math.max(0, at + by))];
    if (next) setParam('at', next.id);
  }

  $effect(() =>
    bindKeys([
      { keys: 'j', does: 'next row', run: () => step(1) },
      { keys: 'k', does: 'row before', run: () => step(-1) },
      {
        keys: 'Enter',
        does: 'open the row',
        run: () =>
          rows[at] &&
          void navigate('/slates/:id', {
            params: { id: rows[at]!.id },
            search: search(),
          }),
      },
    ]),
  );
</script>

<svelte:head><title>Slates – Sober Tally</title></svelte:head>

<h1>Slates</h1>
<p class="sub lead">
  What was planned together is decided together, by somebody else. No answer by the deadline means
  that nothing happens.
</p>
{#if !slates.known}
  <p class="sub">Looking…</p>
{:else if rows.length === 0}
  <p class="empty">No slate yet. Open a subscription, choose seats and press <kbd>.</kbd></p>
{:else}
  <table class="list">
    <thead>
      <tr>
        <th>State</th>
        <th>Moves</th>
        <th>Drafted by</th>
        <th>Decided by</th>
        <th>Deadline</th>
        <th class="r">a year</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as slate, n (slate.id)}
        <tr class:at={n === at}>
          <td>
            <a href={to(`/slates/${slate.id}`)}>{sayState(slate)}</a>
            {#if slate.mayDecide}<span class="neg"> · waits for you</span>{/if}
            {#if slate.mayPost}<span class="neg"> · can be posted</span>{/if}
          </td>
          <td>
            {sayCount(slate.moveCount, 'move')}
            <span class="sub">
              {slate.about.slice(0, 3).join(', ')}{slate.about.length > 3 ? ' …' : ''}
            </span>
          </td>
          <td
            >{slate.authorName}
            <span class="sub">{sayShortDay(slate.created.slice(0, 10), today())}</span></td
          >
          <td>{slate.deciderName ?? '–'}</td>
          <td>{sayDay(slate.deadline)}</td>
          <td class="r num">{saySigned(slate.preview.yearly)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

<style>
  .lead {
    margin-bottom: 14px;
  }
  td a {
    font: 600 14.5px var(--font-serif);
    text-decoration: none;
  }
  tr.at {
    background: var(--tape);
    box-shadow: inset 3px 0 0 var(--ink);
  }
  tr.at td:first-child {
    padding-left: 9px;
  }
  .empty {
    font: 16px/1.5 var(--font-serif);
    margin-top: 24px;
  }
</style>
