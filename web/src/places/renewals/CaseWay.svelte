<!-- How far the decision has come, and what whoever looks may do next. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import FileField from '../../pieces/controls/FileField.svelte';
  import { api, dataOf, sendProof, type Schemas } from '../../api/client';
  import { today } from '../../state/address.svelte';
  import { plusDays, sayMoney } from '../../state/say';
  import CaseSaid from './CaseSaid.svelte';

  interface Props {
    one: Schemas['RenewalCase'];
    agreement: string;
    /** What is tried now. */
    choice: Schemas['RenewalChoice'];
    /** What it would cost a year. */
    yearly: Schemas['Money'] | null;
    /** Whether there are quantities to choose. */
    choosable?: boolean;
    onchanged: () => Promise<void>;
  }
  let { one, agreement, choice, yearly, choosable = true, onchanged }: Props = $props();

  const params = $derived({ path: { agreement } });
  const may = (step: Schemas['RenewalStepToDo']) => one.mayDo.includes(step);

  let busy = $state(false);
  let fault = $state('');
  let note = $state('');
  let decideBy = $state('');
  let way = $state('by mail');
  let address = $state('');
  let toldOn = $state('');
  let ends = $state('');
  let reason = $state('');
  let until = $state('');
  let keeping = $state(false);

  async function run(work: () => Promise<unknown>) {
    busy = true;
    fault = '';
    try {
      await work();
      keeping = false;
      note = '';
      await onchanged();
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
  }

  const prepare = () =>
    run(() =>
      dataOf(
        api.PUT('/api/v1/agreements/{agreement}/renewal/case', {
          params,
          body: { ...choice, seen: one.version, note: note || null },
        }),
      ),
    );
  const ask = () =>
    run(() =>
      dataOf(
        api.POST('/api/v1/agreements/{agreement}/renewal/case/ask', {
          params,
          body: { decideBy: decideBy || soonest },
        }),
      ),
    );
  const decide = (grant: boolean) =>
    run(() =>
      dataOf(
        api.POST('/api/v1/agreements/{agreement}/renewal/case/decide', {
          params,
          body: { grant, note: note || null },
        }),
      ),
    );
  const giveNotice = () =>
    run(() =>
      dataOf(
        api.POST('/api/v1/agreements/{agreement}/renewal/case/notice', {
          params,
          body: { day: toldOn || today(), way, address: address || null },
        }),
      ),
    );
  const withdraw = () =>
    run(() => dataOf(api.DELETE('/api/v1/agreements/{agreement}/renewal/case/notice', { params })));
  const renew = () =>
    run(() =>
      dataOf(
        api.POST('/api/v1/agreements/{agreement}/renewal/case/renewed', {
          params,
          body: { ends: ends || null, noticeDays: null },
        }),
      ),
    );
  const keep = () =>
    run(() =>
      dataOf(
        api.POST('/api/v1/agreements/{agreement}/renewal/case/keep', {
          params,
          body: { reason, until },
        }),
      ),
    );
  const prove = (file: File | undefined) => file && run(() => sendProof(agreement, file));

  /** A week, and no later than the notice day. */
  const soonest = $derived(
    plusDays(today(), 7) < one.noticeBy || one.noticeBy < today()
      ? plusDays(today(), 7)
      : one.noticeBy,
  );
  /** As many months as were chosen. */
  function nextEnd(): string {
    const day = new Date(`${one.renews}T00:00:00Z`);
    day.setUTCMonth(day.getUTCMonth() + (one.choice?.months ?? 12));
    return day.toISOString().slice(0, 10);
  }
  const letter = $derived(
    `/api/v1/agreements/${encodeURIComponent(agreement)}/renewal/case/letter`,
  );
</script>

<section aria-label="How far it has come">
  <CaseSaid {one} {letter} />
  <div class="do">
    {#if may('DECIDE')}
      <label>note <input bind:value={note} size="30" maxlength="2000" /></label>
      <button class="go" disabled={busy} onclick={() => decide(true)}>Grant it</button>
      <button class="plain" disabled={busy} onclick={() => decide(false)}>Refuse it</button>
    {/if}
    {#if may('ASK')}
      <span
        >decided by <DayField
          label="Decide by"
          value={decideBy || soonest}
          onday={(d) => (decideBy = d)}
        /></span
      >
      <button class="go" disabled={busy} onclick={ask}>Ask for a decision</button>
    {/if}
    {#if may('GIVE_NOTICE')}
      <a class="word" href={letter} download="notice.txt">the letter</a>
      <span
        >told on <DayField
          label="Told on"
          value={toldOn || today()}
          max={today()}
          onday={(d) => (toldOn = d)}
        /></span
      >
      <label><input aria-label="By what way" bind:value={way} size="9" maxlength="400" /></label>
      <label
        >to <input
          aria-label="To what address"
          bind:value={address}
          size="20"
          maxlength="400"
          placeholder="sales@…"
        /></label
      >
      <button class="go" disabled={busy || way.trim() === ''} onclick={giveNotice}
        >The vendor was told</button
      >
    {/if}
    {#if may('RENEW')}
      <span>
        the vendor confirmed; the term ends
        <DayField label="The next term ends" value={ends || nextEnd()} onday={(d) => (ends = d)} />
      </span>
      <button class="go" disabled={busy} onclick={renew}>Write the next term down</button>
    {/if}
    {#if may('RENEW') && !one.notice?.proof}
      <FileField label="Proof of the notice" accept="*" onfile={prove} />
    {/if}
    {#if may('WITHDRAW_NOTICE')}
      <button class="plain" disabled={busy} onclick={withdraw}>Withdraw the notice</button>
    {/if}
    {#if may('PREPARE') && choosable && !keeping}
      <label
        >note <input
          aria-label="Note for the decision"
          bind:value={note}
          size="24"
          maxlength="2000"
          placeholder="why"
        /></label
      >
      <button class={one.state === 'OPEN' ? 'go' : 'plain'} disabled={busy} onclick={prepare}>
        {one.state === 'OPEN' ? 'Choose this' : 'Choose this instead'}{yearly
          ? `, ${sayMoney(yearly)} a year`
          : ''}
      </button>
    {/if}
    {#if may('KEEP')}
      {#if keeping}
        <label
          >why <input
            aria-label="Why it is kept"
            bind:value={reason}
            size="28"
            maxlength="2000"
          /></label
        >
        <span>until <DayField label="Kept until" bind:value={until} min={today()} /></span>
        <button class="go" disabled={busy || reason.trim() === '' || until === ''} onclick={keep}
          >Keep it as it is</button
        >
        <button class="plain" onclick={() => (keeping = false)}>Leave it</button>
      {:else}
        <button class="plain" onclick={() => (keeping = true)}>Keep it as it is …</button>
      {/if}
    {/if}
  </div>
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
</section>

<style>
  .do {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-6) var(--s-14);
    align-items: center;
    padding-top: var(--s-10);
    font-size: var(--type-text);
  }
  input {
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    font: inherit;
    padding: var(--s-2) var(--s-3);
  }
</style>
