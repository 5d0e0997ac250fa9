<!-- People in whom something was found: what they hold, what would do, why, and what that gives back. -->
<script lang="ts">
  import type { FindingPerson } from '../../api/client';
  import { sayMoney } from '../../state/say';
  import { keyOfPerson } from './people';

  let {
    people,
    chosen,
    cursor,
    isPlanned,
    onpick,
  }: {
    people: FindingPerson[];
    /** The keys of those who are chosen. */
    chosen: ReadonlySet<string>;
    cursor: number;
    /** Whether a move of theirs is on the slate already. */
    isPlanned: (p: FindingPerson) => boolean;
    onpick: (p: FindingPerson, row: number) => void;
  } = $props();
</script>

<table class="list laid">
  <thead>
    <tr>
      <th class="mark" title="chosen">✓</th>
      <th class="who">Person</th>
      <th class="plans">Holds</th>
      <th class="plans">Would do</th>
      <th>Why</th>
      <th class="r money">now</th>
      <th class="r money">would be</th>
      <th class="r money">back</th>
    </tr>
  </thead>
  <tbody>
    {#each people as p, n (keyOfPerson(p))}
      <tr
        id="person-{n}"
        class={[n === cursor && 'at', chosen.has(keyOfPerson(p)) && 'chosen']}
        aria-selected={chosen.has(keyOfPerson(p))}
        onclick={() => onpick(p, n)}
      >
        <td class="mark">{chosen.has(keyOfPerson(p)) ? '☒' : '☐'}</td>
        <td>
          <b>{p.name}</b>
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
        <td class="sub why" title={p.why.join('\n')}><div>{p.why.join(' ')}</div></td>
        <td class="r num">{sayMoney(p.now, true)}</td>
        <td class="r num">{sayMoney(p.wouldBe, true)}</td>
        <td class="r num"><b>{sayMoney(p.recoverable, true)}</b></td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  table.list {
    margin-top: 4px;
  }
  table.list td {
    padding-top: 4px;
    padding-bottom: 4px;
    vertical-align: top;
  }
  tbody tr {
    cursor: default;
  }
  tbody tr:hover {
    background: var(--sheet);
  }
  tr.chosen {
    background: var(--tape);
  }
  tr.at td:first-child {
    box-shadow: inset 3px 0 0 var(--ink);
  }
  .mark {
    width: 26px;
    text-align: center;
  }
  .who {
    width: 150px;
  }
  .plans {
    width: 110px;
  }
  .money {
    width: 76px;
  }
  .why {
    line-height: 1.35;
  }
  tr:not(.at) .why div {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    overflow: hidden;
  }
  td.num {
    font-size: 12px;
  }
  .block {
    display: block;
  }
</style>
