<!-- Groups or sites beside each other, and beside themselves half a year ago. -->
<script lang="ts">
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { asOf, setParam } from '../../state/address.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayMoney, sayShortDay } from '../../state/say';

  interface Props {
    by: 'group' | 'site';
  }
  let { by }: Props = $props();

  const question = new Question(
    () => ({ asOf: asOf(), by }),
    (query) => dataOf(api.GET('/api/v1/findings/compare', { params: { query } })),
  );
  const rows = $derived<Schemas['Compared'][]>(question.value ?? []);

  const most = $derived(
    Math.max(
      1,
      ...rows.flatMap((r) => [Number(r.now.percent ?? 0), Number(r.before.percent ?? 0)]),
    ),
  );
  const width = (percent: number | null | undefined) => `${(100 * Number(percent ?? 0)) / most}%`;
</script>

{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
{#if rows.length > 0}
  {@const before = rows[0]!.before.day}
  <table class="list">
    <thead>
      <tr>
        <th>{by === 'group' ? 'Group' : 'Site'}</th>
        <th class="r">holders</th>
        <th class="r">found in</th>
        <th class="r">paid a year</th>
        <th class="r">recoverable</th>
        <th class="bars">of what is paid, now and on {sayShortDay(before, asOf())}</th>
        <th class="r">was</th>
        <th class="r">
          <button
            class="word"
            onclick={() =>
              saveCsv(`/api/v1/findings/compare?by=${by}&asOf=${asOf()}`, 'compare.csv')}
            >as CSV</button
          >
        </th>
      </tr>
    </thead>
    <tbody>
      {#each rows as row (row.id)}
        <tr>
          <td>
            <button class="name" onclick={() => setParam(by, row.id)}>{row.name}</button>
          </td>
          <td class="r num">{row.now.holders}</td>
          <td class="r num">{row.now.found}</td>
          <td class="r num">{sayMoney(row.now.paid)}</td>
          <td class="r num"><b>{sayMoney(row.now.recoverable)}</b></td>
          <td>
            <span
              class="pair"
              role="img"
              aria-label="{row.now.percent ?? 0} % now, {row.before.percent ?? 0} % then"
            >
              <i class="now" style:width={width(row.now.percent)}></i>
              <i class="then" style:width={width(row.before.percent)}></i>
            </span>
          </td>
          <td class="r num">{sayMoney(row.before.recoverable)}</td>
          <td class="r num">{row.now.percent ?? '–'} %</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="sub">
    People count where they belong today, on both days; the same person may be in several groups.
  </p>
{/if}

<style>
  .name {
    font: 600 var(--type-text) var(--font-serif);
    color: var(--link);
    text-align: left;
  }
  .bars {
    width: 30%;
  }
  .pair {
    display: grid;
    gap: var(--s-2);
  }
  .pair i {
    height: 6px;
    min-width: 1px;
  }
  .pair .now {
    background: var(--idle);
  }
  .pair .then {
    border: 1px solid var(--soft);
    height: 5px;
  }
</style>
