<!-- What one share of one month is made of, seat by seat. -->
<script lang="ts">
  import { api, dataOf, saveCsv } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayMoney, sayMonth } from '../../state/say';

  let {
    by,
    month,
    of,
    name,
    spread,
  }: { by: string; month: string; of: string | null; name: string; spread: boolean } = $props();

  const MOST = 200;

  const subject = $derived(`${by} ${month} ${of ?? ' '} ${spread}`);
  const asked = new Question(
    () => ({ by, month, key: of ?? undefined, spread, asOf: asOf(), limit: String(MOST) }),
    (query) => dataOf(api.GET('/api/v1/statement/rows', { params: { query } })),
    { again: () => book.version, subject: () => subject },
  );
  const path = $derived(
    `/api/v1/statement/rows?by=${by}&month=${month}&spread=${spread}&asOf=${asOf()}${
      of === null ? '' : `&key=${encodeURIComponent(of)}`
    }`,
  );
</script>

<div class="rows">
  <p>
    <b>{name}</b> in {sayMonth(month)}
    <button class="word" onclick={() => saveCsv(path, 'share.csv')}>all as CSV</button>
  </p>
  {#if asked.waiting}<p class="sub">Counting…</p>{/if}
  {#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
  <div class="scroll">
    <table>
      <tbody>
        {#each asked.value ?? [] as one (`${one.line} ${one.holding ?? ''}`)}
          <tr>
            <td>
              {#if one.person}<a href={to(`/people/${one.person}`)}>{one.name}</a>
              {:else}{one.name ?? 'spare and resting seats'}{/if}
            </td>
            <td><a href={to(`/subscriptions/${one.line}`)}>{one.planName}</a></td>
            <td class="sub">{one.vendorName}</td>
            <td class="r num">{sayMoney(one.amount, true)}</td>
            <td class="r num sub">{Number(one.work.amount) > 0 ? 'did work' : ''}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if (asked.value?.length ?? 0) >= MOST}
    <p class="sub">The {MOST} largest are shown; the CSV has all.</p>
  {/if}
</div>

<style>
  .rows {
    padding: var(--s-6) var(--s-10) var(--s-8);
    background: var(--sheet);
    border-left: 3px solid var(--rule);
  }
  p {
    display: flex;
    gap: var(--s-14);
    font-size: var(--type-row);
  }
  .scroll {
    max-height: 240px;
    overflow: auto;
  }
  table {
    width: 100%;
  }
  td {
    padding: var(--s-2) var(--s-8) var(--s-2) 0;
    font-size: var(--type-note);
    border: 0;
  }
</style>
