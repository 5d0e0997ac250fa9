<!-- Every slate: what waits, what is under way, what became of the others. -->
<script lang="ts">
  import type { Slate } from '../../api/client';
  import List from '../../pieces/list/List.svelte';
  import { navigate } from '../../router';
  import { search, to, today } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, saySigned, sayShortDay } from '../../state/say';
  import { sayState } from './words';

  const list = new ListState<Slate>({
    rows: () => slates.all,
    key: (slate) => slate.id,
    at: 'at',
  });

  function open() {
    const id = list.current?.id;
    if (id) void navigate('/slates/:id', { params: { id }, search: search() });
  }

  $effect(() => bindKeys(list.keys({ row: 'row', open: { does: 'open the row', run: open } })));
</script>

<svelte:head><title>Slates – Sober Tally</title></svelte:head>

<h1>Slates</h1>
<p class="sub lead">
  What was planned together is decided together, by somebody else. No answer by the deadline means
  that nothing happens.
</p>
<List
  {list}
  columns={[
    { name: 'State' },
    { name: 'Moves' },
    { name: 'Drafted by' },
    { name: 'Decided by' },
    { name: 'Deadline' },
    { name: 'a year', right: true },
  ]}
  known={slates.known}
>
  {#snippet row(slate)}
    <td>
      <a class="name" href={to(`/slates/${slate.id}`)}>{sayState(slate)}</a>
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
  {/snippet}
  {#snippet empty()}
    <p class="empty">No slate yet. Open a subscription, choose seats and press <kbd>.</kbd></p>
  {/snippet}
</List>

<style>
  .lead {
    margin-bottom: var(--s-14);
  }
  .empty {
    font: var(--type-lead)/1.5 var(--font-serif);
    margin-top: var(--s-24);
  }
</style>
