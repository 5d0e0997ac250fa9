<!-- Seats of a pool that are set aside for somebody until a day. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import DayField from '../../pieces/controls/DayField.svelte';
  import { to, today } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { plusDays, sayDay } from '../../state/say';
  import { wholeName, WhoTyped } from '../../state/who.svelte';

  let {
    plan,
    loans,
    change,
  }: {
    plan: string;
    loans: Schemas['PoolNow']['loans'];
    /** Does it, shows the pool as it is then, and gives whether it went well. */
    change: (work: () => Promise<Schemas['PoolNow']>) => Promise<boolean>;
  } = $props();

  const USUAL_DAYS = 7;

  let lendTo = $state('');
  let lendUntil = $state('');
  let fault = $state('');
  const who = new WhoTyped(() => ({ status: 'ACTIVE' }));

  const end = (loan: string) =>
    change(() =>
      dataOf(api.DELETE('/api/v1/pools/{plan}/loans/{loan}', { params: { path: { plan, loan } } })),
    );

  async function lend(event: SubmitEvent) {
    event.preventDefault();
    const q = lendTo.trim();
    const found = await who.find(q);
    fault =
      found.length === 0
        ? `Nobody who is active is called ‘${q}’.`
        : found.length > 1
          ? 'Several people fit; choose one from the list.'
          : '';
    if (fault) return;
    const person = found[0]!.person;
    const done = await change(() =>
      dataOf(
        api.POST('/api/v1/pools/{plan}/loans', {
          params: { path: { plan } },
          body: { person, until: lendUntil || plusDays(today(), USUAL_DAYS) },
        }),
      ),
    );
    if (done) lendTo = '';
  }
</script>

{#if loans.length > 0 || session.maySteer}
  <h2>Set aside</h2>
  {#each loans as loan (loan.id)}
    <p>
      <a href={to(`/people/${loan.person}`)}>{loan.name}</a>
      <span class="sub">until {sayDay(loan.until)}{loan.in ? ', in now' : ''}</span>
      {#if session.maySteer}<button class="word" onclick={() => end(loan.id)}>end</button>{/if}
    </p>
  {/each}
  {#if session.maySteer}
    <form onsubmit={lend}>
      <input
        list="lend-people"
        aria-label="For whom"
        placeholder="for whom?"
        required
        bind:value={lendTo}
        oninput={() => who.suggest(lendTo)}
      />
      <datalist id="lend-people">
        {#each who.near as p (p.person)}<option value={wholeName(p)}></option>{/each}
      </datalist>
      <label class="sub"
        >until <DayField
          min={plusDays(today(), 1)}
          value={lendUntil || plusDays(today(), USUAL_DAYS)}
          onday={(day) => (lendUntil = day)}
        /></label
      >
      <button class="plain">Set a seat aside</button>
    </form>
    {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
  {/if}
{/if}

<style>
  h2 {
    margin-top: var(--s-14);
  }
  form {
    display: flex;
    gap: var(--s-10);
    align-items: baseline;
    flex-wrap: wrap;
    padding-top: var(--s-6);
  }
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: var(--paper);
    font-size: var(--type-row);
    padding: var(--s-2);
    width: 130px;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
</style>
