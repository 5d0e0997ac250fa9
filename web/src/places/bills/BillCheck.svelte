<!-- One bill beside what was expected, with what is to be said to the vendor. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay, sayMoney, saySigned } from '../../state/say';
  import { session } from '../../state/session.svelte';

  let { bill, ontakenout, onsaid }: { bill: string; ontakenout: () => void; onsaid?: () => void } =
    $props();

  // Derived: a row that comes anew with the same id must not make the answer be forgotten.
  const id = $derived(bill);
  const asked = new Question(
    () => ({ bill: id }),
    (path) => dataOf(api.GET('/api/v1/bills/{bill}/check', { params: { path } })),
    { again: () => book.version, subject: () => id },
  );
  const takeOut = () =>
    asked
      .attempt(() => dataOf(api.DELETE('/api/v1/bills/{bill}', { params: { path: { bill: id } } })))
      .then((done) => done && ontakenout());
  type State = Schemas['BillCheck']['state'];
  const STATES: Record<State, string> = {
    OPEN: 'open',
    ACCEPTED: 'accepted',
    DISPUTED: 'disputed',
    SETTLED: 'settled',
  };
  const DO: Record<State, string> = {
    OPEN: '',
    ACCEPTED: 'accept it as it is',
    DISPUTED: 'dispute it',
    SETTLED: 'it is settled',
  };
  let note = $state('');
  /** What is disputed is said in the words for the vendor. */
  const become = (state: State) =>
    asked
      .attempt(async () =>
        asked.set(
          await dataOf(
            api.POST('/api/v1/bills/{bill}/state', {
              params: { path: { bill: id } },
              body: {
                state,
                note: (state === 'DISPUTED' ? says.join(' ') : note.trim()) || null,
              },
            }),
          ),
        ),
      )
      .then((done) => done && onsaid?.());
  const says = $derived((asked.value?.lines ?? []).flatMap((line) => line.says ?? []));
</script>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if asked.value}
  {@const check = asked.value}
  <p class="sub">
    {check.billDay
      ? `beside what was due on ${sayDay(check.billDay)}`
      : 'nothing is due from then on'}
  </p>
  <table class="list dense">
    <thead>
      <tr>
        <th>Subscription</th>
        <th class="r">expected</th>
        <th class="r">charged</th>
        <th class="r">by quantity</th>
        <th class="r">by price</th>
      </tr>
    </thead>
    <tbody>
      {#each check.lines as line (line.line)}
        <tr>
          <td
            >{line.planName}
            {#if line.missing}<span class="neg">not on the bill</span>{/if}
            {#if line.unexpected}<span class="neg">nothing was due</span>{/if}</td
          >
          <td class="r num">{line.expected.quantity} · {sayMoney(line.expected.amount, true)}</td>
          <td class="r num">{line.billed.quantity} · {sayMoney(line.billed.amount, true)}</td>
          <td class="r num">{saySigned(line.byQuantity)}</td>
          <td class="r num">{saySigned(line.byPrice)}</td>
        </tr>
      {/each}
      {#each check.rowsWithoutLine as row (row.row)}
        <tr>
          <td>{row.text} <span class="neg">none of our subscriptions</span></td>
          <td class="r num">–</td>
          <td class="r num">{row.quantity} · {sayMoney(row.amount, true)}</td>
          <td></td>
          <td></td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if says.length > 0}
    <p><b>To be said to the vendor:</b> {says.join(' ')}</p>
  {:else if check.rowsWithoutLine.length === 0}
    <p>The bill is as expected.</p>
  {/if}
  {#if check.state !== 'OPEN'}
    <p>
      <b>{STATES[check.state]}</b>{#if check.said}
        by {check.said.by}, {sayDay(check.said.on)}{check.said.note
          ? `: ${check.said.note}`
          : ''}{/if}
    </p>
  {/if}
  {#if session.maySteer || session.mayDecide}
    <p class="do">
      {#if check.mayBecome.includes('SETTLED')}
        <input
          bind:value={note}
          maxlength="2000"
          size="40"
          aria-label="How it was settled"
          placeholder="credit note of 12 October"
        />
      {/if}
      {#each check.mayBecome as next (next)}
        <button
          class="word"
          disabled={next === 'SETTLED' && note.trim() === ''}
          onclick={() => void become(next)}>{DO[next]}</button
        >
      {/each}
      {#if session.maySteer}
        <button class="word out" onclick={() => void takeOut()}>take this bill out</button>
      {/if}
    </p>
  {/if}
{/if}

<style>
  td {
    font-size: var(--type-row);
  }
  td.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .do {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-16);
  }
  .out {
    margin-left: auto;
  }
  p {
    padding: var(--s-4) 0;
    font-size: var(--type-row);
  }
</style>
