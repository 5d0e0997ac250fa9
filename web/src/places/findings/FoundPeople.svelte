<!-- People in whom something was found: what they hold, what would do, why, and what that gives back. -->
<script lang="ts">
  import List from '../../pieces/list/List.svelte';
  import type { FindingPerson } from '../../api/client';
  import { param, setParam, to } from '../../state/address.svelte';
  import type { ListState } from '../../state/list.svelte';
  import { sayMoney } from '../../state/say';

  let {
    list,
    people,
    busy,
    isPlanned,
  }: {
    list: ListState<FindingPerson>;
    /** Those of them that are drawn. */
    people: FindingPerson[];
    busy: boolean;
    /** Whether a move of theirs is on the slate already. */
    isPlanned: (p: FindingPerson) => boolean;
  } = $props();
</script>

<List
  {list}
  rows={people}
  {busy}
  sorted={param('sort') ?? 'RECOVERABLE'}
  onsort={(next) => setParam('sort', next === 'RECOVERABLE' ? null : next)}
  laid
  dense
  columns={[
    { name: 'Person', width: 150, sort: 'NAME' },
    { name: 'Holds', width: 110 },
    { name: 'Would do', width: 110 },
    { name: 'Why', sort: 'REASONS', title: 'those with the most reasons first' },
    { name: 'now', right: true, width: 76 },
    { name: 'would be', right: true, width: 76 },
    { name: 'back', right: true, width: 76, sort: 'RECOVERABLE' },
  ]}
  empty="Nothing was found in anybody."
>
  {#snippet row(p, n)}
    <td>
      {#if p.person}<a class="name" href={to(`/people/${p.person}`)}>{p.name}</a>
      {:else}<b>{p.name}</b>{/if}
      <span class="sub block"
        >{p.department ?? (p.person ? '' : 'nobody’s account')}{isPlanned(p)
          ? ' · on slate'
          : ''}</span
      >
    </td>
    <td>{p.holds.join(' + ') || '–'}</td>
    <td>
      {p.wouldDo.join(' + ') || 'nothing'}
      {#if p.notSold.length > 0}<span class="sub block"
          >{p.notSold.join(', ')} to be bought first</span
        >{/if}
    </td>
    <td
      class={['sub why', n !== list.cursor && 'short']}
      title={[...p.why, ...p.blocked].join('\n')}
      ><div>
        {#if p.blocked.length > 0}<b>{p.blocked.join(' ')}</b>{/if}
        {p.why.join(' ')}
      </div></td
    >
    <td class="r num">{sayMoney(p.now, true)}</td>
    <td class="r num">{sayMoney(p.wouldBe, true)}</td>
    <td class="r num"><b>{sayMoney(p.recoverable, true)}</b></td>
  {/snippet}
</List>

<style>
  .name {
    font-weight: 600;
  }
  .why {
    line-height: 1.35;
  }
  .short div {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    overflow: hidden;
  }
  td.num {
    font-size: var(--type-note);
  }
  .block {
    display: block;
  }
</style>
