<!-- How far the decision has come, and what whoever looks may do next. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import FileField from '../../pieces/controls/FileField.svelte';
  import { api, dataOf, sendProof, type Schemas } from '../../api/client';
  import { today } from '../../state/address.svelte';
  import { plusDays, sayDay, sayMoney } from '../../state/say';
  import { STATE_WORDS, WAY } from './words';

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
  const reached = $derived(WAY.indexOf(one.state));

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
  {#if one.state === 'KEPT_ON_PURPOSE' && one.kept}
    <p>
      <b>Kept as it is on purpose</b> until {sayDay(one.kept.until)}: “{one.kept.reason}”
    </p>
  {:else}
    <ol class="way">
      {#each WAY as state, n (state)}
        <li class:done={n <= reached} aria-current={n === reached ? 'step' : undefined}>
          {STATE_WORDS[state]}
        </li>
      {/each}
    </ol>
  {/if}
  {#if one.choice}
    <p class="said">
      {one.choice.preparedBy} chose on {sayDay(one.choice.preparedOn)}
      {one.choice.offerName ? `“${one.choice.offerName}”` : 'the agreement’s own terms'}:
      {#each one.choice.seats as row, n (row.plan)}{n > 0 ? ', ' : ''}<b>{row.seats} {row.name}</b
        >{row.seats === row.before ? '' : ` (now ${row.before})`}{/each}. {sayMoney(
        one.choice.yearlyAfter,
      )} a year in place of {sayMoney(one.choice.yearlyBefore)}.{one.choice.note
        ? ` “${one.choice.note}”`
        : ''}
      {#if one.decision?.decidedBy}
        {one.decision.granted ? 'Granted' : 'Refused'} by {one.decision.decidedBy} on {sayDay(
          one.decision.decidedOn,
        )}.{one.decision.note ? ` “${one.decision.note}”` : ''}
      {:else if one.decision?.decideBy}To be decided by {sayDay(one.decision.decideBy)}.{/if}
      {#if one.notice}
        The vendor was told on {sayDay(one.notice.day)} of the renewal on {sayDay(one.renews)}
        {one.notice.way}{one.notice.address ? ` to ${one.notice.address}` : ''}{one.notice.proof
          ? ''
          : ', without a proof'}.
        {#if one.notice.proof}<a href={`${letter.replace(/letter$/, 'notice/proof')}`} download
            >{one.notice.proof}</a
          >{/if}
      {/if}
      {#if one.renewedOn}The next term stands in the book since {sayDay(one.renewedOn)}.{/if}
    </p>
  {/if}
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
  .way {
    display: flex;
    list-style: none;
    max-width: 720px;
    font-size: var(--type-row);
    color: var(--soft);
  }
  .way li {
    flex: 1;
    border-bottom: 2px solid var(--rule);
    padding-bottom: var(--s-4);
  }
  .way li.done {
    color: var(--ink);
    border-color: var(--used);
  }
  .way li[aria-current] {
    font-weight: 600;
  }
  .said {
    font-size: var(--type-text);
    padding-top: var(--s-8);
    max-width: 110ch;
  }
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
