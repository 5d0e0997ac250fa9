<!-- What a holder sees who follows the link of a round's letter: one question for each seat. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { sayDay, sayMoney } from '../../state/say';

  interface Props {
    token: string;
  }
  let { token }: Props = $props();

  type Seat = Schemas['AskedSeat'];

  let page = $state.raw<Schemas['RoundQuestion'] | null>(null);
  let fault = $state('');
  let busy = $state(false);
  const reasons = $state<Record<string, string>>({});

  const path = $derived({ token });

  $effect(() => {
    dataOf(api.GET('/api/v1/rounds/answers/{token}', { params: { path } })).then(
      (p) => (page = p),
      (e) => (fault = (e as Error).message),
    );
  });

  async function answer(seat: Seat, said: 'KEEP' | 'TAKE') {
    busy = true;
    try {
      const body = { item: seat.item, answer: said, reason: reasons[seat.item] ?? null };
      page = await dataOf(api.POST('/api/v1/rounds/answers/{token}', { params: { path }, body }));
      fault = '';
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

<svelte:head><title>Do you still need it? – Sober Tally</title></svelte:head>

<main>
  {#if page}
    <h1>Do you still need {page.seats.length === 1 ? 'this seat' : 'these seats'}?</h1>
    <p class="what">
      {page.name}, {page.seats.length === 1 ? 'it was' : 'they were'} not seen in use.
      {#if page.open}
        Say so until {sayDay(page.until)}. If you are somebody else, close this page: the link is
        for {page.name} alone.
      {/if}
    </p>
    {#if page.closed}<p role="status"><b>{page.closed}</b></p>{/if}
    {#each page.seats as seat (seat.item)}
      <section aria-label="{seat.vendorName} {seat.planName}">
        <h2>
          {seat.vendorName}
          {seat.planName} <span class="num">{sayMoney(seat.yearly, true)} a year</span>
        </h2>
        <p class="sub">{seat.why}</p>
        {#if seat.answer}
          <p role="status">
            <b
              >{seat.answer === 'KEEP'
                ? 'You said that you need it'
                : 'You said that it can be taken'}.</b
            >
            {seat.reason ?? ''}
            {page.open ? 'You may answer again.' : ''}
          </p>
        {/if}
        {#if page.open}
          <label>
            Why you need it
            <input
              maxlength="500"
              value={reasons[seat.item] ?? ''}
              oninput={(e) => (reasons[seat.item] = e.currentTarget.value)}
            />
          </label>
          <p class="do">
            <button
              class="go"
              disabled={busy || !(reasons[seat.item] ?? '').trim()}
              onclick={() => answer(seat, 'KEEP')}>I still need it</button
            >
            <button class="plain" disabled={busy} onclick={() => answer(seat, 'TAKE')}
              >Take it back</button
            >
          </p>
        {/if}
      </section>
    {/each}
  {:else if !fault}
    <p class="sub">Looking…</p>
  {/if}
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
</main>

<style>
  main {
    max-width: 560px;
    margin: 0 auto;
    padding: 9vh var(--s-20) var(--s-40);
  }
  h1 {
    font-size: var(--type-title);
  }
  .what {
    font: var(--type-lead)/1.45 var(--font-serif);
    color: var(--soft);
    margin: var(--s-8) 0 var(--s-20);
  }
  section {
    border-top: 1px solid var(--ink);
    padding: var(--s-10) 0 var(--s-16);
    display: grid;
    gap: var(--s-8);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    display: flex;
    justify-content: space-between;
  }
  h2 .num {
    font-size: var(--type-text);
    font-weight: 400;
  }
  label {
    display: grid;
    gap: var(--s-3);
    font-size: var(--type-row);
  }
  input {
    border: 1px solid var(--rule);
    border-radius: 3px;
    background: var(--sheet);
    padding: var(--s-6) var(--s-8);
  }
  .do {
    display: flex;
    gap: var(--s-10);
  }
</style>
